import { addMonths, calendarDate, dateParts, type CalendarDate } from '../core/quantities/calendar';
import { LIMITS } from '../core/quantities/limits';
import { messagesOf, type Locale } from '../messages/message';
import en from '../messages/en/reading.json';
import { accepted, quoted, refused, type Reading } from './reading';
import { monthNames, writeDate, writeMonth } from './written';

const { text } = messagesOf('reading', en);

/**
 * Reads a date: `2027-01-15`, `15 Jan 2027`, `January 15, 2027`, `15.1.2027`. `15 Jan`, `1/15`, `15` and
 * `the 15th` are the next such day after `after`; `15 Jan 27` is in 2027. `1/15/2027` has one reading; where day and month could
 * be swapped, it is read in the case's order, and where there is none it asks rather than guesses.
 */
export function readDate(
	typed: string,
	after: CalendarDate,
	locale: Locale
): Reading<CalendarDate> {
	const lower = plainly(typed);
	const refuse = (...[id, parts]: [Parameters<typeof text>[1], Parameters<typeof text>[2]?]) =>
		refused(
			text(locale, id, { typed: quoted(typed.trim()), ...parts }),
			text(locale, 'date allowed')
		);
	if (lower === '') return refuse('date missing');
	const short = /^(\d{1,2})\/(\d{1,2})$/.exec(lower);
	if (short) {
		const [one, two] = shortDates(Number(short[1]), Number(short[2]), after);
		return chosen(one, two, locale, refuse);
	}
	const slashed = /^(\d{1,2})\/(\d{1,2})\/(\d{4}|\d{2})$/.exec(lower);
	if (slashed) {
		const [one, two] = slashedDates(Number(slashed[1]), Number(slashed[2]), slashed[3] ?? '');
		return chosen(one, two, locale, refuse);
	}
	const parts = writtenParts(lower, locale);
	if (parts === null) return refuse('date not understood');
	const date = completed(parts, after);
	return date === null ? refuse('date none') : accepted(date);
}

/** Without capitals, and without the “de” that Spanish has between day, month and year. */
const plainly = (typed: string): string =>
	typed
		.trim()
		.toLowerCase()
		.replace(/(?<=[\d\p{L}])\s+del?\s+/gu, ' ');

/** One of two readings of day and month: in the order that the case has; where it has none, that is asked. */
function chosen(
	one: CalendarDate | undefined,
	two: CalendarDate | undefined,
	locale: Locale,
	refuse: (
		id: Parameters<typeof text>[1],
		parts?: Parameters<typeof text>[2]
	) => Reading<CalendarDate>
): Reading<CalendarDate> {
	if (one === undefined) return refuse('date none');
	if (two === undefined || two === one) return accepted(one);
	const order = locale.style?.dates;
	if (order === 'day' || order === 'month') return accepted(order === 'day' ? one : two);
	return refuse('two readings', { one: writeDate(one, locale), other: writeDate(two, locale) });
}

/** Day and month without a year, in either order: the next such day. */
const shortDates = (one: number, two: number, after: CalendarDate): CalendarDate[] =>
	[
		{ day: one, month: two },
		{ day: two, month: one }
	].flatMap((parts) => (parts.month > 12 ? [] : (completed(parts, after) ?? [])));

/** Day and month on either side of a slash, in the order of one country or another. */
function slashedDates(one: number, two: number, years: string): CalendarDate[] {
	const year = fullYear(years);
	return [
		calendarDate({ day: one, month: two, year }),
		calendarDate({ day: two, month: one, year })
	].flatMap((date) => date ?? []);
}

/** Two digits are a year of this century. */
const fullYear = (digits: string): number => Number(digits) + (digits.length === 2 ? 2000 : 0);

/** Reads a month: `June 2029`, `Jun 2029`, `2029-06`, `6/2029`, `06/29`. The value is its first day. */
export function readMonth(typed: string, locale: Locale): Reading<CalendarDate> {
	const allowed = text(locale, 'month allowed');
	const lower = plainly(typed);
	if (lower === '') return refused(text(locale, 'month missing'), allowed);
	const named = /^(\p{L}{3,})\.?,?\s+(\d{4})$/u.exec(lower);
	const numbered = /^(\d{4})-(\d{1,2})$/.exec(lower);
	const turned = /^(\d{1,2})[/.](\d{4}|\d{2})$/.exec(lower);
	const month = named ? monthNumber(named[1] ?? '', locale) : Number(numbered?.[2] ?? turned?.[1]);
	const year = fullYear(named?.[2] ?? numbered?.[1] ?? turned?.[2] ?? '');
	const date = month === null ? null : calendarDate({ year, month, day: 1 });
	if (date === null) {
		return refused(text(locale, 'month not understood', { typed: quoted(typed.trim()) }), allowed);
	}
	const { first, last } = LIMITS.years;
	if (year >= first && year <= last) return accepted(date);
	const years = { year: String(year), first: String(first), last: String(last) };
	return refused(text(locale, 'year', years), text(locale, 'month years', years));
}

/** Reads a month that is not before `first`, and not years after it. */
export function readMonthFrom(
	typed: string,
	first: CalendarDate,
	locale: Locale
): Reading<CalendarDate> {
	const reading = readMonth(typed, locale);
	if (!reading.ok) return reading;
	const last = addMonths(first, LIMITS.firstDueMonths);
	const { value } = reading;
	if (value >= first && value <= last) return reading;
	const date = writeMonth(value, locale);
	return refused(
		text(locale, value < first ? 'too early' : 'too late', { date }),
		text(locale, 'month span', { first: writeMonth(first, locale), last: writeMonth(last, locale) })
	);
}

/** Reads a month or a day; of a month, the value is its first day. */
export function readMoment(
	typed: string,
	after: CalendarDate,
	locale: Locale
): Reading<CalendarDate> {
	const month = readMonth(typed, locale);
	return month.ok ? month : readDate(typed, after, locale);
}

interface WrittenParts {
	readonly day: number;
	readonly month?: number | undefined;
	readonly year?: number | undefined;
}

/** The numbers in a written date; day and month of a text that names the month may be in either order. */
function writtenParts(text: string, locale: Locale): WrittenParts | null {
	const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(text);
	if (iso) return { year: Number(iso[1]), month: Number(iso[2]), day: Number(iso[3]) };
	const dotted = /^(\d{1,2})\.\s*(\d{1,2})\.\s*(\d{4})?$/.exec(text);
	if (dotted)
		return { day: Number(dotted[1]), month: Number(dotted[2]), year: optional(dotted[3]) };
	const bare = /^(?:the\s+)?(\d{1,2})(?:st|nd|rd|th)?$/.exec(text);
	if (bare) return { day: Number(bare[1]) };
	const named =
		/^(\d{1,2})(?:st|nd|rd|th)?[\s.]+(\p{L}{3,})\.?,?(?:\s+(\d{4}|\d{2}))?$/u.exec(text) ??
		swapped(/^(\p{L}{3,})\.?\s+(\d{1,2})(?:st|nd|rd|th)?,?(?:\s+(\d{4}))?$/u.exec(text));
	if (!named) return null;
	const month = monthNumber(named[2] ?? '', locale);
	return month === null ? null : { day: Number(named[1]), month, year: optional(named[3]) };
}

function swapped(match: readonly (string | undefined)[] | null) {
	return match && [match[0], match[2], match[1], match[3]];
}

function optional(digits: string | undefined): number | undefined {
	return digits === undefined ? undefined : fullYear(digits);
}

/** A month by the beginning of its name, in the language of the desk or in English, in which files and sheets are. */
function monthNumber(name: string, { language }: Locale): number | null {
	for (const known of [language, 'en'] as const) {
		const index = monthNames(known, 'long').findIndex((month) =>
			month.toLowerCase().startsWith(name)
		);
		if (index >= 0) return index + 1;
	}
	return null;
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
