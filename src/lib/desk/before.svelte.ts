import type { CaseDocument } from '../document/case';
import type { DebtEntry } from '../document/debt';
import type { PlanEntry, Sheet } from '../document/plan';

/** A plan, the budget sheet, and the debts that were changed together with it, as they were before. */
interface PlanBefore {
	readonly plan: PlanEntry;
	readonly sheet: Sheet;
	readonly debts: Readonly<Record<string, DebtEntry>>;
}

/** A case as it can be changed. */
interface Changing {
	readonly document: CaseDocument;
	debt(id: string): DebtEntry | undefined;
	changeDebt(id: string, what: string, fields: Partial<DebtEntry>): void;
	changePlan(id: string, what: string, fields: Partial<PlanEntry>): void;
	change(what: string, by: (document: CaseDocument) => CaseDocument): void;
}

/** How debts and plans were before they were changed, until that is let go: the answer of before stands beside the new one. */
export class Before {
	readonly #of: Changing;
	/** By the debt's id, and by the plan's. */
	#debts = $state.raw<Readonly<Record<string, DebtEntry>>>({});
	#plans = $state.raw<Readonly<Record<string, PlanBefore>>>({});

	constructor(of: Changing) {
		this.#of = of;
	}

	ofDebt(id: string): DebtEntry | undefined {
		return this.#debts[id];
	}

	ofPlan(id: string): PlanBefore | null {
		return this.#plans[id] ?? null;
	}

	/** Changes a debt. */
	varyDebt(id: string, what: string, fields: Partial<DebtEntry>): void {
		const now = this.#of.debt(id);
		if (now && !(id in this.#debts)) this.#debts = { ...this.#debts, [id]: now };
		this.#of.changeDebt(id, what, fields);
	}

	/** Changes a plan. */
	varyPlan(id: string, what: string, fields: Partial<PlanEntry>): void {
		this.#keepPlan(id, {});
		this.#of.changePlan(id, what, fields);
	}

	/** Changes a debt from a plan; both are kept. */
	varyPlannedDebt(planId: string, id: string, what: string, fields: Partial<DebtEntry>): void {
		const debt = this.#of.debt(id);
		if (!debt) return;
		this.#keepPlan(planId, { [id]: debt });
		this.#of.changeDebt(id, what, fields);
	}

	/** Changes the budget sheet from a plan; both are kept. */
	varySheet(planId: string, what: string, sheet: Sheet): void {
		this.#keepPlan(planId, {});
		this.#of.change(what, (document) => ({ ...document, sheet }));
	}

	/** Changes a plan and debts at once; all are kept. */
	varyCase(
		planId: string,
		what: string,
		changed: { readonly plan: PlanEntry; readonly debts: readonly DebtEntry[] }
	): void {
		const now = this.#of.document.debts.filter((debt, at) => debt !== changed.debts[at]);
		this.#keepPlan(planId, Object.fromEntries(now.map((debt) => [debt.id, debt])));
		this.#of.change(what, (document) => ({
			...document,
			debts: [...changed.debts],
			plans: document.plans.map((plan) => (plan.id === planId ? changed.plan : plan))
		}));
	}

	letGoDebt(id: string): void {
		this.#debts = without(this.#debts, id);
	}

	letGoPlan(id: string): void {
		this.#plans = without(this.#plans, id);
	}

	/** Keeps a plan, and debts, as they are now, where they are not kept already. */
	#keepPlan(id: string, asTheyAre: PlanBefore['debts']): void {
		const now = this.#of.document.plans.find((plan) => plan.id === id);
		if (!now) return;
		const kept = this.#plans[id];
		// What is kept already stays the same object, so that what it came to is not worked out again.
		if (kept && Object.keys(asTheyAre).every((debt) => debt in kept.debts)) return;
		const { sheet: sheetNow } = this.#of.document;
		const { plan, sheet, debts } = kept ?? { plan: now, sheet: sheetNow, debts: {} };
		this.#plans = { ...this.#plans, [id]: { plan, sheet, debts: { ...asTheyAre, ...debts } } };
	}
}

const without = <T>(all: Readonly<Record<string, T>>, id: string): Readonly<Record<string, T>> =>
	Object.fromEntries(Object.entries(all).filter(([other]) => other !== id));
