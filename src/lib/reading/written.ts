/** Numbers, amounts, percentages and dates as they are written. */
import { dateParts, type CalendarDate } from '../core/quantities/calendar';
import type { Cents } from '../core/quantities/money';
import type { Percent } from '../core/quantities/rate';
import { messagesOf, type Language, type Spoken } from '../words/message';
import en from '../words/en/written.json';
import type { Writing } from './writing';

const { text } = messagesOf({ en });

/** An integer number of 10^-places as text, with commas between thousands. */
export function grouped(value: number, places: number): string {
	const digits = String(Math.abs(value)).padStart(places + 1, '0');
	const whole = digits.slice(0, digits.length - places).replace(/\B(?=(\d{3})+$)/g, ',');
	const fraction = places === 0 ? '' : `.${digits.slice(-places)}`;
	return `${value < 0 ? '−' : ''}${whole}${fraction}`;
}

/** The same without separators and with a plain hyphen, as files and sheets read numbers: `-4182.36`. */
export function plainDecimal(value: number, places: number): string {
	return grouped(value, places).replaceAll(',', '').replace('−', '-');
}

/** `4,182.36`: the amount in the currency's decimals, without its sign. */
export function writeMoney(amount: Cents, { currency }: Writing): string {
	return grouped(amount, currency.digits);
}

/** The same without decimals where there are only noughts: `25`, `25.50`. */
export function writeRoundMoney(amount: Cents, writing: Writing): string {
	const unit = 10 ** writing.currency.digits;
	return amount % unit === 0 ? grouped(amount / unit, 0) : writeMoney(amount, writing);
}

/** Rounded to whole units of the currency, as on an axis: `4,182`. */
export const writeWholeMoney = (amount: number, { currency }: Writing): string =>
	grouped(Math.round(amount / 10 ** currency.digits), 0);

/** How many decimals an unrounded amount is shown with, beyond those of the currency. */
const MORE = 3;

/** An unrounded amount with three decimals more than the currency has: `77.58563`. */
export function precise(unrounded: number, { currency }: Writing): string {
	return grouped(Math.round(unrounded * 10 ** MORE), currency.digits + MORE);
}

/** Decimals of a percentage, as it is kept. */
export const PLACES = 4;

/** `22.49 %`: two decimals where there are any, up to four where they are needed. */
export function writePercent(value: Percent): string {
	const least = value % 10_000 === 0 ? 0 : 2;
	let [digits, places] = [value as number, PLACES];
	for (; places > least && digits % 10 === 0; places -= 1) digits /= 10;
	return `${grouped(digits, places)} %`;
}

const names = new Map<string, readonly string[]>();

/** The names of the months in a language. */
export function monthNames(language: Language, length: 'long' | 'short'): readonly string[] {
	const known = names.get(language + length);
	if (known) return known;
	// Not a country's: some of those write “Sept”.
	const format = new Intl.DateTimeFormat(language, { month: length, timeZone: 'UTC' });
	const all = Array.from({ length: 12 }, (_, month) => format.format(Date.UTC(2027, month, 1)));
	names.set(language + length, all);
	return all;
}

export function monthName(
	date: CalendarDate,
	{ language }: Spoken,
	length: 'long' | 'short' = 'long'
): string {
	return monthNames(language, length)[dateParts(date).month - 1] ?? '';
}

/** `15 Jan 2027` */
export const writeDate = (date: CalendarDate, spoken: Spoken): string =>
	written(date, spoken, 'short', 'date');

/** `15 January 2027` */
export const writeLongDate = (date: CalendarDate, spoken: Spoken): string =>
	written(date, spoken, 'long', 'date');

/** `January 2027` */
export const writeMonth = (date: CalendarDate, spoken: Spoken): string =>
	written(date, spoken, 'long', 'month');

/** `Jan 2027` */
export const writeShortMonth = (date: CalendarDate, spoken: Spoken): string =>
	written(date, spoken, 'short', 'month');

function written(
	date: CalendarDate,
	spoken: Spoken,
	length: 'long' | 'short',
	what: 'date' | 'month'
): string {
	const { year, day } = dateParts(date);
	const month = monthName(date, spoken, length);
	// Years have no commas between thousands, so they are texts.
	return text(spoken, what, { day: String(day), month, year: String(year) });
}
