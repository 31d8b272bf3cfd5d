/** What a case remembers of the calendars that were given out, so that the next one replaces and cancels. */
import { z } from 'zod';
import type { CalendarDate } from '../core/quantities/calendar';
import { LIMITS } from '../core/quantities/limits';
import { count, identifier, sentence } from './fields';

/** One event: its day, alone for all payments of it, or with the debt that is paid, or `fee`. */
const EVENT = /^\d{4}-\d{2}-\d{2}( (fee|[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}))?$/;

export const calendarEntry = z.strictObject({
	/** How often one was given out: each revision of an event has a higher number (RFC 5545, 3.8.7.4). */
	sequence: count('The revision of the calendar', 0, 1_000_000, 'calendars'),
	given: z
		.array(
			z.strictObject({
				plan: identifier('The plan of an event'),
				event: z.string().regex(EVENT, {
					error: sentence('An event', 'a day, with the debt that is paid, or with “fee”')
				})
			})
		)
		.max(LIMITS.calendarEvents, {
			error: `A case remembers at most ${LIMITS.calendarEvents} events of calendars.`
		})
});
export type CalendarEntry = z.infer<typeof calendarEntry>;
export type GivenEvent = CalendarEntry['given'][number];

export const NO_CALENDAR: CalendarEntry = { sequence: 0, given: [] };

/** The events that were given out, lie ahead, and are not among those of now: they are cancelled. */
export function cancelledEvents(
	{ given }: CalendarEntry,
	now: readonly GivenEvent[],
	asOf: CalendarDate
): GivenEvent[] {
	const kept = new Set(now.map(keyOf));
	return given.filter((one) => one.event.slice(0, 10) >= asOf && !kept.has(keyOf(one)));
}

/** What is remembered once a calendar with these events is given out; what is past is forgotten. */
export function withGiven(
	before: CalendarEntry,
	now: readonly GivenEvent[],
	asOf: CalendarDate
): CalendarEntry {
	const given = [...now, ...cancelledEvents(before, now, asOf)];
	return { sequence: before.sequence + 1, given: given.slice(0, LIMITS.calendarEvents) };
}

const keyOf = ({ plan, event }: GivenEvent): string => `${event} ${plan}`;
