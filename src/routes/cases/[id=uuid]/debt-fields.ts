import type { CalendarDate } from '$lib/core/calendar';
import { readCount } from '$lib/formats/count-text';
import {
	readDate,
	readFirstDue,
	readMonth,
	readMonthFrom,
	writeDate,
	writeMonth
} from '$lib/formats/date-text';
import { grouped } from '$lib/formats/decimal-text';
import { readMoney, writeMoney, type Currency } from '$lib/formats/money-text';
import { readMinimumPercent, readRate, writePercent } from '$lib/formats/percent-text';
import type { Reading } from '$lib/formats/reading';

/** How a value is read from and written into a field. */
interface FieldText<T> {
	readonly read: (typed: string) => Reading<T>;
	readonly write: (value: T) => string;
}

/** The readers and writers of a debt's fields; the same in the entry grid and on the debt's own screen. */
export function debtFieldReaders(currency: Currency, asOf: CalendarDate) {
	return {
		money: moneyText(currency),
		rate: rateText,
		firstDue: fieldText((typed) => readFirstDue(typed, asOf), writeDate)
	};
}

export function moneyText(currency: Currency) {
	return fieldText(
		(typed) => readMoney(typed, currency),
		(amount) => writeMoney(amount, currency)
	);
}

/** A day; a day and month alone are the next such day after `after`. */
export function dateText(after: CalendarDate) {
	return fieldText((typed) => readDate(typed, after), writeDate);
}

export const rateText = fieldText(readRate, writePercent);

export const minimumPercentText = fieldText(readMinimumPercent, writePercent);

export const monthText = fieldText(readMonth, writeMonth);

/** A month, none before `first`. */
export const monthTextFrom = (first: CalendarDate) =>
	fieldText((typed) => readMonthFrom(typed, first), writeMonth);

export const countText = fieldText(readCount, (count: number) => grouped(count, 0));

function fieldText<T>(read: FieldText<T>['read'], write: FieldText<T>['write']): FieldText<T> {
	return { read, write };
}
