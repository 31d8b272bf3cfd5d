/**
 * Calendar dates without a time zone, and the due dates of a debt (specification, section 7).
 * A date is its ISO 8601 text, so dates order as texts do.
 */
declare const isoDate: unique symbol;

/** `YYYY-MM-DD`, a day that exists in the Gregorian calendar, years 1 to 9999. */
export type CalendarDate = string & { readonly [isoDate]: true };

/**
 * Payments per year (specification, section 1): weekly, fortnightly, twice a month, monthly, every two months,
 * quarterly, half-yearly, yearly.
 */
export type PaymentsPerYear = 52 | 26 | 24 | 12 | 6 | 4 | 2 | 1;

export const FREQUENCIES: readonly PaymentsPerYear[] = [52, 26, 24, 12, 6, 4, 2, 1];

export interface DateParts {
	readonly year: number;
	/** 1 to 12 */
	readonly month: number;
	/** 1 to 31 */
	readonly day: number;
}

const MONTH_LENGTHS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31] as const;

function daysInMonth(year: number, month: number): number {
	return month === 2 && isLeapYear(year) ? 29 : (MONTH_LENGTHS[month - 1] ?? 0);
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
	return onDay(year * 12 + (month - 1) + months, day);
}

/** The latest day since which so many months have passed on a day: of several that end on one, the last. */
export function latestSince(months: number, day: CalendarDate): CalendarDate {
	let latest = addMonths(day, -months);
	for (let next = addDays(latest, 1); addMonths(next, months) <= day; next = addDays(next, 1))
		latest = next;
	return latest;
}

/** A day of the month counted from the year 0, or that month's last day when it has none. */
function onDay(monthIndex: number, day: number): CalendarDate {
	const year = Math.floor(monthIndex / 12);
	const month = monthIndex - year * 12 + 1;
	return isoText(year, month, Math.min(day, daysInMonth(year, month)));
}

/**
 * Due date k, counted from 1; k = 0 is one period before the first (specification, section 7). The anchor day
 * returns after short months.
 */
export function dueDate(
	first: CalendarDate,
	k: number,
	paymentsPerYear: PaymentsPerYear = 12
): CalendarDate {
	if (paymentsPerYear > 24) return addDays(first, daysAfter(paymentsPerYear, k));
	const { year, month, day } = dateParts(first);
	return onDay(
		year * 12 + (month - 1) + monthsAfter(paymentsPerYear, day, k),
		dayIn(paymentsPerYear, day, k)
	);
}

/** The first due date taken apart, for loops that go through many due dates. */
export interface DueAnchor extends DateParts {
	readonly number: number;
	readonly paymentsPerYear: PaymentsPerYear;
}

export function dueAnchor(first: CalendarDate, paymentsPerYear: PaymentsPerYear): DueAnchor {
	return { ...dateParts(first), number: dayNumber(first), paymentsPerYear };
}

/** `dueDate` as a day number, without a text on the way. */
export function dueDay(
	{ year, month, day, number, paymentsPerYear }: DueAnchor,
	k: number
): number {
	if (paymentsPerYear > 24) return number + daysAfter(paymentsPerYear, k);
	const index = year * 12 + (month - 1) + monthsAfter(paymentsPerYear, day, k);
	const dueYear = Math.floor(index / 12);
	const dueMonth = index - dueYear * 12 + 1;
	const anchored = dayIn(paymentsPerYear, day, k);
	return numberOf(dueYear, dueMonth, Math.min(anchored, daysInMonth(dueYear, dueMonth)));
}

/** How many days due date k comes after the first, where payments are due by the week. */
const daysAfter = (paymentsPerYear: PaymentsPerYear, k: number) =>
	(paymentsPerYear === 52 ? 7 : 14) * (k - 1);

/**
 * How many months due date k comes after the first. Twice a month: on the first due date's day d and d + 15,
 * or on d − 15 of the next month and d, each within its month.
 */
function monthsAfter(paymentsPerYear: PaymentsPerYear, day: number, k: number): number {
	if (paymentsPerYear < 24) return (12 / paymentsPerYear) * (k - 1);
	return Math.floor((k - 1) / 2) + (isSecond(k) && day > 15 ? 1 : 0);
}

/** The day of the month that due date k falls on, where the month has it. */
function dayIn(paymentsPerYear: PaymentsPerYear, day: number, k: number): number {
	if (paymentsPerYear < 24 || !isSecond(k)) return day;
	return day <= 15 ? day + 15 : day - 15;
}

/** Whether due date k is the second of a month's two. */
const isSecond = (k: number) => (k - 1) % 2 !== 0;

/** How many due dates there are up to and including a date: 0 where the first is later. Counted, not walked. */
export function dueDatesUntil(
	first: CalendarDate,
	until: CalendarDate,
	paymentsPerYear: PaymentsPerYear = 12
): number {
	if (until < first) return 0;
	if (paymentsPerYear > 24) {
		const days = dayNumber(until) - dayNumber(first);
		return Math.floor(days / daysAfter(paymentsPerYear, 2)) + 1;
	}
	// At most one too many, or with two a month two: the last month may not have come to its due day yet.
	let k =
		Math.floor((monthsBetween(first, until) * paymentsPerYear) / 12) +
		(paymentsPerYear === 24 ? 2 : 1);
	while (dueDate(first, k, paymentsPerYear) > until) k -= 1;
	return k;
}

/** How many payments there are in so many months, to the nearest. */
export function periodsInMonths(months: number, paymentsPerYear: PaymentsPerYear): number {
	return Math.round((months * paymentsPerYear) / 12);
}

/** The first day of the month that a date lies in. */
export const startOfMonth = (date: CalendarDate): CalendarDate =>
	`${date.slice(0, 8)}01` as CalendarDate;

/** The last day of the month that a date lies in. */
export function endOfMonth(date: CalendarDate): CalendarDate {
	const { year, month } = dateParts(date);
	return isoText(year, month, daysInMonth(year, month));
}

/** Days since 1 January 1970. */
export function dayNumber(date: CalendarDate): number {
	const { year, month, day } = dateParts(date);
	return numberOf(year, month, day);
}

function numberOf(year: number, month: number, day: number): number {
	// Years that begin in March have their leap day last, so that every month's start is a formula.
	const shifted = month > 2 ? year : year - 1;
	const monthStart = Math.floor((153 * (month > 2 ? month - 3 : month + 9) + 2) / 5);
	return shifted * 365 + leapYearsUpTo(shifted) + monthStart + day - 719_469;
}

/** How many leap years there are from the year 1 to this one. */
const leapYearsUpTo = (year: number) =>
	Math.floor(year / 4) - Math.floor(year / 100) + Math.floor(year / 400);

/** How many of the days before a day fall in leap years, counted from the year 1. */
export function leapDaysBefore(day: number): number {
	// A year may be guessed one too late or too early at its edges, never by more.
	let year = Math.floor((day + 719_528) / 365.2425);
	if (numberOf(year + 1, 1, 1) <= day) year += 1;
	else if (numberOf(year, 1, 1) > day) year -= 1;
	const before = 366 * leapYearsUpTo(year - 1);
	return isLeapYear(year) ? before + day - numberOf(year, 1, 1) : before;
}

/** The date so many days later, or earlier. */
export function addDays(date: CalendarDate, days: number): CalendarDate {
	return dateOfDay(dayNumber(date) + days);
}

/** The date of a day number, `dayNumber` the other way. */
export function dateOfDay(day: number): CalendarDate {
	const moved = new Date(day * 86_400_000);
	return isoText(moved.getUTCFullYear(), moved.getUTCMonth() + 1, moved.getUTCDate());
}

function isLeapYear(year: number): boolean {
	return (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;
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
