/** How a lender reckons, in words: the choices, what each means, and all of it in one line. */
import { FREQUENCIES } from '../core/calendar';
import type { LendingEntry } from './debt-document';
import { frequencyWords } from './frequency-text';
import { writeMoney, type Currency } from './money-text';

interface Words<T extends string> {
	readonly value: T;
	readonly words: string;
}

/** The bases of interest, each with what it does to a rate of 12 % on 1,000.00. */
export const BASES: readonly (Words<LendingEntry['interest']['basis']> & {
	readonly help: string;
})[] = [
	{
		value: 'nominal',
		words: 'nominal',
		help: 'The annual rate is shared out over the payments of a year: 12 % is 1 % a month, so 1,000.00 costs 10.00.'
	},
	{
		value: 'effective',
		words: 'effective',
		help: 'The annual rate is what a whole year comes to, interest on interest included: 12 % is 0.9489 % a month, so 1,000.00 costs 9.49.'
	},
	{
		value: 'daily',
		words: 'by the day',
		help: 'Each day costs its share of the annual rate: at 12 %, the 31 days of March on 1,000.00 cost 10.19.'
	},
	{
		value: 'daily-compounded',
		words: 'by the day, compounded',
		help: 'Each day’s interest bears interest from the next day on: at 12 %, the 31 days of March on 1,000.00 cost 10.24.'
	}
];

export const DAY_YEARS: readonly Words<'365' | '360' | 'actual'>[] = [
	{ value: '365', words: '365 days' },
	{ value: '360', words: '360 days' },
	{ value: 'actual', words: 'as many as it has' }
];

export const FREQUENCY_CHOICES = FREQUENCIES.map((value) => ({
	value: String(value),
	words: frequencyWords(value).adverb
}));

/** How often nominal interest is compounded; 0: with each payment. */
export const COMPOUNDINGS: readonly Words<string>[] = [
	{ value: '0', words: 'with each payment' },
	{ value: '365', words: 'daily' },
	{ value: '12', words: 'monthly' },
	{ value: '4', words: 'quarterly' },
	{ value: '2', words: 'half-yearly' },
	{ value: '1', words: 'yearly' }
];

export const TIMINGS: readonly Words<LendingEntry['timing']>[] = [
	{ value: 'arrears', words: 'at the end of its period' },
	{ value: 'advance', words: 'in advance' }
];

export const ROUNDINGS: readonly Words<LendingEntry['interestRounding']>[] = [
	{ value: 'cent', words: 'to the cent' },
	{ value: 'none', words: 'not at all' }
];

/** “nominal, charged monthly, rounded to the cent” */
export function lendingInWords(
	{ paymentsPerYear, interest, timing, interestRounding, clearBelow }: LendingEntry,
	currency: Currency
): string {
	return [
		basisInWords(interest, paymentsPerYear),
		...(timing === 'advance' ? ['paid in advance'] : []),
		interestRounding === 'cent' ? 'rounded to the cent' : 'not rounded',
		...(clearBelow > 0 ? [`paid whole from ${writeMoney(clearBelow, currency)} down`] : [])
	].join(', ');
}

function basisInWords(
	interest: LendingEntry['interest'],
	paymentsPerYear: LendingEntry['paymentsPerYear']
): string {
	const { adverb } = frequencyWords(paymentsPerYear);
	switch (interest.basis) {
		case 'nominal': {
			const { compoundsPerYear } = interest;
			if (compoundsPerYear === null || compoundsPerYear === paymentsPerYear) {
				return `nominal, charged ${adverb}`;
			}
			return `nominal, compounded ${compoundingWords(compoundsPerYear)}`;
		}
		case 'effective':
			return `effective, charged ${adverb}`;
		case 'daily':
			return `by the day, ${dayYearWords(interest.dayYear)}`;
		case 'daily-compounded':
			return `by the day, compounded, ${dayYearWords(interest.dayYear)}`;
	}
}

function compoundingWords(times: number): string {
	const known = COMPOUNDINGS.find(({ value }) => value === String(times));
	return known?.words ?? `${times} times a year`;
}

function dayYearWords(dayYear: 365 | 360 | 'actual'): string {
	return dayYear === 'actual' ? 'by the calendar year' : `a year of ${dayYear}`;
}
