/** The calendars that a case has exported, so that the next one replaces and cancels their events. */
import type { CalendarDate } from '../core/quantities/calendar';
import { LIMITS } from '../core/quantities/limits';
import type { z } from 'zod';
import type { calendarEntry } from './schema/calendar';

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

/** The record after exporting a calendar with these events; past events are dropped. */
export function withGiven(
	before: CalendarEntry,
	now: readonly GivenEvent[],
	asOf: CalendarDate
): CalendarEntry {
	const given = [...now, ...cancelledEvents(before, now, asOf)];
	return { sequence: before.sequence + 1, given: given.slice(0, LIMITS.calendarEvents) };
}

const keyOf = ({ plan, event }: GivenEvent): string => `${event} ${plan}`;
