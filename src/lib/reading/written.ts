/** Numbers, amounts, percentages and dates as they are written. */
import { dateParts, type CalendarDate } from '../core/quantities/calendar';
import { type Cents, size } from '../core/quantities/money';
import type { Percent } from '../core/quantities/rate';
import { messagesOf, type Language, type Locale } from '../messages/message';
import en from '../messages/en/written.json';
import { MARKS, signAround, USUAL_STYLE } from '../messages/style';
import type { Currency } from './currencies';
import type { Writing } from './writing';

const { text } = messagesOf<keyof typeof en, Language>('written', en);

/** An integer number of 10^-places as text, thousands apart: `−4,182.36` */
export function grouped(
	value: number,
	places: number,
	{ style = USUAL_STYLE }: Locale<Language>
): string {
	const { decimal, group } = MARKS[style.numbers];
	return inDigits(value, places, { minus: '−', decimal, group });
}

/** The same without separators and with a plain hyphen, as files and sheets read numbers: `-4182.36`. */
export const plainDecimal = (value: number, places: number): string =>
	inDigits(value, places, { minus: '-', decimal: '.', group: '' });

function inDigits(
	value: number,
	places: number,
	marks: Readonly<Record<'minus' | 'decimal' | 'group', string>>
): string {
	const digits = String(Math.abs(value)).padStart(places + 1, '0');
	const whole = digits.slice(0, digits.length - places).replace(/\B(?=(\d{3})+$)/g, marks.group);
	const fraction = places === 0 ? '' : marks.decimal + digits.slice(-places);
	return (value < 0 ? marks.minus : '') + whole + fraction;
}

/** `4,182.36`: the amount in the currency's decimals, where the currency is said beside it: in a cell, a field, a sum. */
export const writeAmount = (amount: Cents, writing: Writing<Language>): string =>
	grouped(amount, writing.currency.digits, writing);

/** `$4,182.36` or `4,182.36 kr`: the amount with its currency, as that is written in its country. */
export const writeMoney = (amount: Cents, writing: Writing<Language>): string =>
	withCurrency(amount, (size) => writeAmount(size, writing), writing);

/** The same without decimals where there are only noughts: `$25`, `$25.50`. */
export function writeRoundMoney(amount: Cents, writing: Writing<Language>): string {
	const unit = 10 ** writing.currency.digits;
	if (amount % unit !== 0) return writeMoney(amount, writing);
	return withCurrency(amount, (size) => grouped(size / unit, 0, writing), writing);
}

function withCurrency(
	amount: Cents,
	written: (size: Cents) => string,
	{ currency, style = USUAL_STYLE }: Writing<Language>
): string {
	const { before, after } = signAround(currency.code, style);
	return (amount < 0 ? '−' : '') + before + written(size(amount)) + after;
}

/** The heading of a column of amounts, which have no sign: `Interest (USD)`. */
export const amountHeading = (heading: string, { code }: Currency): string =>
	`${heading} (${code})`;

/** Rounded to whole units of the currency, as on an axis: `4,182`. */
export const writeWholeMoney = (amount: number, writing: Writing<Language>): string =>
	grouped(Math.round(amount / 10 ** writing.currency.digits), 0, writing);

/** How many decimals an unrounded amount is shown with, beyond those of the currency. */
const MORE = 3;

/** An unrounded amount with three decimals more than the currency has: `77.58563`. */
export function precise(unrounded: number, writing: Writing<Language>): string {
	return grouped(Math.round(unrounded * 10 ** MORE), writing.currency.digits + MORE, writing);
}

/** Decimals of a percentage, as it is kept. */
export const PLACES = 4;

/** `22.49 %`: two decimals where there are any, up to four where they are needed. */
export function writePercent(value: Percent, locale: Locale<Language>): string {
	const least = value % 10_000 === 0 ? 0 : 2;
	let [digits, places] = [value as number, PLACES];
	for (; places > least && digits % 10 === 0; places -= 1) digits /= 10;
	return `${grouped(digits, places, locale)} %`;
}

const names = new Map<string, readonly string[]>();

/** A percentage that may be below zero: “−0.25 %” */
export const writeSignedPercent = (value: Percent, locale: Locale<Language>): string =>
	`${value < 0 ? '−' : ''}${writePercent(Math.abs(value) as Percent, locale)}`;

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
	{ language }: Locale<Language>,
	length: 'long' | 'short' = 'long'
): string {
	return monthNames(language, length)[dateParts(date).month - 1] ?? '';
}

/** `15 Jan 2027`, `Jan 15, 2027` or `2027-01-15`, in the case's order. */
export const writeDate = (date: CalendarDate, locale: Locale<Language>): string =>
	written(date, locale, 'short', 'date');

/** `15 January 2027`, `January 15, 2027` or `2027-01-15` */
export const writeLongDate = (date: CalendarDate, locale: Locale<Language>): string =>
	written(date, locale, 'long', 'date');

/** `January 2027` */
export const writeMonth = (date: CalendarDate, locale: Locale<Language>): string =>
	written(date, locale, 'long', 'month');

/** `Jan 2027` */
export const writeShortMonth = (date: CalendarDate, locale: Locale<Language>): string =>
	written(date, locale, 'short', 'month');

function written(
	date: CalendarDate,
	locale: Locale<Language>,
	length: 'long' | 'short',
	what: 'date' | 'month'
): string {
	const order = locale.style?.dates ?? USUAL_STYLE.dates;
	if (order === 'year' && what === 'date') return date;
	const { year, day } = dateParts(date);
	const month = monthName(date, locale, length);
	const form = what === 'date' && order === 'month' ? 'date, month first' : what;
	// Years have no commas between thousands, so they are texts.
	return text(locale, form, { day: String(day), month, year: String(year), length });
}
