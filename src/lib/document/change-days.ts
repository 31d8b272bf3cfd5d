/** The day from which a change of a plan makes itself felt, as it is on the plan's time line. */
import {
	addMonths,
	monthsBetween,
	startOfMonth,
	type CalendarDate
} from '../core/quantities/calendar';
import { LIMITS } from '../core/quantities/limits';
import type { ChangeEntry } from './change';
import { monthIn, monthStart } from './plan';

/** The end of an offer, or the beginning of an agreement; null where all happens at the start, or it is not known. */
export function changeDay(change: ChangeEntry, firstMonth: CalendarDate): CalendarDate | null {
	switch (change.kind) {
		case 'consolidate':
		case 'deadline':
			return null;
		case 'transfer': {
			const { card, offerMonths } = change;
			if (card.firstDue === null || offerMonths === null) return null;
			return startOfMonth(addMonths(card.firstDue, offerMonths));
		}
		case 'concession':
			if (change.from === null) return null;
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
		case 'deadline':
			return change;
		case 'transfer': {
			if (change.card.firstDue === null) return change;
			const months = monthsBetween(change.card.firstDue, day);
			return { ...change, offerMonths: Math.min(Math.max(1, months), LIMITS.months) };
		}
		case 'concession':
			return { ...change, from: monthStart(firstMonth, monthIn(day, firstMonth)) };
	}
}
