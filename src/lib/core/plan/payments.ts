/** The payments of a plan, each on the day on which it is due. */
import { dueDate, monthsBetween, type CalendarDate } from '../quantities/calendar';
import { type Cents, minus, plus } from '../quantities/money';
import type { MonthShare, Plan, PlanMonth, PlannedDebt } from './terms';

/** The payment of a debt in one of its periods; may be 0. */
export interface PeriodPayment {
	/** The month of the plan, from 1. */
	readonly month: number;
	/** Which period of the debt, from 1, and when it is due. */
	readonly k: number;
	readonly date: CalendarDate;
	/** In minor units; the debt's own extras that come with it among it. */
	readonly amount: Cents;
}

/** A plan's payments to one debt, by its position in the list, in each of the debt's periods. */
export function paidByPeriod(
	debts: readonly PlannedDebt[],
	plan: Plan,
	index: number
): PeriodPayment[] {
	const debt = debts[index];
	if (!debt) return [];
	const { firstDue, paymentsPerYear } = debt.terms;
	const begin = monthsBetween(plan.firstMonth, firstDue) + 1;
	const step = 12 / paymentsPerYear;
	const paid: PeriodPayment[] = [];
	for (const { month, shares } of plan.kept) {
		const share = shares.find((one) => one.index === index);
		if (!share) continue;
		const isDue = month >= begin && (month - begin) % step === 0;
		const amounts = share.paidEach ?? (isDue ? [share.paid] : []);
		for (const amount of amounts) {
			const k = paid.length + 1;
			paid.push({ month, k, date: dueDate(firstDue, k, paymentsPerYear), amount });
		}
	}
	return paid;
}

/** The money that leaves the client's account in a month, in minor units: payments to debts and agreement fees. */
export const spentIn = ({ paid, fees }: Pick<PlanMonth, 'paid' | 'fees'>): Cents =>
	plus(paid, fees);

export interface PlanPayment extends PeriodPayment {
	/** Which debt: its place in the list, from 0. */
	readonly index: number;
}

/**
 * Every payment that a plan makes, by month, then by the list of debts (specification, section 9: a plan's month is a
 * calendar month, in which a debt is paid on its own due dates). Together they are what the plan pays to debts.
 */
export const paymentsOf = (debts: readonly PlannedDebt[], plan: Plan): PlanPayment[] =>
	debts
		.flatMap((_, index) => paidByPeriod(debts, plan, index).map((paid) => ({ ...paid, index })))
		.filter(({ amount }) => amount > 0)
		.sort((a, b) => a.month - b.month || a.index - b.index || a.k - b.k);

/** Splits a month's payment: first the month's interest, then principal. */
export function partsOf({ interest, paid }: Pick<MonthShare, 'interest' | 'paid'>): {
	readonly interest: Cents;
	readonly principal: Cents;
} {
	const charged = Math.min(interest, paid) as Cents;
	return { interest: charged, principal: minus(paid, charged) };
}
