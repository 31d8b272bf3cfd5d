/** What really happened beside what was planned: where the difference comes from (contract, section 12). */
import { anchorOf, daysOfPeriod } from '../debt/period-days';
import { blankPeriod, openPeriod } from '../debt/period';
import { beforeTheFirst } from '../debt/stretches';
import type { DebtTerms } from '../debt/terms';
import { dueDate, dueDatesUntil, type CalendarDate } from '../quantities/calendar';
import type { Cents } from '../quantities/money';
import { interestOn, periodicRate, type Percent } from '../quantities/rate';
import { asPlanned } from './month';
import { paidByPeriod } from './payments';
import type { Plan, PlannedDebt } from './terms';

/** One period of a debt as a plan expected it, money in minor units. */
interface ExpectedPeriod {
	/** 1, 2, 3 … */
	readonly k: number;
	readonly date: CalendarDate;
	/** The annual rate in force. */
	readonly annual: Percent;
	readonly paid: Cents;
	readonly charges: Cents;
	readonly interest: Cents;
	readonly closing: Cents;
}

/** What a chosen plan expected of one of its debts. */
export interface Forecast {
	readonly terms: DebtTerms;
	readonly periods: readonly ExpectedPeriod[];
}

/** What a plan expects of a debt, by its place in it, period by period. */
export function forecastOf(debts: readonly PlannedDebt[], plan: Plan, index: number): Forecast {
	const planned = debts[index];
	if (!planned) throw new RangeError('a plan has no such debt');
	const terms = asPlanned(planned.terms);
	const anchor = anchorOf(terms);
	const stretch = beforeTheFirst(terms);
	const period = blankPeriod();
	let balance: number = terms.opening;
	const periods = paidByPeriod(debts, plan, index).map(
		({ k, date, amount: paid }): ExpectedPeriod => {
			openPeriod(terms, anchor, stretch, k, balance, period);
			balance = period.owed - paid;
			return {
				k,
				date,
				annual: stretch.annual,
				paid,
				charges: period.charges as Cents,
				interest: period.interest as Cents,
				closing: balance as Cents
			};
		}
	);
	return { terms, periods };
}

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

/** What is known of a debt since a plan was chosen; in order of date. */
export interface Life {
	readonly readings: readonly BalanceReading[];
	readonly payments: readonly DatedAmount[];
	readonly charges: readonly DatedAmount[];
}

/** The parts by which the distance from the forecast grows; each is 0 where all went as planned. */
export const DRIFT_PARTS = ['payments', 'charges', 'balance', 'lender', 'unexplained'] as const;
export type DriftPart = (typeof DRIFT_PARTS)[number];

/** What happened between two readings of a debt, money in minor units. */
export interface Interval {
	readonly date: CalendarDate;
	/** What was expected to be owed on that day, and what is. */
	readonly forecast: Cents;
	readonly balance: Cents;
	/** As printed, or as the contract has it. */
	readonly interest: Cents;
	readonly paid: Cents;
	readonly charges: Cents;
	/** Starred in the contract: what the forecast has in the periods due in it. */
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
}

/** Of amounts in order of date. */
function datedSums(amounts: readonly DatedAmount[]): Dated {
	const sums = [0];
	for (const { amount } of amounts) sums.push((sums.at(-1) ?? 0) + amount);
	const upTo = (day: CalendarDate) => sums[countUntil(amounts, day)] ?? 0;
	return { between: (after, until) => (after < until ? upTo(until) - upTo(after) : 0) };
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
export function happenedTo(forecast: Forecast, life: Life): Interval[] {
	const { terms, periods } = forecast;
	const start = terms.asOf ?? dueDate(terms.firstDue, 0, terms.paymentsPerYear);
	const [payments, charges] = [datedSums(life.payments), datedSums(life.charges)];
	let before: BalanceReading = { date: start, balance: terms.opening };
	return life.readings.map((reading) => {
		const paid = payments.between(before.date, reading.date);
		const charged = charges.between(before.date, reading.date);
		const computed = computedInterest(forecast, before, reading.date, { payments, charges });
		const interest = reading.interest ?? computed;
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
			charges: charged as Cents,
			planned,
			computed,
			parts: {
				payments: (planned.paid - paid) as Cents,
				charges: (charged - planned.charges) as Cents,
				balance: (computed - planned.interest) as Cents,
				lender: (interest - computed) as Cents,
				unexplained: (reading.balance - explained) as Cents
			},
			gap: (reading.balance - owed) as Cents
		};
		before = reading;
		return interval;
	});
}

/** What a forecast has for a day: the closing of the last period due by then. */
export function expectedOn({ terms, periods }: Forecast, day: CalendarDate): Cents {
	return periods[countUntil(periods, day) - 1]?.closing ?? terms.opening;
}

/** The interest of the periods due after a reading, up to a day, on what was really owed in them. */
function computedInterest(
	{ terms, periods }: Forecast,
	from: BalanceReading,
	until: CalendarDate,
	{ payments, charges }: { readonly payments: Dated; readonly charges: Dated }
): Cents {
	const { firstDue, paymentsPerYear, asOf } = terms;
	const dateOf = (k: number): CalendarDate =>
		k === 0 && asOf !== undefined ? asOf : dueDate(firstDue, k, paymentsPerYear);
	const anchor = anchorOf(terms);
	const days = { days: 0, leapDays: 0 };
	let sum = 0;
	let left: number | null = null;
	for (
		let k = dueDatesUntil(firstDue, from.date, paymentsPerYear) + 1;
		dateOf(k) <= until;
		k += 1
	) {
		const [begin, due] = [dateOf(k - 1), dateOf(k)];
		// What was paid in the period before the reading counts at its end; what was bought is in the balance.
		const bearing: number =
			left === null
				? from.balance + payments.between(begin, from.date) + charges.between(from.date, due)
				: left + charges.between(begin, due);
		daysOfPeriod(terms, anchor, k, days);
		const annual = periods[k - 1]?.annual ?? periods.at(-1)?.annual ?? terms.rate.annual;
		const rate = periodicRate({ ...terms.rate, annual }, paymentsPerYear);
		const interest = bearing > 0 ? interestOn(rate, bearing, days) : 0;
		sum += interest;
		left = bearing + interest - payments.between(begin, due);
	}
	return sum as Cents;
}
