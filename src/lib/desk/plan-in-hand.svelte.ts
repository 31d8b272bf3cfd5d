import { cureOf, eventMonths, furthestMoved, planDifference } from '../core/plan/answers';
import type { Plan, PlanTerms } from '../core/plan/terms';
import {
	cameTo,
	carriedPlan,
	changedDebts,
	measuredPlan,
	type ChangedDebts
} from '../document/carried-plans';
import { same } from '../document/same';
import { writingOf } from '../reading/writing';
import { planMonths, planTerms, type PlanEntry, type PlanMonths } from '../document/plan';
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

	readonly #changed: ChangedDebts = $derived(
		changedDebts(
			{ debts: this.entries, asOf: this.asOf },
			{ pays: this.#pays, changes: this.#changes }
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
		this.entries.length - this.listed.filter(({ isNew }) => !isNew).length
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
			debts: this.entries,
			asOf: this.asOf,
			against: this.against,
			plans: this.#measurePlan ? [this.#measurePlan] : []
		})
	);
	readonly measureWords = $derived(measureWords(this.against, this.plans, this.writing));
	readonly terms: PlanTerms = $derived(planTerms(this.entry, this.months, this.#changed.fees));
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

	/** The plan but for its money. */
	readonly steady: PlanTerms = $derived(
		planTerms(
			{
				budget: { kind: 'required' },
				order: this.#order,
				listed: this.#ids,
				events: this.#events
			},
			this.months,
			this.#changed.fees
		)
	);
	/** The budget that would cover the first short months; null if there are none. */
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
		if (known?.debts === this.debts && Object.keys(this.#kept.debts).length === 0)
			return known.plan;
		return carriedPlan({ debts: this.#debtsBefore, asOf: this.asOf }, this.#kept.plan).plan;
	});
	/** The plan and its debts as they were before, and what they came to; null where nothing is changed. */
	readonly before = $derived.by(() => {
		const [plan, debts, result] = [this.#kept?.plan, this.#debtsBefore, this.#resultBefore];
		if (!plan || !debts || !result) return null;
		const sameDebts = debts.every((debt, place) => debt === this.entries[place]);
		return sameDebts && same(plan, this.entry) ? null : { plan, debts, result };
	});
	/** The debt whose end the change has moved furthest. */
	readonly moved = $derived.by(() => {
		const found = this.before && furthestMoved(this.plan, this.before.result);
		const debt = found && this.listed.find(({ id }) => id === found.id);
		return found && debt ? { name: debt.name, monthsSooner: found.monthsSooner } : null;
	});
}
