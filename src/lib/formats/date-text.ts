import { addMonths, calendarDate, dateParts, type CalendarDate } from '../core/calendar';
import { LIMITS } from '../core/limits';
import { accepted, quoted, refused, type Reading } from './reading';

const MONTHS = [
	'January',
	'February',
	'March',
	'April',
	'May',
	'June',
	'July',
	'August',
	'September',
	'October',
	'November',
	'December'
] as const;

export function monthName(date: CalendarDate): string {
	return MONTHS[dateParts(date).month - 1] ?? '';
}

/** `15 Jan 2027` */
export function writeDate(date: CalendarDate): string {
	const { year, day } = dateParts(date);
	return `${day} ${monthName(date).slice(0, 3)} ${year}`;
}

/** `15 January 2027` */
export function writeLongDate(date: CalendarDate): string {
	const { year, day } = dateParts(date);
	return `${day} ${monthName(date)} ${year}`;
}

/** `January 2027` */
export function writeMonth(date: CalendarDate): string {
	return `${monthName(date)} ${dateParts(date).year}`;
}

/** `Jan 2027` */
export function writeShortMonth(date: CalendarDate): string {
	return `${monthName(date).slice(0, 3)} ${dateParts(date).year}`;
}

/** `25 years 6 months`, `2 months`, `1 year`. */
export function writeMonths(count: number): string {
	const years = Math.floor(count / 12);
	const months = count % 12;
	const part = (value: number, word: string) =>
		value === 0 ? [] : [`${value} ${word}${value === 1 ? '' : 's'}`];
	return [...part(years, 'year'), ...part(months, 'month')].join(' ') || '0 months';
}

const ALLOWED = 'A day such as 15 Jan 2027 or 2027-01-15.';

/**
 * Reads a date: `2027-01-15`, `15 Jan 2027`, `January 15, 2027`, `15.1.2027`. `15 Jan` and `15` are
 * the next such day after `after`; `15 Jan 27` is in 2027. `1/15/2027` has one reading; where day and month could
 * be swapped it asks rather than guesses.
 */
export function readDate(typed: string, after: CalendarDate): Reading<CalendarDate> {
	const text = typed.trim().toLowerCase();
	if (text === '') return refused('The date is missing.', ALLOWED);
	const slashed = /^(\d{1,2})\/(\d{1,2})\/(\d{4}|\d{2})$/.exec(text);
	if (slashed) return slashedDate(typed, Number(slashed[1]), Number(slashed[2]), slashed[3] ?? '');
	const parts = writtenParts(text);
	if (parts === null) return refused(`${quoted(typed.trim())} is not a date.`, ALLOWED);
	const date = completed(parts, after);
	return date === null
		? refused(`There is no day ${quoted(typed.trim())}.`, ALLOWED)
		: accepted(date);
}

/** Day and month on either side of a slash, in the order of one country or another. */
function slashedDate(
	typed: string,
	one: number,
	two: number,
	years: string
): Reading<CalendarDate> {
	const year = fullYear(years);
	const readings = [
		calendarDate({ day: one, month: two, year }),
		calendarDate({ day: two, month: one, year })
	].flatMap((date) => date ?? []);
	const [first, second] = readings;
	if (first === undefined) return refused(`There is no day ${quoted(typed.trim())}.`, ALLOWED);
	if (second === undefined || second === first) return accepted(first);
	return refused(
		`${quoted(typed.trim())} could be ${writeDate(first)} or ${writeDate(second)}.`,
		ALLOWED
	);
}

/** Two digits are a year of this century. */
const fullYear = (digits: string): number => Number(digits) + (digits.length === 2 ? 2000 : 0);

/** Reads a month: `June 2029`, `Jun 2029`, `2029-06`, `6/2029`. The value is its first day. */
export function readMonth(typed: string): Reading<CalendarDate> {
	const allowed = 'A month such as June 2029 or 2029-06.';
	const text = typed.trim().toLowerCase();
	if (text === '') return refused('The month is missing.', allowed);
	const named = /^([a-z]{3,})\.?\s+(\d{4})$/.exec(text);
	const numbered = /^(\d{4})-(\d{1,2})$/.exec(text);
	const turned = /^(\d{1,2})[/.](\d{4})$/.exec(text);
	const month = named ? monthNumber(named[1] ?? '') : Number(numbered?.[2] ?? turned?.[1]);
	const year = Number(named?.[2] ?? numbered?.[1] ?? turned?.[2]);
	const date = month === null ? null : calendarDate({ year, month, day: 1 });
	if (date === null) return refused(`${quoted(typed.trim())} is not a month.`, allowed);
	const { first, last } = LIMITS.years;
	return year >= first && year <= last
		? accepted(date)
		: refused(`The year ${year} can’t be meant.`, `A month in the years ${first} to ${last}.`);
}

/** Reads a month that is not before `first`, and not years after it. */
export function readMonthFrom(typed: string, first: CalendarDate): Reading<CalendarDate> {
	const reading = readMonth(typed);
	if (!reading.ok) return reading;
	const last = addMonths(first, LIMITS.firstDueMonths);
	const allowed = `A month from ${writeMonth(first)} to ${writeMonth(last)}.`;
	const { value } = reading;
	if (value < first) return refused(`${writeMonth(value)} is too early.`, allowed);
	return value > last ? refused(`${writeMonth(value)} is too late.`, allowed) : reading;
}

/** Reads a month or a day; of a month, the value is its first day. */
export function readMoment(typed: string, after: CalendarDate): Reading<CalendarDate> {
	const month = readMonth(typed);
	return month.ok ? month : readDate(typed, after);
}

/** Reads the day that a case's figures are as of. */
export function readAsOf(typed: string, today: CalendarDate): Reading<CalendarDate> {
	const reading = readDate(typed, addMonths(today, -1));
	return reading.ok ? allowedAsOf(reading.value) : reading;
}

/** Reads a first due date: after the day the figures are as of, and not years away. */
export function readFirstDue(typed: string, asOf: CalendarDate): Reading<CalendarDate> {
	const reading = readDate(typed, asOf);
	return reading.ok ? allowedFirstDue(reading.value, asOf) : reading;
}

function allowedAsOf(date: CalendarDate): Reading<CalendarDate> {
	const { first, last } = LIMITS.years;
	const { year } = dateParts(date);
	if (year >= first && year <= last) return accepted(date);
	return refused(`The year ${year} can’t be meant.`, `A day in the years ${first} to ${last}.`);
}

export function allowedFirstDue(date: CalendarDate, asOf: CalendarDate): Reading<CalendarDate> {
	const latest = addMonths(asOf, LIMITS.firstDueMonths);
	const allowed = `A day after ${writeDate(asOf)}, the day the figures are as of, and up to ${writeDate(latest)}.`;
	if (date <= asOf) return refused(`${writeDate(date)} is too early.`, allowed);
	if (date > latest) return refused(`${writeDate(date)} is too far away.`, allowed);
	return accepted(date);
}

interface WrittenParts {
	readonly day: number;
	readonly month?: number | undefined;
	readonly year?: number | undefined;
}

/** The numbers in a written date; day and month of a text that names the month may stand in either order. */
function writtenParts(text: string): WrittenParts | null {
	const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(text);
	if (iso) return { year: Number(iso[1]), month: Number(iso[2]), day: Number(iso[3]) };
	const dotted = /^(\d{1,2})\.\s*(\d{1,2})\.\s*(\d{4})?$/.exec(text);
	if (dotted)
		return { day: Number(dotted[1]), month: Number(dotted[2]), year: optional(dotted[3]) };
	const bare = /^(\d{1,2})(?:st|nd|rd|th)?$/.exec(text);
	if (bare) return { day: Number(bare[1]) };
	const named =
		/^(\d{1,2})(?:st|nd|rd|th)?[\s.]+([a-z]{3,})\.?,?(?:\s+(\d{4}|\d{2}))?$/.exec(text) ??
		swapped(/^([a-z]{3,})\.?\s+(\d{1,2})(?:st|nd|rd|th)?,?(?:\s+(\d{4}))?$/.exec(text));
	if (!named) return null;
	const month = monthNumber(named[2] ?? '');
	return month === null ? null : { day: Number(named[1]), month, year: optional(named[3]) };
}

function swapped(match: readonly (string | undefined)[] | null) {
	return match && [match[0], match[2], match[1], match[3]];
}

function optional(digits: string | undefined): number | undefined {
	return digits === undefined ? undefined : fullYear(digits);
}

function monthNumber(name: string): number | null {
	const index = MONTHS.findIndex((month) => month.toLowerCase().startsWith(name));
	return index < 0 ? null : index + 1;
}

/** The date that was meant, with the next month or year that makes it later than `after`. */
function completed({ day, month, year }: WrittenParts, after: CalendarDate): CalendarDate | null {
	if (month !== undefined && year !== undefined) return calendarDate({ day, month, year });
	// A day of the month comes within a few months, a day of the year (29 February) within eight years.
	const start = dateParts(after);
	for (let step = 0; step <= 8 * 12; step += 1) {
		const index = start.month - 1 + step;
		const candidate = { day, month: (index % 12) + 1, year: start.year + Math.floor(index / 12) };
		if (month !== undefined && candidate.month !== month) continue;
		const date = calendarDate(candidate);
		if (date !== null && date > after) return date;
	}
	return null;
}
