/** What more money a month buys, and where each debt would be gone sooner. */
import type { Cents } from './money';
import { planTotals } from './plan';
import { moneyThatEndsSooner, planDifference, withMore, type PlanDifference } from './plan-answers';
import type { PlannedDebt, PlanTerms } from './planned';

export interface MoreTask {
	readonly debts: readonly PlannedDebt[];
	readonly plan: PlanTerms;
	/** So much more a month is tried. */
	readonly steps: readonly Cents[];
	/** The plan but for its money, and that where it is the same in each month. */
	readonly steady: PlanTerms;
	readonly present: Cents | null;
}

export interface MoreAnswer {
	readonly more: readonly { readonly amount: Cents; readonly gained: PlanDifference }[];
	/** For each debt the smallest amount a month with which it would be gone sooner. */
	readonly sooner: readonly { readonly id: string; readonly amount: Cents }[];
}

/** What each step more buys. */
export function boughtBy({ debts, plan, steps }: MoreTask): MoreAnswer['more'] {
	const now = planTotals(debts, plan);
	return steps.map((amount) => ({
		amount,
		gained: planDifference(planTotals(debts, withMore(plan, amount)), now)
	}));
}

/** Where each debt would be gone sooner; nothing where the money follows what is asked. */
export function soonerWith({ debts, plan, steady, present }: MoreTask): MoreAnswer['sooner'] {
	if (present === null) return [];
	return planTotals(debts, plan).debts.flatMap(({ id, payoffMonth: month }) => {
		if (month === null || month === 0) return [];
		const amount = moneyThatEndsSooner(debts, steady, { id, month }, present);
		return amount === null ? [] : [{ id, amount }];
	});
}
