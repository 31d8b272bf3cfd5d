import { Temporal } from 'temporal-polyfill';
import type { CalendarDate } from '../core/quantities/calendar';
import { settings } from './settings';

/** A day, in milliseconds. */
export const DAY = 86_400_000;

/** The moment it is; with RESIDUUM_TODAY set, noon of that day, so that demo and pictures are stable. */
export function now(): Date {
	const fixed = settings().today;
	return fixed === null ? new Date() : new Date(`${fixed}T12:00:00Z`);
}

/** The calendar day on this machine. */
export function today(): CalendarDate {
	const instant = Temporal.Instant.fromEpochMilliseconds(now().getTime());
	const zone = settings().today === null ? Temporal.Now.timeZoneId() : 'UTC';
	return instant.toZonedDateTimeISO(zone).toPlainDate().toString() as CalendarDate;
}
