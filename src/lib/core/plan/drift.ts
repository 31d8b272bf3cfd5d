/** How far a household is from what was expected of it, over its debts (specification, section 12). */
import { dueDate, type CalendarDate } from '../quantities/calendar';
import { type Cents, sumOf } from '../quantities/money';
import {
	DRIFT_PARTS,
	expectedOn,
	intervalsOf,
	type DriftPart,
	type Forecast,
	type Interval,
	type Life
} from './progress';

/** A debt as it was expected, and what is known of it; nothing in it is later than the day that is looked at. */
export interface LivedDebt {
	readonly id: string;
	readonly forecast: Forecast;
	readonly life: Life;
}

export type Parts = Readonly<Record<DriftPart, Cents>>;

/** One debt on a day, money in minor units. */
export interface DebtDrift extends LivedDebt {
	/** Since the forecast began, one for each reading. */
	readonly intervals: readonly Interval[];
	/** At the latest reading; null: it was not read. */
	readonly latest: Interval | null;
	/** The expected balance on the day itself. */
	readonly expected: Cents;
	/** Over all intervals: they add up to the latest gap. */
	readonly parts: Parts;
	/** The sums that the parts are differences of. */
	readonly sums: IntervalSums;
}

/** Sums over the intervals of a debt: expected, actual, and computed interest. */
interface IntervalSums {
	readonly planned: Interval['planned'];
	readonly paid: Cents;
	readonly charges: Cents;
	readonly interest: Cents;
	readonly computed: Cents;
}

/** All that were read, each at its latest reading. */
export interface Drift {
	readonly debts: readonly DebtDrift[];
	/** Those that were read. */
	readonly read: readonly DebtDrift[];
	readonly unread: readonly DebtDrift[];
	readonly owed: Cents;
	readonly expected: Cents;
	/** owed − expected */
	readonly gap: Cents;
	readonly parts: Parts;
}

/** The day on which a forecast of a debt begins: that of its opening balance. */
export const beginOf = ({ terms }: Pick<Forecast, 'terms'>): CalendarDate =>
	terms.asOf ?? dueDate(terms.firstDue, 0, terms.paymentsPerYear);

export function driftOn(debts: readonly LivedDebt[], day: CalendarDate): Drift {
	const drifts = debts.map((debt): DebtDrift => ({
		...debt,
		...followed(debt),
		expected: expectedOn(debt.forecast, day)
	}));
	const read = drifts.filter(({ latest }) => latest !== null);
	const sum = (of: (latest: Interval) => number) =>
		read.reduce((all, { latest }) => all + (latest ? of(latest) : 0), 0) as Cents;
	return {
		debts: drifts,
		read,
		unread: drifts.filter(({ latest }) => latest === null),
		owed: sum(({ balance }) => balance),
		expected: sum(({ forecast }) => forecast),
		gap: sum(({ gap }) => gap),
		parts: partsTogether(read.map(({ parts }) => parts))
	};
}

/** The total expected balance on a day, of all debts. */
export const expectedInAll = (
	debts: readonly { readonly forecast: Forecast }[],
	day: CalendarDate
): Cents => sumOf(debts, ({ forecast }) => expectedOn(forecast, day));

/** The total balance on a day; a debt without a record counts as expected. */
export const owedInAllOn = (
	debts: readonly Pick<DebtDrift, 'forecast' | 'intervals'>[],
	day: CalendarDate
): Cents =>
	sumOf(debts, ({ forecast, intervals }) => {
		const read = intervals.findLast(({ date }) => date <= day);
		return read?.balance ?? expectedOn(forecast, day);
	});

/** Total payments to debts with a record. */
export const paidInAll = ({ read }: Pick<Drift, 'read'>): Cents =>
	sumOf(read, ({ sums }) => sums.paid);

/** The larger of what parts put behind the plan and what they put ahead of it. */
export function largerSide(parts: Parts): Cents {
	const side = (sign: 1 | -1) => sumOf(DRIFT_PARTS, (part) => Math.max(0, sign * parts[part]));
	return Math.max(side(1), side(-1)) as Cents;
}

/** How far the household was off on an earlier day, each debt at its latest reading by then; null: none was read. */
export function gapOn({ read }: Pick<Drift, 'read'>, day: CalendarDate): Cents | null {
	const gaps = read.flatMap(
		({ intervals }) => intervals.findLast(({ date }) => date <= day)?.gap ?? []
	);
	return gaps.length === 0 ? null : sumOf(gaps, (gap) => gap);
}

function sumsOf(intervals: readonly Interval[]): IntervalSums {
	const sum = (of: (interval: Interval) => number) =>
		intervals.reduce((all, interval) => all + of(interval), 0) as Cents;
	return {
		planned: {
			paid: sum(({ planned }) => planned.paid),
			charges: sum(({ planned }) => planned.charges),
			interest: sum(({ planned }) => planned.interest)
		},
		paid: sum(({ paid }) => paid),
		charges: sum(({ charges }) => charges),
		interest: sum(({ interest }) => interest),
		computed: sum(({ computed }) => computed)
	};
}

type Followed = Pick<DebtDrift, 'intervals' | 'latest' | 'parts' | 'sums'>;

/** A debt that has been followed is not followed again as long as nothing of it changes. */
const known = new WeakMap<LivedDebt, Followed>();

function followed(debt: LivedDebt): Followed {
	const before = known.get(debt);
	if (before) return before;
	const begin = beginOf(debt.forecast);
	const readings = debt.life.readings.filter(({ date }) => date > begin);
	const intervals = intervalsOf(debt.forecast, { ...debt.life, readings });
	const all = {
		intervals,
		latest: intervals.at(-1) ?? null,
		parts: partsTogether(intervals.map(({ parts }) => parts)),
		sums: sumsOf(intervals)
	};
	known.set(debt, all);
	return all;
}

/** Part by part. */
function partsTogether(all: readonly Parts[]): Parts {
	const sum = (part: DriftPart) => all.reduce((total, parts) => total + parts[part], 0) as Cents;
	return Object.fromEntries(DRIFT_PARTS.map((part) => [part, sum(part)])) as Parts;
}

/** How it is known what was paid of what differs from the plan: as entered, by the balances, or some of both. */
export type HowPaid = 'entered' | 'inferred' | 'both';

export function howPaid(debts: readonly Pick<DebtDrift, 'intervals'>[]): HowPaid {
	const differing = debts
		.flatMap(({ intervals }) => intervals)
		.filter(({ parts }) => parts.payments !== 0);
	if (differing.every(({ inferred }) => !inferred)) return 'entered';
	return differing.every(({ inferred }) => inferred) ? 'inferred' : 'both';
}

/** Actual less expected payments of a calendar month, of debts with a record. */
export interface MonthPaid {
	/** Its first day. */
	readonly month: CalendarDate;
	readonly expected: Cents;
	readonly paid: Cents;
}

/**
 * Every month in which something was expected or paid, up to the latest reading of each debt. Where what was paid is
 * inferred from the balances it is of no month: what was expected counts as paid.
 */
export function paidByMonth({ read }: Pick<Drift, 'read'>): MonthPaid[] {
	const months = new Map<string, { expected: number; paid: number }>();
	const at = (date: CalendarDate) => {
		const month = date.slice(0, 7);
		const sums = months.get(month) ?? { expected: 0, paid: 0 };
		months.set(month, sums);
		return sums;
	};
	for (const { forecast, life, latest, intervals } of read) {
		if (!latest) continue;
		const isWithin = (date: CalendarDate) => date > beginOf(forecast) && date <= latest.date;
		const isInferred = (day: CalendarDate) =>
			intervals.find(({ date }) => day <= date)?.inferred ?? false;
		for (const { date, paid } of forecast.periods) {
			if (!isWithin(date)) continue;
			at(date).expected += paid;
			if (isInferred(date)) at(date).paid += paid;
		}
		for (const { date, amount } of life.payments) if (isWithin(date)) at(date).paid += amount;
	}
	return [...months]
		.sort(([one], [other]) => (one < other ? -1 : 1))
		.map(([month, { expected, paid }]) => ({
			month: `${month}-01` as CalendarDate,
			expected: expected as Cents,
			paid: paid as Cents
		}));
}

/**
 * What interest and fees have come to: as they were where a debt was read, up to its latest reading, and from there as
 * they were expected, up to a day of each debt's own.
 */
export function costSoFar(
	{ debts }: Pick<Drift, 'debts'>,
	dayOf: (id: string) => CalendarDate
): Cents {
	let sum = 0;
	for (const { id, forecast, life, intervals, latest } of debts) {
		const begin = beginOf(forecast);
		const read = latest?.date ?? begin;
		for (const { interest } of intervals) sum += interest;
		for (const { date, amount, fee } of life.charges) {
			if (fee && date > begin && date <= read) sum += amount;
		}
		for (const { date, interest } of forecast.periods) {
			if (date > read && date <= dayOf(id)) sum += interest;
		}
	}
	return sum as Cents;
}
