/**
 * Calendar dates without a time zone, and the due dates of a debt (contract, section 7).
 * A date is its ISO 8601 text, so dates order as texts do.
 */
declare const isoDate: unique symbol;

/** `YYYY-MM-DD`, a day that exists in the Gregorian calendar, years 1 to 9999. */
export type CalendarDate = string & { readonly [isoDate]: true };

/** Payments per year. Monthly so far; the contract's section 1 names the others. */
export type PaymentsPerYear = 12;

export interface DateParts {
	readonly year: number;
	/** 1 to 12 */
	readonly month: number;
	/** 1 to 31 */
	readonly day: number;
}

const MONTH_LENGTHS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31] as const;

function daysInMonth(year: number, month: number): number {
	const leap = (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;
	return month === 2 && leap ? 29 : (MONTH_LENGTHS[month - 1] ?? 0);
}

/** The date of these parts, or null when there is no such day. */
export function calendarDate({ year, month, day }: DateParts): CalendarDate | null {
	const whole = [year, month, day].every(Number.isInteger);
	if (!whole || year < 1 || year > 9999 || day < 1 || day > daysInMonth(year, month)) return null;
	return isoText(year, month, day);
}

/** Whether a text is an ISO date of a day that exists. */
export function isCalendarDate(text: string): text is CalendarDate {
	return /^\d{4}-\d{2}-\d{2}$/.test(text) && calendarDate(dateParts(text)) !== null;
}

export function dateParts(date: string): DateParts {
	return { year: +date.slice(0, 4), month: +date.slice(5, 7), day: +date.slice(8, 10) };
}

/** The same day of the month so many months later (or earlier), or that month's last day when it has none. */
export function addMonths(date: CalendarDate, months: number): CalendarDate {
	const { year, month, day } = dateParts(date);
	const index = year * 12 + (month - 1) + months;
	const laterYear = Math.floor(index / 12);
	const laterMonth = index - laterYear * 12 + 1;
	return isoText(laterYear, laterMonth, Math.min(day, daysInMonth(laterYear, laterMonth)));
}

/** Due date k, counted from 1; k = 0 is one period before the first. The anchor day returns after short months. */
export function dueDate(first: CalendarDate, k: number): CalendarDate {
	return addMonths(first, k - 1);
}

/** How many calendar months later the second date's month is. */
export function monthsBetween(earlier: CalendarDate, later: CalendarDate): number {
	const from = dateParts(earlier);
	const to = dateParts(later);
	return (to.year - from.year) * 12 + to.month - from.month;
}

function isoText(year: number, month: number, day: number): CalendarDate {
	const digits = year * 10_000 + month * 100 + day;
	const text = digits < 10_000_000 ? String(digits).padStart(8, '0') : String(digits);
	return `${text.slice(0, 4)}-${text.slice(4, 6)}-${text.slice(6)}` as CalendarDate;
}
