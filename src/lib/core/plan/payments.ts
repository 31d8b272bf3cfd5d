/** The payments of a plan, each on the day on which it is due. */
import { dueDate, monthsBetween, type CalendarDate } from '../quantities/calendar';
import type { Cents } from '../quantities/money';
import type { Plan, PlannedDebt } from './terms';

export interface PlanPayment {
	/** The month of the plan, from 1. */
	readonly month: number;
	/** Which debt: its place in the list, from 0. */
	readonly index: number;
	readonly date: CalendarDate;
	/** In minor units, never 0; the debt's own extras that come with it among it. */
	readonly amount: Cents;
}

/**
 * Every payment that a plan makes, by month, then by the list of debts (contract, section 9: a plan's month is a
 * calendar month, in which a debt is paid on its own due dates). Together they are what the plan pays to debts.
 */
export function paymentsOf(debts: readonly PlannedDebt[], plan: Plan): PlanPayment[] {
	const made = debts.map(() => 0);
	return plan.kept.flatMap(({ month, shares }) =>
		shares.flatMap(({ index, paid, paidEach }) => {
			const debt = debts[index];
			if (!debt) return [];
			const { firstDue, paymentsPerYear } = debt.terms;
			const on = (k: number) => dueDate(firstDue, k, paymentsPerYear);
			if (paidEach === undefined) {
				const begin = monthsBetween(plan.firstMonth, firstDue) + 1;
				const k = Math.floor((month - begin) / (12 / paymentsPerYear)) + 1;
				return paid > 0 ? [{ month, index, date: on(k), amount: paid }] : [];
			}
			const from = made[index] ?? 0;
			made[index] = from + paidEach.length;
			return paidEach.flatMap((amount, at) =>
				amount > 0 ? [{ month, index, date: on(from + at + 1), amount }] : []
			);
		})
	);
}
