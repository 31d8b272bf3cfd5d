/** The day from which a change of a plan makes itself felt, as it stands on the plan's time line. */
import { addMonths, monthsBetween, startOfMonth, type CalendarDate } from '../core/calendar';
import { LIMITS } from '../core/limits';
import type { ChangeEntry } from './change-document';
import { writeShortMonth } from './date-text';
import { writePercent } from './percent-text';
import { monthIn, monthStart } from './plan-document';

/** The end of an offer, or the beginning of an agreement; null where all happens at the start. */
export function changeDay(change: ChangeEntry, firstMonth: CalendarDate): CalendarDate | null {
	switch (change.kind) {
		case 'consolidate':
			return null;
		case 'transfer':
			return startOfMonth(addMonths(change.card.firstDue, change.offerMonths));
		case 'concession':
			return change.from < firstMonth ? firstMonth : change.from;
	}
}

/** The change with that day moved to another; an offer keeps one month at least. */
export function withChangeDay(
	change: ChangeEntry,
	day: CalendarDate,
	firstMonth: CalendarDate
): ChangeEntry {
	switch (change.kind) {
		case 'consolidate':
			return change;
		case 'transfer': {
			const months = monthsBetween(change.card.firstDue, day);
			return { ...change, offerMonths: Math.min(Math.max(1, months), LIMITS.months) };
		}
		case 'concession':
			return { ...change, from: monthStart(firstMonth, monthIn(day, firstMonth)) };
	}
}

/** “24.99 % from Mar 2028”, “agreed from Mar 2027” */
export const changeDayInWords = (change: ChangeEntry, day: CalendarDate): string =>
	`${change.kind === 'transfer' ? writePercent(change.thenRate) : 'agreed'} from ${writeShortMonth(day)}`;
