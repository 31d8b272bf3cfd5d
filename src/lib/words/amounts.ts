/** Counts, spans of months and frequencies, as they are in sentences and in tables. */
import { FREQUENCIES, type PaymentsPerYear } from '../core/quantities/calendar';
import en from '../messages/en/amounts.json';
import { messagesOf, type Language, type Locale } from '../messages/message';
import { grouped } from '../reading/written';

const { text } = messagesOf<keyof typeof en, Language>('amounts', en);

/** “1 payment”, “45 payments” */
export const countOf = (
	locale: Locale<Language>,
	count: number,
	of: 'payments' | 'months' | 'years' | 'debts' | 'decimals' | 'transactions'
): string => text(locale, of, { count });

/** “25 years 6 months”, “2 months”, “1 year” */
export function monthsInWords(locale: Locale<Language>, count: number): string {
	const [years, months] = [Math.floor(count / 12), count % 12];
	if (years === 0) return text(locale, 'months', { count });
	if (months === 0) return text(locale, 'years', { count: years });
	return text(locale, 'years and months', { years, months });
}

/** The same in a table's cell: “12 y 6 m” */
export function shortMonths(locale: Locale<Language>, count: number): string {
	const [years, months] = [Math.floor(count / 12), count % 12];
	if (years === 0) return text(locale, 'short months', { months });
	return text(locale, months === 0 ? 'short years' : 'short years and months', { years, months });
}

/** “8 months sooner”, “1 year later”, “in the same month” */
export function soonerInWords(locale: Locale<Language>, monthsSooner: number): string {
	const time = monthsInWords(locale, Math.abs(monthsSooner));
	return text(locale, 'sooner', { way: signOf(monthsSooner), time });
}

/** Of a number, for messages that choose by it. */
export const signOf = (amount: number): 'none' | 'more' | 'less' =>
	amount === 0 ? 'none' : amount > 0 ? 'more' : 'less';

/** One unit of money, to which a cost is put in proportion: “1.00” */
export const oneUnit = (locale: Locale<Language>): string => grouped(100, 2, locale);

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
	locale: Locale<Language>,
	paymentsPerYear: PaymentsPerYear
): FrequencyWords => {
	const often = String(paymentsPerYear);
	return {
		adverb: text(locale, 'adverb', { often }),
		per: text(locale, 'per', { often }),
		every: text(locale, 'every', { often })
	};
};

/** All frequencies, to choose from. */
export const frequencyChoices = (locale: Locale<Language>) =>
	FREQUENCIES.map((value) => ({
		value: String(value),
		words: frequencyWords(locale, value).adverb
	}));

/** How often something is due that is said so: “weekly”, “a week” and “every week” alike; null: it says no frequency. */
export function frequencyCalled(locale: Locale<Language>, called: string): PaymentsPerYear | null {
	const said = called.trim().toLowerCase();
	const found = FREQUENCIES.find((perYear) => {
		const { adverb, per, every } = frequencyWords(locale, perYear);
		return [adverb, per, every].some((words) => words.toLowerCase() === said);
	});
	return found ?? null;
}
