/** Which days a case may be as of, and a debt may first be due on. */
import { addMonths, dateParts, type CalendarDate } from '../core/quantities/calendar';
import { LIMITS } from '../core/quantities/limits';
import { readDate } from '../reading/dates';
import { writeDate } from '../reading/written';
import { accepted, refused, type Reading } from '../reading/reading';
import { messagesOf, type Locale } from '../messages/message';
import en from '../messages/en/reading.json';

const { text } = messagesOf('reading', en);

/** Reads the day that a case's figures are as of. */
export function readAsOf(
	typed: string,
	today: CalendarDate,
	locale: Locale
): Reading<CalendarDate> {
	const reading = readDate(typed, addMonths(today, -1), locale);
	if (!reading.ok) return reading;
	const { first, last } = LIMITS.years;
	const { year } = dateParts(reading.value);
	if (year >= first && year <= last) return reading;
	const years = { year: String(year), first: String(first), last: String(last) };
	return refused(text(locale, 'year', years), text(locale, 'day years', years));
}

/** Reads a day that something of a case happens on: within the span around the day of its figures. */
export function readDayNear(
	typed: string,
	asOf: CalendarDate,
	locale: Locale,
	read: typeof readDate = readDate
): Reading<CalendarDate> {
	const reading = read(typed, asOf, locale);
	if (!reading.ok) return reading;
	const first = addMonths(asOf, -12 * LIMITS.span.before);
	const last = addMonths(asOf, 12 * LIMITS.span.after);
	if (reading.value >= first && reading.value <= last) return reading;
	const date = writeDate(reading.value, locale);
	return refused(
		text(locale, reading.value < first ? 'too early' : 'too late', { date }),
		text(locale, 'day near', { first: writeDate(first, locale), last: writeDate(last, locale) })
	);
}

/** Reads a first due date: after the day the figures are as of, and not years away. */
export function readFirstDue(
	typed: string,
	asOf: CalendarDate,
	locale: Locale
): Reading<CalendarDate> {
	const reading = readDate(typed, asOf, locale);
	return reading.ok ? allowedFirstDue(reading.value, asOf, locale) : reading;
}

export function allowedFirstDue(
	date: CalendarDate,
	asOf: CalendarDate,
	locale: Locale
): Reading<CalendarDate> {
	const latest = addMonths(asOf, LIMITS.firstDueMonths);
	if (date > asOf && date <= latest) return accepted(date);
	return refused(
		text(locale, date <= asOf ? 'too early' : 'too late', { date: writeDate(date, locale) }),
		text(locale, 'day span', { first: writeDate(asOf, locale), last: writeDate(latest, locale) })
	);
}
