/** Counts, spans of months and frequencies, as they are in sentences and in tables. */
import { FREQUENCIES, type PaymentsPerYear } from '../core/quantities/calendar';
import en from '../messages/en/amounts.json';
import es from '../messages/es/amounts.json';
import { messagesOf, type Language, type Spoken } from '../messages/message';

const { text } = messagesOf({ en, es });

/** “1 payment”, “45 payments” */
export const countOf = (
	spoken: Spoken<Language>,
	count: number,
	of: 'payments' | 'months' | 'years' | 'debts' | 'decimals' | 'transactions'
): string => text(spoken, of, { count });

/** “25 years 6 months”, “2 months”, “1 year” */
export function monthsInWords(spoken: Spoken<Language>, count: number): string {
	const [years, months] = [Math.floor(count / 12), count % 12];
	if (years === 0) return text(spoken, 'months', { count });
	if (months === 0) return text(spoken, 'years', { count: years });
	return text(spoken, 'years and months', { years, months });
}

/** The same in a table's cell: “12 y 6 m” */
export function shortMonths(spoken: Spoken<Language>, count: number): string {
	const [years, months] = [Math.floor(count / 12), count % 12];
	if (years === 0) return text(spoken, 'short months', { months });
	return text(spoken, months === 0 ? 'short years' : 'short years and months', { years, months });
}

/** “8 months sooner”, “1 year later”, “in the same month” */
export function soonerInWords(spoken: Spoken<Language>, monthsSooner: number): string {
	const time = monthsInWords(spoken, Math.abs(monthsSooner));
	return text(spoken, 'sooner', { way: signOf(monthsSooner), time });
}

/** Of a number, for messages that choose by it. */
export const signOf = (amount: number): 'none' | 'more' | 'less' =>
	amount === 0 ? 'none' : amount > 0 ? 'more' : 'less';

interface FrequencyWords {
	/** “paid monthly” */
	readonly adverb: string;
	/** “121.00 a month” */
	readonly per: string;
	/** “every year” */
	readonly every: string;
}

/** How often payments are due, in words. */
export const frequencyWords = (
	spoken: Spoken<Language>,
	paymentsPerYear: PaymentsPerYear
): FrequencyWords => {
	const often = String(paymentsPerYear);
	return {
		adverb: text(spoken, 'adverb', { often }),
		per: text(spoken, 'per', { often }),
		every: text(spoken, 'every', { often })
	};
};

/** All frequencies, to choose from. */
export const frequencyChoices = (spoken: Spoken<Language>) =>
	FREQUENCIES.map((value) => ({
		value: String(value),
		words: frequencyWords(spoken, value).adverb
	}));
