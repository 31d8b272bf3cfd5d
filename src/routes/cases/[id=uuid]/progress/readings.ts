/** The lines of the table of recorded balances. */
import { addMonths, type CalendarDate } from '$lib/core/quantities/calendar';
import { readDayNear } from '$lib/document/days';
import type { DebtDrift } from '$lib/core/plan/drift';
import type { ReadingEntry, VisitEntry } from '$lib/document/life';
import { readDate } from '$lib/reading/dates';
import type { Writing } from '$lib/reading/writing';
import { writeDate } from '$lib/reading/written';
import { refused, type Reading } from '$lib/reading/reading';
import { afterVisit } from '$lib/words/progress';

/** A debt in the table: what was expected of it, and what was read. */
export interface ReadLine {
	readonly id: string;
	readonly name: string;
	/** Its place in the case's list, for its letter and hue. */
	readonly place: number;
	readonly drift: DebtDrift;
	/** The balance recorded in the visit shown. */
	readonly reading: ReadingEntry | null;
	/** In the visits before, as they stand across. */
	readonly earlier: readonly (ReadingEntry | null)[];
}

/** The last few visits before one. */
export const visitsBefore = (
	visits: readonly VisitEntry[],
	{ id, date }: VisitEntry,
	most: number
): VisitEntry[] =>
	[...visits]
		.filter((visit) => visit.id !== id && visit.date <= date)
		.sort((a, b) => (a.date < b.date ? -1 : 1))
		.slice(-most);

/** A day up to another; a day and month alone are the latest such day. */
export const pastDateText = (latest: CalendarDate, writing: Writing) => ({
	read: (typed: string): Reading<CalendarDate> => {
		const reading = readDayNear(typed, latest, writing, (text, day, locale) =>
			readDate(text, addMonths(day, -12), locale)
		);
		if (!reading.ok || reading.value <= latest) return reading;
		const { problem, allowed } = afterVisit(reading.value, latest, writing);
		return refused(problem, allowed);
	},
	write: (date: CalendarDate): string => writeDate(date, writing)
});
