import {
	dateParts,
	dayNumber,
	dueDate,
	isLeapYear,
	nextNewYear,
	type CalendarDate
} from './calendar';
import type { DebtTerms } from './debt';
import type { PeriodDays } from './rate';

/**
 * Counts the days of period k into `into` (contract, sections 2 and 7). In arrears it runs from the
 * previous due date, the first from `asOf`, to its own; in advance from its own to the next one.
 */
export function daysOfPeriod(terms: DebtTerms, k: number, into: PeriodDays): void {
	const { firstDue, paymentsPerYear, asOf, timing } = terms;
	const advance = timing === 'advance';
	const from =
		k === 1 && !advance && asOf !== undefined
			? asOf
			: dueDate(firstDue, advance ? k : k - 1, paymentsPerYear);
	const to = dueDate(firstDue, advance ? k + 1 : k, paymentsPerYear);
	into.days = dayNumber(to) - dayNumber(from);
	into.leapDays = leapDaysBetween(from, to);
}

/** How many of the days from one date up to, not including, another fall in leap years. */
function leapDaysBetween(from: CalendarDate, to: CalendarDate): number {
	const end = dayNumber(to);
	let day = dayNumber(from);
	let year = dateParts(from).year;
	let newYear = nextNewYear(from);
	let count = 0;
	while (day < end) {
		const upTo = Math.min(newYear, end);
		if (isLeapYear(year)) count += upTo - day;
		day = upTo;
		year += 1;
		newYear += isLeapYear(year) ? 366 : 365;
	}
	return count;
}
