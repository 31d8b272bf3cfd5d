/** The days on which a change of a plan makes itself felt, as they are on the plan's time line. */
import {
	addMonths,
	monthsBetween,
	startOfMonth,
	type CalendarDate
} from '../core/quantities/calendar';
import { LIMITS } from '../core/quantities/limits';
import type { ChangeEntry } from './change';
import { monthIn, monthStart } from './plan';

/** A day of a change: its effect begins on it, or it is the last month of what is agreed. */
export interface ChangeDay {
	readonly point: 'begin' | 'end';
	readonly date: CalendarDate;
}

/**
 * The end of an offer, the month of a settlement, the beginning and the last month of an agreement; none where all
 * happens at the start, or it is not known.
 */
export function changeDays(change: ChangeEntry, firstMonth: CalendarDate): ChangeDay[] {
	const begin = (date: CalendarDate): ChangeDay[] => [
		{ point: 'begin', date: date < firstMonth ? firstMonth : date }
	];
	switch (change.kind) {
		case 'consolidate':
		case 'deadline':
			return [];
		case 'transfer': {
			const { card, offerMonths } = change;
			if (card.firstDue === null || offerMonths === null) return [];
			return [{ point: 'begin', date: startOfMonth(addMonths(card.firstDue, offerMonths)) }];
		}
		case 'settle':
			return change.date === null ? [] : begin(change.date);
		case 'concession': {
			const { from, until } = change;
			if (from === null) return [];
			return [...begin(from), ...(until === null ? [] : [{ point: 'end' as const, date: until }])];
		}
	}
}

/**
 * The change with such a day moved to another. An offer keeps one month at least; an agreement that ends keeps its
 * length where its beginning is moved, and its first month where its end is.
 */
export function withChangeDay(
	change: ChangeEntry,
	point: ChangeDay['point'],
	day: CalendarDate,
	firstMonth: CalendarDate
): ChangeEntry {
	const month = monthStart(firstMonth, monthIn(day, firstMonth));
	switch (change.kind) {
		case 'consolidate':
		case 'deadline':
			return change;
		case 'transfer': {
			if (change.card.firstDue === null) return change;
			const months = monthsBetween(change.card.firstDue, day);
			return { ...change, offerMonths: Math.min(Math.max(1, months), LIMITS.months) };
		}
		case 'settle':
			return { ...change, date: month };
		case 'concession': {
			const { from, until } = change;
			const first = startOfMonth(from ?? firstMonth);
			if (point === 'end') return { ...change, until: month < first ? first : month };
			const length = until === null ? 0 : monthsBetween(first, startOfMonth(until));
			return { ...change, from: month, until: until && addMonths(month, length) };
		}
	}
}
