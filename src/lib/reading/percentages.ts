import { LIMITS } from '../core/quantities/limits';
import type { Percent } from '../core/quantities/rate';
import { messagesOf, type Locale } from '../messages/message';
import en from '../messages/en/reading.json';
import { decimalDigits, scaled } from './decimals';
import { accepted, quoted, refused, type Reading } from './reading';
import { grouped, PLACES } from './written';

const { text } = messagesOf('reading', en);

/** Reads an annual rate: `22.49%`, `22.49`, `22,49`. */
export const readRate = (typed: string, locale: Locale): Reading<Percent> =>
	readPercent(typed, locale, {
		highest: LIMITS.rate,
		missing: 'rate missing',
		allowed: () =>
			text(locale, 'rate allowed', { highest: grouped(LIMITS.rate / 10 ** PLACES, 0, locale) })
	});

/** Reads a percentage that may be below zero: the value of an index, or a margin on it. */
export const readSignedRate = (typed: string, locale: Locale): Reading<Percent> =>
	readPercent(typed, locale, {
		highest: LIMITS.rate,
		missing: 'rate missing',
		isSigned: true,
		allowed: () =>
			text(locale, 'signed rate allowed', {
				highest: grouped(LIMITS.rate / 10 ** PLACES, 0, locale)
			})
	});

/** Reads the percentage of a minimum payment. */
export const readMinimumPercent = (typed: string, locale: Locale): Reading<Percent> =>
	readPercent(typed, locale, {
		highest: LIMITS.minimumPercent,
		missing: 'percentage missing',
		allowed: () => text(locale, 'percentage allowed')
	});

interface PercentWords {
	readonly highest: number;
	readonly missing: 'rate missing' | 'percentage missing';
	/** Whether it may be below zero. */
	readonly isSigned?: true;
	readonly allowed: () => string;
}

function readPercent(
	typed: string,
	locale: Locale,
	{ highest, missing, isSigned, allowed }: PercentWords
): Reading<Percent> {
	const bare = typed.replace(/%/, '').trim();
	// Most percentages can be read: what is said where one can't is formed then.
	const refuse = (id: Parameters<typeof text>[1]) =>
		refused(text(locale, id, { typed: quoted(typed.trim()) }), allowed());
	if (bare === '') return refuse(missing);
	const parts = decimalDigits(bare, locale.style);
	if (parts === null) return refuse('percentage not understood');
	if (parts.negative && !isSigned) return refuse('percentage below zero');
	const value = scaled(parts.whole, parts.fraction, PLACES);
	if (value === null) return refuse('percentage decimals');
	if (value > highest) return refuse('percentage too high');
	return accepted((parts.negative ? -value : value) as Percent);
}
