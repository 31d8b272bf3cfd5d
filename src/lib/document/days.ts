/** Which days a case may be as of, and a debt may first be due on. */
import { addMonths, dateParts, type CalendarDate } from '../core/quantities/calendar';
import { LIMITS } from '../core/quantities/limits';
import { readDate } from '../reading/dates';
import { writeDate } from '../reading/written';
import { accepted, refused, type Reading } from '../reading/reading';
import { messagesOf, type Spoken } from '../messages/message';
import en from '../messages/en/reading.json';

const { text } = messagesOf({ en });

/** Reads the day that a case's figures are as of. */
export function readAsOf(
	typed: string,
	today: CalendarDate,
	spoken: Spoken
): Reading<CalendarDate> {
	const reading = readDate(typed, addMonths(today, -1), spoken);
	if (!reading.ok) return reading;
	const { first, last } = LIMITS.years;
	const { year } = dateParts(reading.value);
	if (year >= first && year <= last) return reading;
	const years = { year: String(year), first: String(first), last: String(last) };
	return refused(text(spoken, 'year', years), text(spoken, 'day years', years));
}

/** Reads a day that something of a case happens on: within the span around the day of its figures. */
export function readDayNear(
	typed: string,
	asOf: CalendarDate,
	spoken: Spoken,
	read: typeof readDate = readDate
): Reading<CalendarDate> {
	const reading = read(typed, asOf, spoken);
	if (!reading.ok) return reading;
	const first = addMonths(asOf, -12 * LIMITS.span.before);
	const last = addMonths(asOf, 12 * LIMITS.span.after);
	if (reading.value >= first && reading.value <= last) return reading;
	const date = writeDate(reading.value, spoken);
	return refused(
		text(spoken, reading.value < first ? 'too early' : 'too late', { date }),
		text(spoken, 'day near', { first: writeDate(first, spoken), last: writeDate(last, spoken) })
	);
}

/** Reads a first due date: after the day the figures are as of, and not years away. */
export function readFirstDue(
	typed: string,
	asOf: CalendarDate,
	spoken: Spoken
): Reading<CalendarDate> {
	const reading = readDate(typed, asOf, spoken);
	return reading.ok ? allowedFirstDue(reading.value, asOf, spoken) : reading;
}

export function allowedFirstDue(
	date: CalendarDate,
	asOf: CalendarDate,
	spoken: Spoken
): Reading<CalendarDate> {
	const latest = addMonths(asOf, LIMITS.firstDueMonths);
	if (date > asOf && date <= latest) return accepted(date);
	return refused(
		text(spoken, date <= asOf ? 'too early' : 'too late', { date: writeDate(date, spoken) }),
		text(spoken, 'day span', { first: writeDate(asOf, spoken), last: writeDate(latest, spoken) })
	);
}
