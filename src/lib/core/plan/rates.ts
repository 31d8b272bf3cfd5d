/** Where the rate of a debt changes in a plan. */
import { dueDate, monthsBetween } from '../quantities/calendar';
import { rateStepsOf } from '../debt/rate-steps';
import type { Percent } from '../quantities/rate';
import type { PlannedDebt, PlanTotals } from './terms';

/** The months of a plan, from 1, from which a debt has another annual rate, as far as it is still owed then. */
export function rateChangesByMonth(
	debts: readonly PlannedDebt[],
	plan: PlanTotals,
	index: number
): { readonly month: number; readonly annual: Percent }[] {
	const terms = debts[index]?.terms;
	if (!terms) return [];
	const until = plan.debts[index]?.payoffMonth ?? plan.months;
	return rateStepsOf(terms)
		.map(({ affects, annual }) => {
			const day = dueDate(terms.firstDue, affects, terms.paymentsPerYear);
			return { month: monthsBetween(plan.firstMonth, day) + 1, annual };
		})
		.filter(({ month }) => month <= until);
}
