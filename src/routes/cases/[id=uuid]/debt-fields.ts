import type { CalendarDate } from '$lib/core/quantities/calendar';
import { readDayNear, readFirstDue } from '$lib/document/days';
import { readCount, type CountBounds } from '$lib/reading/counts';
import { readMoment, readMonth, readMonthFrom } from '$lib/reading/dates';
import {
	grouped,
	writeDate,
	writeAmount,
	writeMonth,
	writePercent,
	writeSignedPercent
} from '$lib/reading/written';
import { readMoney } from '$lib/reading/money';
import { readName } from '$lib/reading/names';
import { readMinimumPercent, readRate, readSignedRate } from '$lib/reading/percentages';
import type { Reading } from '$lib/reading/reading';
import type { Writing } from '$lib/reading/writing';

/** How a value is read from and written into a field. */
export interface FieldText<T> {
	readonly read: (typed: string) => Reading<T>;
	readonly write: (value: T) => string;
}

function fieldText<T>(
	writing: Writing,
	read: (typed: string, writing: Writing) => Reading<T>,
	write: (value: T, writing: Writing) => string
): FieldText<T> {
	return { read: (typed) => read(typed, writing), write: (value) => write(value, writing) };
}

/** The readers and writers of a debt's fields; the same in the entry grid and on the debt's own screen. */
export const debtFieldReaders = (writing: Writing, asOf: CalendarDate) => ({
	money: moneyText(writing),
	rate: rateText(writing),
	firstDue: fieldText(writing, (typed) => readFirstDue(typed, asOf, writing), writeDate)
});

export const moneyText = (writing: Writing) => fieldText(writing, readMoney, writeAmount);

/** A day; a day and month alone are the next such day after the day of the figures. */
export const dateText = (asOf: CalendarDate, writing: Writing) =>
	fieldText(writing, (typed) => readDayNear(typed, asOf, writing), writeDate);

/** The same, or a month: its first day. */
export const momentText = (asOf: CalendarDate, writing: Writing) =>
	fieldText(writing, (typed) => readDayNear(typed, asOf, writing, readMoment), writeDate);

export const rateText = (writing: Writing) => fieldText(writing, readRate, writePercent);

export const signedRateText = (writing: Writing) =>
	fieldText(writing, readSignedRate, writeSignedPercent);

export const minimumPercentText = (writing: Writing) =>
	fieldText(writing, readMinimumPercent, writePercent);

export const monthText = (writing: Writing) => fieldText(writing, readMonth, writeMonth);

/** A month, none before `first`. */
export const monthTextFrom = (first: CalendarDate, writing: Writing) =>
	fieldText(writing, (typed) => readMonthFrom(typed, first, writing), writeMonth);

export const countText = (writing: Writing, bounds?: CountBounds) =>
	fieldText(
		writing,
		(typed) => readCount(typed, writing, bounds),
		(count: number) => grouped(count, 0, writing)
	);

export const nameText = (writing: Writing) => fieldText(writing, readName, (name) => name);
