/** The working of a plan's totals, as data: of which debts' figures each is made. */
import type { Cents } from './money';
import type { CalendarDate } from './calendar';
import type { PlanTotals } from './planned';
import { planDifference } from './plan-answers';

/** A figure of a plan, or of how it stands against its baseline. */
export interface PlanFigure {
	readonly of: 'plan';
	readonly name: 'totalInterest' | 'payoffDate' | 'months' | 'interestLess' | 'monthsSooner';
}

export type PlanWorking =
	/** A sum over the debts. */
	| {
			readonly kind: 'sum of debts';
			readonly parts: readonly { readonly id: string; readonly amount: Cents }[];
			readonly total: Cents;
	  }
	/** The latest of the debts' payoff dates. */
	| {
			readonly kind: 'latest';
			readonly parts: readonly { readonly id: string; readonly date: CalendarDate }[];
			readonly date: CalendarDate;
			readonly months: number;
	  }
	/** What the baseline costs less what the plan does. */
	| {
			readonly kind: 'less';
			readonly baseline: Cents;
			readonly plan: Cents;
			readonly less: Cents;
	  }
	/** Calendar months from the plan's end to the baseline's; negative: later. */
	| {
			readonly kind: 'sooner';
			readonly baseline: CalendarDate;
			readonly plan: CalendarDate;
			readonly months: number;
	  };

/** How a figure of a plan comes about; null where there is no such figure. */
export function planWorkingOf(
	plan: PlanTotals,
	baseline: PlanTotals,
	{ name }: PlanFigure
): PlanWorking | null {
	switch (name) {
		case 'totalInterest':
			return {
				kind: 'sum of debts',
				parts: plan.debts.map(({ id, interest }) => ({ id, amount: interest })),
				total: plan.totalInterest
			};
		case 'payoffDate':
		case 'months': {
			if (plan.ending.status !== 'cleared') return null;
			const parts = plan.debts.flatMap(({ id, payoffDate, payoffMonth }) =>
				payoffDate !== null && payoffMonth !== 0 ? [{ id, date: payoffDate }] : []
			);
			return { kind: 'latest', parts, date: plan.ending.payoffDate, months: plan.months };
		}
		case 'interestLess':
		case 'monthsSooner':
			return againstBaseline(plan, baseline, name);
	}
}

function againstBaseline(
	plan: PlanTotals,
	baseline: PlanTotals,
	name: 'interestLess' | 'monthsSooner'
): PlanWorking | null {
	const against = planDifference(plan, baseline);
	if (against.kind !== 'both end') return null;
	if (name === 'interestLess') {
		return {
			kind: 'less',
			baseline: baseline.totalInterest,
			plan: plan.totalInterest,
			less: against.interestLess
		};
	}
	const [mine, theirs] = [plan.ending, baseline.ending];
	if (mine.status !== 'cleared' || theirs.status !== 'cleared') return null;
	return {
		kind: 'sooner',
		baseline: theirs.payoffDate,
		plan: mine.payoffDate,
		months: against.monthsSooner
	};
}
