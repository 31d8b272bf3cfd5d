import {
	cureOf,
	eventMonths,
	furthestMoved,
	moreThatCovers,
	planDifference,
	requiredAtBegin
} from '../core/plan/answers';
import { plannedDebts } from '../document/case';
import type { Cents } from '../core/quantities/money';
import type { Plan, PlanTerms, PlanTotals } from '../core/plan/terms';
import { planTotals } from '../core/plan/walk';
import {
	cameTo,
	carriedPlan,
	changedDebts,
	measuredPlan,
	type ChangedDebts
} from '../document/carried-plans';
import { same } from '../document/same';
import { writingOf } from '../reading/writing';
import {
	planMonths,
	planTerms,
	sheetTerms,
	type PlanEntry,
	type PlanMonths
} from '../document/plan';
import { listedDebts, planDebtName, type Listed } from '../words/plan';
import { measureWords } from '../words/plan-names';
import type { CaseDesk } from './case-desk.svelte';

/** The plan on the desk and what it comes to: the core's answers, worked out anew as it changes. */
export class PlanInHand {
	readonly #desk: () => CaseDesk;
	readonly #wanted: () => string | null;

	/** `wanted` says which plan; null, or one that is gone: the last looked at, the chosen one, or the first. */
	constructor(desk: () => CaseDesk, wanted: () => string | null) {
		this.#desk = desk;
		this.#wanted = wanted;
	}

	readonly #document = $derived.by(() => this.#desk().document);
	readonly writing = $derived(writingOf(this.#document));
	readonly asOf = $derived(this.#document.asOf);
	readonly plans = $derived(this.#document.plans);
	readonly entry: PlanEntry = $derived.by(() => {
		const entry = this.#desk().planMeant(this.#wanted());
		if (!entry) throw new Error('a case without a plan');
		return entry;
	});
	readonly entries = $derived(this.#document.debts);

	// What doesn't change while the money is slid is worked out from these alone.
	readonly #pays = $derived(this.entry.pays);
	readonly #changes = $derived(this.entry.changes);
	readonly #order = $derived(this.entry.order);
	readonly #ids = $derived(this.entry.listed);
	readonly #events = $derived(this.entry.events);
	readonly #programme = $derived(this.entry.programme);
	readonly #aside = $derived(this.entry.aside);
	/** Income and needs of the household, which plans share. */
	readonly sheet = $derived(this.#document.sheet);
	readonly #household = $derived({ debts: this.entries, sheet: this.sheet });

	readonly #changed: ChangedDebts = $derived(
		changedDebts(
			{ debts: this.entries, asOf: this.asOf },
			{ pays: this.#pays, changes: this.#changes, aside: this.#aside }
		)
	);
	readonly debts = $derived(this.#changed.debts);
	/** Why what the plan changes is not possible; it is then carried out without. */
	readonly refusal = $derived(this.#changed.refusal);
	readonly listed: readonly Listed[] = $derived(
		listedDebts({ debts: this.entries, plans: this.plans }, this.debts, this.writing)
	);
	/** Every debt by its name, also one that a change can't bring yet, or that another plan brings. */
	readonly nameOf = (id: string): string =>
		this.listed.find((debt) => debt.id === id)?.name ??
		planDebtName({ debts: this.entries, plans: this.plans }, id, this.writing);
	readonly unfinished = $derived(
		this.entries.filter(({ id }) => !this.#aside.includes(id)).length -
			this.listed.filter(({ isNew }) => !isNew).length
	);
	readonly #begins = $derived(this.entry.begins);
	readonly months: PlanMonths = $derived(
		planMonths({ begins: this.#begins }, this.debts, this.asOf)
	);
	readonly firstMonth = $derived(this.months.firstMonth);
	/** Its money until somebody names an amount. */
	readonly usualMoney = $derived(this.months.usualMoney());

	readonly against = $derived(this.#document.against);
	/** A measure that is no plan stays the same whatever becomes of the plans. */
	readonly #measurePlan = $derived(this.plans.find(({ id }) => id === this.against));
	/** The baseline of the plan. */
	readonly baseline: Plan = $derived(
		measuredPlan({
			...this.#household,
			asOf: this.asOf,
			against: this.against,
			plans: this.#measurePlan ? [this.#measurePlan] : []
		})
	);
	readonly measureWords = $derived(measureWords(this.against, this.plans, this.writing));
	readonly terms: PlanTerms = $derived(
		planTerms(this.entry, this.months, this.#household, this.#changed.fees)
	);
	/** Computed plans, so that the answer before a change is not computed again. */
	readonly #cameTo = new WeakMap<PlanEntry, { debts: ChangedDebts['debts']; plan: Plan }>();
	readonly plan: Plan = $derived.by(() => {
		const plan = cameTo(this.#changed, this.terms);
		this.#cameTo.set(this.entry, { debts: this.debts, plan });
		return plan;
	});
	/** How it compares with that; null where it is that itself. */
	readonly measure = $derived(
		this.against === this.entry.id
			? null
			: { difference: planDifference(this.plan, this.baseline), words: this.measureWords }
	);
	readonly events = $derived(eventMonths(this.plan, this.terms));
	/** So much more a month would cover every month, where the money is what the budget sheet leaves; null: it does. */
	readonly moreCovers: Cents | null = $derived(
		this.entry.budget.kind === 'sheet' && this.plan.shortMonths.length > 0
			? moreThatCovers(this.debts, this.terms)
			: null
	);
	/** The debt that short months pay first; null where each gets a share. */
	readonly paidFirst: string | null = $derived.by(() => {
		const first = this.plan.kept[(this.plan.shortMonths[0]?.month ?? 0) - 1];
		const open = first?.shares.map(({ index }) => this.debts[index]?.id) ?? [];
		const id = this.terms.shortOrder?.find((one) => open.includes(one));
		return id === undefined ? null : this.nameOf(id);
	});
	/** The debts that are left aside, and what each asks at first; null: its terms are not complete. */
	readonly aside = $derived.by(() => {
		const stated = plannedDebts({ debts: this.entries, asOf: this.asOf }, this.#pays);
		return this.entries.flatMap(({ id }, place) => {
			if (!this.#aside.includes(id)) return [];
			const debt = stated.find((one) => one.id === id);
			return [{ id, place, name: this.nameOf(id), asks: debt ? requiredAtBegin([debt]) : null }];
		});
	});
	readonly sheetTerms = $derived(sheetTerms(this.sheet));
	/** The same plan without savings; null where it has none. */
	readonly withoutSavings: PlanTotals | null = $derived.by(() => {
		const { savings, ...terms } = this.terms;
		return savings && this.refusal === null ? planTotals(this.debts, terms) : null;
	});

	/** The plan but for its money. */
	readonly steady: PlanTerms = $derived(
		planTerms(
			{
				budget: { kind: 'required' },
				order: this.#order,
				listed: this.#ids,
				savings: null,
				shortOrder: null,
				programme: this.#programme,
				events: this.#events
			},
			this.months,
			this.#household,
			this.#changed.fees
		)
	);
	/** The budget that would cover the first short months; null if there are none, or no amount was named. */
	readonly cure = $derived(cureOf(this.debts, this.terms, this.plan));
	/** The same amount each month; null where the money follows what is required. */
	readonly present = $derived(
		this.entry.budget.kind === 'constant' ? (this.entry.budget.amount ?? this.usualMoney) : null
	);
	readonly #kept = $derived.by(() => this.#desk().before.ofPlan(this.entry.id));
	/** The debts as they were before the changes that were made from here. */
	readonly #debtsBefore = $derived(
		this.#kept && this.entries.map((debt) => this.#kept?.debts[debt.id] ?? debt)
	);
	/** The plan before the change; sliding on keeps it. */
	readonly #resultBefore: Plan | null = $derived.by(() => {
		if (!this.#kept || !this.#debtsBefore) return null;
		const known = this.#cameTo.get(this.#kept.plan);
		const { sheet } = this.#kept;
		const isAlone = sheet === this.sheet && Object.keys(this.#kept.debts).length === 0;
		if (known?.debts === this.debts && isAlone) return known.plan;
		const owing = { sheet, debts: this.#debtsBefore, asOf: this.asOf };
		return carriedPlan(owing, this.#kept.plan).plan;
	});
	/** The plan and its debts as they were before, and what they came to; null where nothing is changed. */
	readonly before = $derived.by(() => {
		const [plan, debts, result] = [this.#kept?.plan, this.#debtsBefore, this.#resultBefore];
		if (!plan || !debts || !result) return null;
		const sameDebts = debts.every((debt, place) => debt === this.entries[place]);
		const sheet = this.#kept?.sheet ?? this.sheet;
		const isSame = sameDebts && same(plan, this.entry) && same(sheet, this.sheet);
		return isSame ? null : { plan, sheet, debts, result };
	});
	/** The debt whose end the change has moved furthest. */
	readonly moved = $derived.by(() => {
		const found = this.before && furthestMoved(this.plan, this.before.result);
		const debt = found && this.listed.find(({ id }) => id === found.id);
		return found && debt ? { name: debt.name, monthsSooner: found.monthsSooner } : null;
	});
}
