import { messagesOf, type Locale } from '../messages/message';
import en from '../messages/en/reading.json';
import { signAround, USUAL_STYLE } from '../messages/style';
import { accepted, quoted, refused, type Reading } from './reading';

const { text } = messagesOf('reading', en);

/** A case's one currency: its ISO 4217 code and how many decimals its amounts have. */
export interface Currency {
	readonly code: string;
	readonly digits: number;
}

/** The currencies one can choose, with their decimals, from the platform's own ISO 4217 data. */
export function knownCurrencies({
	language
}: Locale): readonly (Currency & { readonly name: string })[] {
	const names = new Intl.DisplayNames(language, { type: 'currency' });
	return Intl.supportedValuesOf('currency').map((code) => ({
		code,
		digits: currencyDigits(code),
		name: names.of(code) ?? code
	}));
}

/** The currency of a code in capitals; null where there is none. */
export const currencyOf = (code: string): Currency | null =>
	Intl.supportedValuesOf('currency').includes(code) ? { code, digits: currencyDigits(code) } : null;

/** Reads a currency's code, in either case. */
export function readCurrency(typed: string, locale: Locale): Reading<Currency> {
	const code = typed.trim().toUpperCase();
	const allowed = text(locale, 'currency allowed');
	if (code === '') return refused(text(locale, 'currency missing'), allowed);
	const currency = currencyOf(code);
	if (currency) return accepted(currency);
	return refused(text(locale, 'currency unknown', { typed: quoted(typed.trim()) }), allowed);
}

/** Asked of every case that is read; the platform takes its time over it. */
const digitsKnown = new Map<string, number>();

function currencyDigits(currency: string): number {
	const known = digitsKnown.get(currency);
	if (known !== undefined) return known;
	const format = new Intl.NumberFormat('en', { style: 'currency', currency });
	const digits = format.resolvedOptions().maximumFractionDigits ?? 2;
	digitsKnown.set(currency, digits);
	return digits;
}

/** The code of a currency and the signs that it is written with, here and in its country, the longest first. */
export function signsOf(code: string): readonly string[] {
	const known = signsKnown.get(code);
	if (known) return known;
	const signs = (['symbol', 'narrowSymbol'] as const).map(
		(currencyDisplay) =>
			new Intl.NumberFormat('en', { style: 'currency', currency: code, currencyDisplay })
				.formatToParts(0)
				.find(({ type }) => type === 'currency')?.value ?? code
	);
	const narrow = signs.at(-1) ?? code;
	// A sign that several countries have is told apart by the country before it: US$, CA$, AU$.
	const own = /^\p{Sc}$/u.test(narrow) ? [`${code.slice(0, 2)}${narrow}`] : [];
	const written = (['point', 'comma'] as const).map((numbers) => {
		const { before, after } = signAround(code, { ...USUAL_STYLE, numbers });
		return (before + after).trim();
	});
	// A K after a number is a thousand.
	const all = [...new Set([code, ...signs, ...own, ...written])].filter((sign) => sign !== 'K');
	const ordered = all.sort((a, b) => b.length - a.length);
	signsKnown.set(code, ordered);
	return ordered;
}

const signsKnown = new Map<string, readonly string[]>();

/** Whether something is the sign or the code of some currency. */
export const isCurrencySign = (sign: string): boolean =>
	/^[A-Za-z]{0,3}\p{Sc}$/u.test(sign) || currencyOf(sign.toUpperCase()) !== null;
