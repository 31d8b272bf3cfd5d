/** A plan that is paid out of one deposit: the client pays once a month, the agency pays the creditors on their due dates. */
import {
	addMonths,
	calendarDate,
	dateParts,
	endOfMonth,
	type CalendarDate
} from '../quantities/calendar';
import { ZERO, type Cents } from '../quantities/money';
import { paymentsOf, spentIn } from './payments';
import type { ChangeFees, ConcessionFees, Plan, PlannedDebt } from './terms';

/** The fees of such a plan, by the agency's schedule (specification, section 10). */
export interface DepositFees {
	readonly setUpFee: Cents;
	readonly monthly: ConcessionFees['monthly'];
}

/**
 * The fees of a plan with those of its deposit: they are due from the month in which its money begins, as long as one of
 * its debts is open.
 */
export function withDepositFees(
	fees: ChangeFees,
	{ setUpFee, monthly }: DepositFees,
	from: number,
	debts: readonly string[]
): ChangeFees {
	return { ...fees, concessions: [...fees.concessions, { from, debts, setUpFee, monthly }] };
}

/** A payment to a creditor, by its place in the list of debts. */
interface PaidOut {
	readonly index: number;
	readonly date: CalendarDate;
	readonly amount: Cents;
	/** Whether it is due before the deposit of its month. */
	readonly isEarly: boolean;
}

/** A month of the deposit: what the client pays on which day, and what becomes of it. */
export interface DepositMonth {
	/** From 1. */
	readonly month: number;
	readonly date: CalendarDate;
	/** Payments to creditors and fees, in minor units. */
	readonly deposit: Cents;
	readonly fee: Cents;
	/** By due date. */
	readonly paidOut: readonly PaidOut[];
}

/** A day of a month, or its last one where it has no such day. */
const dayIn = (month: CalendarDate, day: number): CalendarDate => {
	const { year, month: of } = dateParts(month);
	return calendarDate({ year, month: of, day }) ?? endOfMonth(month);
};

/**
 * The deposits of a plan, a month each from the one in which its money begins; what is paid to debts and kept as fees
 * is what was deposited.
 */
export function depositsOf(debts: readonly PlannedDebt[], plan: Plan, day: number): DepositMonth[] {
	const payments = new Map<number, ReturnType<typeof paymentsOf>>();
	for (const one of paymentsOf(debts, plan))
		payments.set(one.month, [...(payments.get(one.month) ?? []), one]);
	return plan.kept
		.filter(({ month }) => month >= plan.begins)
		.map((of) => {
			const date = dayIn(addMonths(plan.firstMonth, of.month - 1), day);
			const paidOut = (payments.get(of.month) ?? [])
				.map(({ index, date: due, amount }) => ({ index, date: due, amount, isEarly: due < date }))
				.sort((a, b) => (a.date === b.date ? a.index - b.index : a.date < b.date ? -1 : 1));
			return { month: of.month, date, deposit: spentIn(of), fee: of.fees, paidOut };
		})
		.filter(({ deposit }) => deposit > 0);
}

/** A debt that is due before the deposit of its month, and on which day of the month at the earliest. */
export interface EarlyDebt {
	readonly index: number;
	readonly day: number;
}

/** The debts that are due before a deposit, by the list. */
export function dueEarly(deposits: readonly DepositMonth[]): EarlyDebt[] {
	const days = new Map<number, number>();
	for (const { index, date, isEarly } of deposits.flatMap(({ paidOut }) => paidOut)) {
		const { day } = dateParts(date);
		if (isEarly) days.set(index, Math.min(day, days.get(index) ?? day));
	}
	return [...days].map(([index, day]) => ({ index, day })).sort((a, b) => a.index - b.index);
}

/** The latest day of the month on which nothing is due before the deposit; 1 where every day has something. */
export const latestDay = (deposits: readonly DepositMonth[]): number =>
	Math.min(
		31,
		...deposits.flatMap(({ paidOut }) => paidOut.map(({ date }) => dateParts(date).day))
	);

/** No fee, where it is waived. */
export const NO_DEPOSIT_FEES: DepositFees = {
	setUpFee: ZERO,
	monthly: { kind: 'amount', amount: ZERO }
};
