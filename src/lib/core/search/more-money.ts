/** The effect of a larger budget, and the amounts at which each debt is paid off sooner. */
import type { Cents } from '../quantities/money';
import { planTotals } from '../plan/walk';
import {
	moneyThatCovers,
	moneyThatEnds,
	moneyThatEndsSooner,
	planDifference,
	withMore,
	type PlanDifference
} from '../plan/answers';
import type { PlannedDebt, PlanTerms } from '../plan/terms';

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
	/** The least that covers what is required throughout, and with which all is over within so many years. */
	readonly covers: Cents | null;
	readonly ends: readonly { readonly years: number; readonly amount: Cents }[];
	/** For each debt the smallest amount a month with which it would be gone sooner. */
	readonly sooner: readonly { readonly id: string; readonly amount: Cents }[];
}

/** The effect of each further step. */
export function boughtBy({ debts, plan, steps }: MoreTask): MoreAnswer['more'] {
	const now = planTotals(debts, plan);
	return steps.map((amount) => ({
		amount,
		gained: planDifference(planTotals(debts, withMore(plan, amount)), now)
	}));
}

/** Ends within so many years are looked for. */
const YEARS = [5, 3, 2, 1];

/** The amounts a month at which the plan changes its face, whatever it is now. */
export function landmarksOf({ debts, steady }: MoreTask): Pick<MoreAnswer, 'covers' | 'ends'> {
	const covers = moneyThatCovers(debts, steady);
	const ends = YEARS.flatMap((years) => {
		const amount = moneyThatEnds(debts, steady, years * 12);
		return amount === null || (covers !== null && amount <= covers) ? [] : [{ years, amount }];
	});
	return { covers, ends };
}

/** Where each debt would be gone sooner; nothing where the money follows what is required. */
export function soonerWith({ debts, plan, steady, present }: MoreTask): MoreAnswer['sooner'] {
	if (present === null) return [];
	return planTotals(debts, plan).debts.flatMap(({ id, payoffMonth: month }) => {
		if (month === null || month === 0) return [];
		const amount = moneyThatEndsSooner(debts, steady, { id, month }, present);
		return amount === null ? [] : [{ id, amount }];
	});
}
