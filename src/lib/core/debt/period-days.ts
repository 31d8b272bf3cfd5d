import {
	dayNumber,
	dueAnchor,
	dueDate,
	dueDay,
	type CalendarDate,
	type DueAnchor
} from '../quantities/calendar';
import type { DebtTerms } from './terms';
import { countDays, type PeriodDays } from '../quantities/rate';
import { isByDay } from './interest/all-ways';

/** The due dates of a debt, ready to have the days between them counted. */
export const anchorOf = ({
	firstDue,
	paymentsPerYear
}: Pick<DebtTerms, 'firstDue' | 'paymentsPerYear'>): DueAnchor =>
	dueAnchor(firstDue, paymentsPerYear);

type Dates = Pick<DebtTerms, 'firstDue' | 'paymentsPerYear' | 'asOf' | 'timing' | 'rate'>;

/**
 * Counts the days of period k into `into` (specification, sections 2 and 7). In arrears it runs from the
 * previous due date, the first from `asOf`, to its own; in advance from its own to the next one.
 */
export function daysOfPeriod(terms: Dates, anchor: DueAnchor, k: number, into: PeriodDays): void {
	countDays(
		beginOfPeriod(terms, anchor, k),
		dueDay(anchor, terms.timing === 'advance' ? k + 1 : k),
		into
	);
}

/**
 * The day number on which period k begins (specification, section 7). Period 1 begins on the day of the balance; where
 * interest is not charged by the day, never before due date 0, since whole periods before that are periods of their own.
 */
export function beginOfPeriod(terms: Dates, anchor: DueAnchor, k: number): number {
	if (terms.timing === 'advance') return dueDay(anchor, k);
	const previous = dueDay(anchor, k - 1);
	if (k !== 1 || terms.asOf === undefined) return previous;
	const start = dayNumber(terms.asOf);
	return isByDay(terms.rate) ? start : Math.max(start, previous);
}

/**
 * How many whole periods lie between the day of the balance and due date 0 (specification, section 7): they bear
 * interest, and nothing is due in them. They are counted 0, −1, … back from period 1.
 */
export function periodsBeforeFirst(terms: Dates): number {
	const { asOf, timing, rate, firstDue, paymentsPerYear } = terms;
	if (asOf === undefined || timing === 'advance' || isByDay(rate)) return 0;
	let count = 0;
	while (dueDate(firstDue, -count - 1, paymentsPerYear) >= asOf) count += 1;
	return count;
}

/** Whether period 1 is longer than the others: interest by the day, from a balance of an earlier day than due date 0. */
export const isFirstLonger = (terms: Dates): boolean =>
	terms.asOf !== undefined &&
	terms.timing !== 'advance' &&
	isByDay(terms.rate) &&
	terms.asOf < dueDate(terms.firstDue, 0, terms.paymentsPerYear);

/** The due date of period k; before the first of all of them the day of the balance. */
export function dateOfTerms(terms: Dates, k: number): CalendarDate {
	const { asOf, firstDue, paymentsPerYear } = terms;
	return asOf !== undefined && k <= -periodsBeforeFirst(terms)
		? asOf
		: dueDate(firstDue, k, paymentsPerYear);
}
