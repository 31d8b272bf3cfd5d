import { LIMITS } from '../core/limits';
import type { Percent } from '../core/rate';
import { decimalDigits, grouped, scaled } from './decimal-text';
import { accepted, quoted, refused, type Reading } from './reading';

const PLACES = 4;

/** `22.49 %`: two decimals where there are any, up to four where they are needed. */
export function writePercent(value: Percent): string {
	const digits = grouped(value, PLACES)
		.replace(/0{1,2}$/, '')
		.replace(/\.00$/, '');
	return `${digits} %`;
}

/** Reads an annual rate: `22.49%`, `22.49`, `22,49`. */
export function readRate(typed: string): Reading<Percent> {
	return readPercent(typed, {
		highest: LIMITS.rate,
		missing: 'The annual rate is missing.',
		allowed: 'An annual rate from 0 to 1,000 %, with at most four decimals, such as 22.49.'
	});
}

/** Reads the percentage of a minimum payment. */
export function readMinimumPercent(typed: string): Reading<Percent> {
	return readPercent(typed, {
		highest: LIMITS.minimumPercent,
		missing: 'The percentage is missing.',
		allowed: 'A percentage from 0 to 100 %, with at most four decimals, such as 2.5.'
	});
}

interface PercentWords {
	readonly highest: number;
	readonly missing: string;
	readonly allowed: string;
}

function readPercent(typed: string, { highest, missing, allowed }: PercentWords): Reading<Percent> {
	const bare = typed.replace(/%/, '').trim();
	if (bare === '') return refused(missing, allowed);
	const parts = decimalDigits(bare);
	if (parts === null) return refused(`${quoted(typed.trim())} is not a percentage.`, allowed);
	if (parts.negative) return refused('A percentage can’t be below zero.', allowed);
	const value = scaled(parts.whole, parts.fraction, PLACES);
	if (value === null) return refused('That is more than four decimals.', allowed);
	if (value > highest) return refused(`${quoted(typed.trim())} is too high.`, allowed);
	return accepted(value as Percent);
}
