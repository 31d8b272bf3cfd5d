import { Temporal } from 'temporal-polyfill';
import { isCalendarDate, type CalendarDate } from '../core/quantities/calendar';

/** The moment it is; with RESIDUUM_TODAY set, noon of that day, so that demo and pictures are stable. */
export function now(): Date {
	const fixed = process.env['RESIDUUM_TODAY'];
	return fixed !== undefined && isCalendarDate(fixed) ? new Date(`${fixed}T12:00:00Z`) : new Date();
}

/** The calendar day on this machine. */
export function today(): CalendarDate {
	const instant = Temporal.Instant.fromEpochMilliseconds(now().getTime());
	const zone = process.env['RESIDUUM_TODAY'] === undefined ? Temporal.Now.timeZoneId() : 'UTC';
	return instant.toZonedDateTimeISO(zone).toPlainDate().toString() as CalendarDate;
}
