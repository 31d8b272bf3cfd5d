/** Calendars that were given out, as a case document has them. */
import { z } from 'zod';
import { LIMITS } from '../../core/quantities/limits';
import { count, identifier, sentence } from './fields';
import { t } from '../refusals';

/** One event: its day, alone for all payments of it, or with the debt that is paid, or `fee`. */
const EVENT = /^\d{4}-\d{2}-\d{2}( (fee|[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}))?$/;

export const calendarEntry = z.strictObject({
	/** How often one was given out: each revision of an event has a higher number (RFC 5545, 3.8.7.4). */
	sequence: count(t('The revision of the calendar'), 0, 1_000_000, 'calendars'),
	given: z
		.array(
			z.strictObject({
				plan: identifier(t('The plan of an event')),
				event: z.string().regex(EVENT, {
					error: sentence(t('An event'), t('a day, with the debt that is paid, or with “fee”'))
				})
			})
		)
		.max(LIMITS.calendarEvents, {
			error: t('A case remembers at most {calendarEvents} events of calendars.', {
				calendarEvents: LIMITS.calendarEvents
			})
		})
});
