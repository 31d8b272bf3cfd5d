/** Rates that follow an index: what the index makes of a debt's rate, as changes of it (specification, section 17). */
import { dateOfDay, dayNumber, dueDay, type CalendarDate } from '../quantities/calendar';
import type { DebtEvent } from './events';
import { LIMITS } from '../quantities/limits';
import { type Percent } from '../quantities/rate';
import { anchorOf, beginOfPeriod } from './period-days';
import { firstBeginningOn } from './rate-steps';
import type { DebtTerms, RateChange } from './terms';

/** A value of an index, which holds from a day on. */
export interface IndexValue {
	readonly date: CalendarDate;
	readonly annual: Percent;
}

/** How a debt's rate follows an index; rates in ten-thousandths of a percent. */
export interface FollowsIndex {
	/** On top of the index; below zero: less than it. */
	readonly margin: number;
	/** The first period in which the rate is set anew, and after how many it is again. */
	readonly from: number;
	readonly every: number;
	/** So many days before a period begins its value is looked up; absent: on the day itself. */
	readonly lookBack?: number;
	/** The most by which it moves at once; absent: any amount. */
	readonly step?: Percent;
	/** The highest and the lowest that it may be; absent: any, and none below zero. */
	readonly cap?: Percent;
	readonly floor?: Percent;
	/** Whether a level payment is set anew with it. */
	readonly reamortize?: boolean;
}

/** The same as an agreement says it: from which day on, and not from which period. */
export interface FollowsByDay extends Omit<FollowsIndex, 'from'> {
	/** The rate may be set anew from the first period that begins on this day or later; null: from the first. */
	readonly from: CalendarDate | null;
	/** By date. */
	readonly values: readonly IndexValue[];
}

type Dated = Pick<DebtTerms, 'rate' | 'firstDue' | 'paymentsPerYear' | 'asOf' | 'timing'>;

/**
 * The changes of a debt's rate by the values of an index, in order of date; beyond the last one its value holds. Until
 * there is a value the rate stays.
 */
export function ratesByIndex(
	terms: Dated,
	follows: FollowsIndex,
	values: readonly IndexValue[]
): RateChange[] {
	const { from, every, lookBack = 0, reamortize = false } = follows;
	const anchor = anchorOf(terms);
	const dated = values.map(({ date, annual }) => ({ day: dayNumber(date), annual }));
	const last = dated.at(-1)?.day ?? -Infinity;
	const changes: RateChange[] = [];
	let annual = terms.rate.annual;
	for (let k = from; k <= LIMITS.periods; k += every) {
		const begin = beginOfPeriod(terms, anchor, k);
		const day = (k === 1 ? Math.max(begin, dueDay(anchor, 0)) : begin) - lookBack;
		const value = dated.findLast((one) => one.day <= day);
		const next = value ? setAnew(value.annual, annual, follows) : annual;
		if (next !== annual) changes.push({ from: k, annual: next, reamortize });
		// After the last value it moves on only as long as a step holds it back.
		else if (day >= last) break;
		annual = next;
	}
	return changes;
}

const inPeriods = (terms: Dated, { from, values: _, ...follows }: FollowsByDay): FollowsIndex => ({
	...follows,
	from: from === null ? 1 : firstBeginningOn(terms, dayNumber(from))
});

/** The changes of a debt's rate by an index as events: each on the day on which its period begins. */
export function indexEvents(terms: Dated, follows: FollowsByDay): DebtEvent[] {
	const anchor = anchorOf(terms);
	return ratesByIndex(terms, inPeriods(terms, follows), follows.values).flatMap((change) =>
		'from' in change
			? [
					{
						kind: 'rate' as const,
						id: `${BY_INDEX}${change.from}`,
						date: dateOfDay(beginOfPeriod(terms, anchor, change.from)),
						annual: change.annual,
						reamortize: change.reamortize ?? false,
						ofBalance: null
					}
				]
			: []
	);
}

const BY_INDEX = 'index ';
/** Whether an event is a rate that an index set. */
export const isByIndex = ({ id }: Pick<DebtEvent, 'id'>): boolean => id.startsWith(BY_INDEX);

/** The day from which the rate may be set anew after so many payments, and the one after has begun. */
export function nextReset(terms: Dated, follows: FollowsByDay, elapsed: number): CalendarDate {
	const { from, every } = inPeriods(terms, follows);
	const next = elapsed + 2;
	const k = from >= next ? from : from + every * Math.ceil((next - from) / every);
	return dateOfDay(beginOfPeriod(terms, anchorOf(terms), k));
}

/** The rate by a value of the index: with the margin, within a step of the one before, then within cap and floor. */
function setAnew(
	value: Percent,
	before: Percent,
	{
		margin,
		step = Infinity as Percent,
		cap = Infinity as Percent,
		floor = 0 as Percent
	}: FollowsIndex
): Percent {
	const moved = Math.min(Math.max(value + margin, before - step), before + step);
	return Math.max(Math.min(moved, cap), floor) as Percent;
}
