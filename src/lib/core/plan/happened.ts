/** What really happened beside what was planned: where the difference comes from (contract, section 12). */
import { anchorOf, daysOfPeriod } from '../debt/period-days';
import { blankPeriod, openPeriod } from '../debt/period';
import { beforeTheFirst } from '../debt/stretches';
import type { DebtTerms } from '../debt/terms';
import { dueDate, type CalendarDate } from '../quantities/calendar';
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
}

/** What is known of a debt since a plan was chosen; in order of date. */
export interface Life {
	readonly readings: readonly BalanceReading[];
	readonly payments: readonly DatedAmount[];
	readonly charges: readonly DatedAmount[];
}

/** The parts by which the distance from the forecast grows; each is 0 where all went as planned. */
export const DRIFT_PARTS = ['payments', 'charges', 'balance', 'lender', 'unexplained'] as const;
type DriftPart = (typeof DRIFT_PARTS)[number];

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
	readonly parts: Readonly<Record<DriftPart, Cents>>;
	/** balance − forecast: positive where more is owed than was planned. */
	readonly gap: Cents;
}

/** The intervals between the readings of a debt, from the beginning of its forecast on. */
export function happenedTo(forecast: Forecast, { readings, payments, charges }: Life): Interval[] {
	const { terms } = forecast;
	const start = terms.asOf ?? dueDate(terms.firstDue, 0, terms.paymentsPerYear);
	let before: BalanceReading = { date: start, balance: terms.opening };
	return readings.map((reading) => {
		const within = ({ date }: DatedAmount) => date > before.date && date <= reading.date;
		const paid = total(payments.filter(within));
		const charged = total(charges.filter(within));
		const computed = computedInterest(forecast, before, reading.date, { payments, charges });
		const interest = reading.interest ?? computed;
		const expected = forecast.periods.filter(
			({ date }) => date > before.date && date <= reading.date
		);
		const sum = (of: 'paid' | 'charges' | 'interest') =>
			expected.reduce((all, period) => all + period[of], 0);
		const explained = before.balance + interest + charged - paid;
		const owed = expectedOn(forecast, reading.date);
		const interval: Interval = {
			date: reading.date,
			forecast: owed,
			balance: reading.balance,
			interest,
			paid: paid as Cents,
			charges: charged as Cents,
			parts: {
				payments: (sum('paid') - paid) as Cents,
				charges: (charged - sum('charges')) as Cents,
				balance: (computed - sum('interest')) as Cents,
				lender: (interest - computed) as Cents,
				unexplained: (reading.balance - explained) as Cents
			},
			gap: (reading.balance - owed) as Cents
		};
		before = reading;
		return interval;
	});
}

const total = (amounts: readonly DatedAmount[]): number =>
	amounts.reduce((sum, { amount }) => sum + amount, 0);

/** What a forecast has for a day: the closing of the last period due by then. */
export function expectedOn({ terms, periods }: Forecast, day: CalendarDate): Cents {
	return periods.findLast(({ date }) => date <= day)?.closing ?? terms.opening;
}

/** The interest of the periods due after a reading, up to a day, on what was really owed in them. */
function computedInterest(
	{ terms, periods }: Forecast,
	from: BalanceReading,
	until: CalendarDate,
	{ payments, charges }: Pick<Life, 'payments' | 'charges'>
): Cents {
	const dateOf = (k: number): CalendarDate =>
		k === 0 && terms.asOf !== undefined
			? terms.asOf
			: dueDate(terms.firstDue, k, terms.paymentsPerYear);
	const between = (list: readonly DatedAmount[], after: CalendarDate, to: CalendarDate) =>
		total(list.filter(({ date }) => date > after && date <= to));
	const anchor = anchorOf(terms);
	const days = { days: 0, leapDays: 0 };
	let k = 1;
	while (dateOf(k) <= from.date) k += 1;
	let sum = 0;
	let left: number | null = null;
	for (; dateOf(k) <= until; k += 1) {
		const [begin, due] = [dateOf(k - 1), dateOf(k)];
		// What was paid in the period before the reading counts at its end; what was bought is in the balance.
		const bearing: number =
			left === null
				? from.balance + between(payments, begin, from.date) + between(charges, from.date, due)
				: left + between(charges, begin, due);
		daysOfPeriod(terms, anchor, k, days);
		const annual = periods[k - 1]?.annual ?? periods.at(-1)?.annual ?? terms.rate.annual;
		const rate = periodicRate({ ...terms.rate, annual }, terms.paymentsPerYear);
		const interest = bearing > 0 ? interestOn(rate, bearing, days) : 0;
		sum += interest;
		left = bearing + interest - between(payments, begin, due);
	}
	return sum as Cents;
}
