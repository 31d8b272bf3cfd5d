/** Compares recorded balances with a forecast and splits the difference (specification, section 12). */
import { anchorOf, dateOfTerms, daysOfPeriod, periodsBeforeFirst } from '../debt/period-days';
import { rateStepsOf } from '../debt/rate-steps';
import type { DebtTerms } from '../debt/terms';
import { dueDate, dueDatesUntil, type CalendarDate } from '../quantities/calendar';
import { roundedShare, type Cents, atLeastZero, minus } from '../quantities/money';
import { interestOn, NO_DAYS } from '../quantities/rate';
import { periodicRate } from '../debt/interest/all-ways';
import { periodsOf, type PlannedPeriod } from './records';
import type { Plan, PlannedDebt } from './terms';

/** One period of a debt as a plan expected it, money in minor units. */
export type ExpectedPeriod = Omit<PlannedPeriod, 'month' | 'opening' | 'forgiven' | 'balances'>;

/** The forecast of a chosen plan for one debt. */
export interface Forecast {
	readonly terms: DebtTerms;
	readonly periods: readonly ExpectedPeriod[];
}

/** Makes the forecast of a plan for a debt, by its position in it. */
export const forecastOf = (debts: readonly PlannedDebt[], plan: Plan, index: number): Forecast =>
	periodsOf(debts, plan, index);

/** A balance as a statement has it, with the interest since the one before where that is printed. */
interface BalanceReading {
	readonly date: CalendarDate;
	readonly balance: Cents;
	readonly interest?: Cents;
}

/** Something that was paid, bought or charged, on its day. */
export interface DatedAmount {
	readonly date: CalendarDate;
	readonly amount: Cents;
	/** Of a charge: whether it is a fee. */
	readonly fee?: boolean;
}

/** The records of a debt since a plan was chosen, by date. */
export interface Life {
	readonly readings: readonly BalanceReading[];
	readonly payments: readonly DatedAmount[];
	readonly charges: readonly DatedAmount[];
}

/** The parts by which the distance from the forecast grows; each is 0 where all went as planned. */
export const DRIFT_PARTS = ['payments', 'charges', 'balance', 'creditor', 'unexplained'] as const;
export type DriftPart = (typeof DRIFT_PARTS)[number];

/** The interval between two recorded balances of a debt, money in minor units. */
export interface Interval {
	readonly date: CalendarDate;
	/** The expected and the actual balance on that day. */
	readonly forecast: Cents;
	readonly balance: Cents;
	/** As printed, or as the specification has it. */
	readonly interest: Cents;
	readonly paid: Cents;
	/** Whether that is inferred from the balances: no payment is entered, not even one of zero. */
	readonly inferred: boolean;
	readonly charges: Cents;
	/** Starred in the specification: what the forecast has in the periods due in it. */
	readonly planned: { readonly paid: Cents; readonly charges: Cents; readonly interest: Cents };
	/** I′ */
	readonly computed: Cents;
	readonly parts: Readonly<Record<DriftPart, Cents>>;
	/** balance − forecast: positive where more is owed than was planned. */
	readonly gap: Cents;
}

/** Sums of dated amounts between days, without going through them again for each. */
interface Dated {
	/** After one day, up to and with another. */
	readonly between: (after: CalendarDate, until: CalendarDate) => number;
	/** How many there are between them; one of zero counts. */
	readonly count: (after: CalendarDate, until: CalendarDate) => number;
}

/** Of amounts in order of date. */
function datedSums(amounts: readonly DatedAmount[]): Dated {
	const sums = [0];
	for (const { amount } of amounts) sums.push((sums.at(-1) ?? 0) + amount);
	const upTo = (day: CalendarDate) => sums[countUntil(amounts, day)] ?? 0;
	return {
		between: (after, until) => (after < until ? upTo(until) - upTo(after) : 0),
		count: (after, until) => countUntil(amounts, until) - countUntil(amounts, after)
	};
}

/** How many of a list in order of date are not later than a day. */
function countUntil(list: readonly { readonly date: CalendarDate }[], day: CalendarDate): number {
	let [before, after] = [-1, list.length];
	while (after - before > 1) {
		const middle = (before + after) >> 1;
		if ((list[middle]?.date ?? day) <= day) before = middle;
		else after = middle;
	}
	return before + 1;
}

/** The intervals between the readings of a debt, from the beginning of its forecast on. */
export function intervalsOf(forecast: Forecast, life: Life): Interval[] {
	const { terms, periods } = forecast;
	const start = terms.asOf ?? dueDate(terms.firstDue, 0, terms.paymentsPerYear);
	const [payments, charges] = [datedSums(life.payments), datedSums(life.charges)];
	let before: BalanceReading = { date: start, balance: terms.opening };
	return life.readings.map((reading) => {
		const charged = charges.between(before.date, reading.date);
		const inferred = payments.count(before.date, reading.date) === 0;
		const known = { payments, charges, inferred };
		const { interest: computed } = passed(forecast, before, reading.date, known);
		const interest = reading.interest ?? computed;
		const paid = inferred
			? Math.max(0, before.balance + interest + charged - reading.balance)
			: payments.between(before.date, reading.date);
		const expected = periods.slice(
			countUntil(periods, before.date),
			countUntil(periods, reading.date)
		);
		const sum = (of: 'paid' | 'charges' | 'interest') =>
			expected.reduce((all, period) => all + period[of], 0) as Cents;
		const planned = { paid: sum('paid'), charges: sum('charges'), interest: sum('interest') };
		const explained = before.balance + interest + charged - paid;
		const owed = expectedOn(forecast, reading.date);
		const interval: Interval = {
			date: reading.date,
			forecast: owed,
			balance: reading.balance,
			interest,
			paid: paid as Cents,
			inferred,
			charges: charged as Cents,
			planned,
			computed,
			parts: {
				payments: minus(planned.paid, paid),
				charges: minus(charged, planned.charges),
				balance: minus(computed, planned.interest),
				creditor: minus(interest, computed),
				unexplained: minus(reading.balance, explained)
			},
			gap: minus(reading.balance, owed)
		};
		before = reading;
		return interval;
	});
}

/** The forecast's balance on a day: the closing of the last period due by then. */
export function expectedOn({ terms, periods }: Forecast, day: CalendarDate): Cents {
	return periods[countUntil(periods, day) - 1]?.closing ?? terms.opening;
}

interface Known {
	readonly payments: Dated;
	readonly charges: Dated;
	/** Whether no payment is entered since the reading: each period counts as paid what was planned. */
	readonly inferred: boolean;
}

/** Computes the periods due after a record, up to a day, on the actual balance. */
interface Passed {
	/** I′ */
	readonly interest: Cents;
	/** The balance after the last of them, and its due date; null if none is due. */
	readonly last: { readonly left: number; readonly date: CalendarDate } | null;
}

function passed(
	{ terms, periods }: Forecast,
	from: BalanceReading,
	until: CalendarDate,
	{ payments, charges, inferred }: Known
): Passed {
	const { paymentsPerYear } = terms;
	const firstRow = 1 - periodsBeforeFirst(terms);
	const expectedAt = (k: number) => periods[k - (periods[0]?.k ?? 1)];
	const anchor = anchorOf(terms);
	const rates = rateStepsOf(terms);
	const days = { ...NO_DAYS };
	let sum = 0;
	let last: Passed['last'] = null;
	for (let k = firstDueAfter(terms, firstRow, from.date); dateOfTerms(terms, k) <= until; k += 1) {
		const [begun, due] = [dateOfTerms(terms, k - 1), dateOfTerms(terms, k)];
		// What is known before the first of these periods begins belongs to it.
		const begin: CalendarDate = last === null && begun > from.date ? from.date : begun;
		const before = payments.between(begin, from.date);
		// What was paid in the period before the reading counts at its end; what was bought is in the balance.
		const bearing: number =
			last === null
				? from.balance + before + charges.between(from.date, due)
				: last.left + charges.between(begin, due);
		daysOfPeriod(terms, anchor, k, days);
		const expected = expectedAt(k);
		const annual = expected?.annual ?? periods.at(-1)?.annual ?? terms.rate.annual;
		const later = expected ? rates.filter(({ from: first }) => first > k) : [];
		const rate = periodicRate({ ...terms.rate, annual }, paymentsPerYear, 'cent', later);
		const effective = (expected ?? periods.at(-1))?.effective;
		const interest =
			bearing <= 0
				? 0
				: effective && effective.on > 0
					? roundedShare(bearing, effective.interest, effective.on) +
						(expected ? effective.deferred : 0)
					: interestOn(rate, bearing, days);
		sum += interest;
		const paid = inferred ? Math.max(expected?.paid ?? 0, before) : payments.between(begin, due);
		last = { left: bearing + interest - paid, date: due };
	}
	return { interest: sum as Cents, last };
}

/** A balance that was read, carried on to a later day. */
export interface CarriedBalance {
	/** At least zero. */
	readonly balance: Cents;
	/** The day from which interest runs on: that of the reading, or the last due date passed since. */
	readonly day: CalendarDate;
	/** Whether a payment that nobody entered counts in it as it was planned. */
	readonly assumed: boolean;
}

/**
 * What is owed on a day by a reading before it: what was entered since is in it, and due dates that have passed bear
 * interest and count as paid as planned where no payment is entered since (specification, section 12, "Going on from here").
 */
export function carriedBalance(
	forecast: Forecast,
	from: BalanceReading,
	on: CalendarDate,
	life: Pick<Life, 'payments' | 'charges'>
): CarriedBalance {
	const [payments, charges] = [datedSums(life.payments), datedSums(life.charges)];
	const inferred = payments.count(from.date, on) === 0;
	const { last } = passed(forecast, from, on, { payments, charges, inferred });
	const { left, date: day } = last ?? { left: from.balance as number, date: from.date };
	const owed = left + charges.between(day, on) - payments.between(day, on);
	return { balance: atLeastZero(owed), day, assumed: inferred && last !== null };
}

/** The first period of a run that is due after a day. */
function firstDueAfter(terms: DebtTerms, firstRow: number, day: CalendarDate): number {
	let k = dueDatesUntil(terms.firstDue, day, terms.paymentsPerYear) + 1;
	while (k > firstRow && dateOfTerms(terms, k - 1) > day) k -= 1;
	return k;
}
