import { LIMITS } from '../core/quantities/limits';
import type { Percent } from '../core/quantities/rate';
import { messagesOf, type Spoken } from '../words/message';
import en from '../words/en/reading.json';
import { decimalDigits, scaled } from './decimals';
import { accepted, quoted, refused, type Reading } from './reading';
import { grouped, PLACES } from './written';

const { text } = messagesOf({ en });

/** Reads an annual rate: `22.49%`, `22.49`, `22,49`. */
export const readRate = (typed: string, spoken: Spoken): Reading<Percent> =>
	readPercent(typed, spoken, {
		highest: LIMITS.rate,
		missing: text(spoken, 'rate missing'),
		allowed: text(spoken, 'rate allowed', {
			highest: grouped(LIMITS.rate / 10 ** PLACES, 0, spoken)
		})
	});

/** Reads the percentage of a minimum payment. */
export const readMinimumPercent = (typed: string, spoken: Spoken): Reading<Percent> =>
	readPercent(typed, spoken, {
		highest: LIMITS.minimumPercent,
		missing: text(spoken, 'percentage missing'),
		allowed: text(spoken, 'percentage allowed')
	});

interface PercentWords {
	readonly highest: number;
	readonly missing: string;
	readonly allowed: string;
}

function readPercent(
	typed: string,
	spoken: Spoken,
	{ highest, missing, allowed }: PercentWords
): Reading<Percent> {
	const bare = typed.replace(/%/, '').trim();
	if (bare === '') return refused(missing, allowed);
	const shown = quoted(typed.trim());
	const parts = decimalDigits(bare, spoken.style);
	if (parts === null) {
		return refused(text(spoken, 'percentage not understood', { typed: shown }), allowed);
	}
	if (parts.negative) return refused(text(spoken, 'percentage below zero'), allowed);
	const value = scaled(parts.whole, parts.fraction, PLACES);
	if (value === null) return refused(text(spoken, 'percentage decimals'), allowed);
	if (value > highest) {
		return refused(text(spoken, 'percentage too high', { typed: shown }), allowed);
	}
	return accepted(value as Percent);
}
