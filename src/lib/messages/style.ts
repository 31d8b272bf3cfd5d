/** How numbers are written: 1,234.56, 1.234,56 or 1 234,56. */
export type NumberStyle = 'point' | 'comma' | 'space';

/** How the parts of a date follow each other: 15 Jan 2027, Jan 15, 2027 or 2027-01-15. */
export type DateOrder = 'day' | 'month' | 'year';

export const NUMBER_STYLES = ['point', 'comma', 'space'] as const satisfies readonly NumberStyle[];
export const DATE_ORDERS = ['day', 'month', 'year'] as const satisfies readonly DateOrder[];

/** How a case's numbers and dates are shown and typed. */
export interface Style {
	readonly numbers: NumberStyle;
	readonly dates: DateOrder;
}

export const USUAL_STYLE: Style = { numbers: 'point', dates: 'day' };

interface Marks {
	readonly decimal: '.' | ',';
	readonly group: string;
}

/** The decimal mark of a style, and what is between thousands. */
export const MARKS: Readonly<Record<NumberStyle, Marks>> = {
	point: { decimal: '.', group: ',' },
	comma: { decimal: ',', group: '.' },
	space: { decimal: ',', group: '\u202f' }
};

/**
 * The style that goes with a currency: that of its country, or, where it has none or the person is there, that
 * of the person's own locale (a BCP 47 tag, as a browser names it).
 */
export function styleFor(currency: string, locale: string): Style {
	const region = currency.slice(0, 2);
	const own = new Intl.Locale(locale).maximize().region;
	return styleOf(isOfOneCountry(currency) && region !== own ? localeIn(region, locale) : locale);
}

/** How a language is written in a currency's country: Spanish with 1,234.56 for dollars, with 1.234,56 for euros. */
export function styleIn(language: string, currency: string): Style {
	return styleOf(isOfOneCountry(currency) ? `${language}-${currency.slice(0, 2)}` : language);
}

/** The signs before and after an amount of a currency. */
interface SignAround {
	readonly before: string;
	readonly after: string;
}

/** Signs that the faces of screen and PDF have; other currencies are named by their code. */
const WRITABLE = /^[\p{Script=Latin}.$€£¥]+$/u;
const NO_BREAK = '\u00a0';

const signs = new Map<string, SignAround>();

/**
 * Where the sign of a currency is written and what it is: as in the currency's country, and for one of many
 * countries (EUR) before the amount where decimals have a point, behind it where they have a comma.
 */
export function signAround(currency: string, { numbers }: Style): SignAround {
	const key = `${currency} ${numbers}`;
	const known = signs.get(key);
	if (known) return known;
	const locale = isOfOneCountry(currency)
		? localeIn(currency.slice(0, 2), 'en')
		: numbers === 'point'
			? 'en'
			: 'de';
	const parts = new Intl.NumberFormat(locale, {
		style: 'currency',
		currency,
		currencyDisplay: 'narrowSymbol'
	}).formatToParts(1);
	const at = parts.findIndex(({ type }) => type === 'currency');
	const sign = parts[at]?.value.normalize('NFKC') ?? '';
	const around = !WRITABLE.test(sign)
		? { before: '', after: NO_BREAK + currency }
		: at > parts.findIndex(({ type }) => type === 'integer')
			? { before: '', after: NO_BREAK + sign }
			: { before: sign + (parts[at + 1]?.type === 'literal' ? NO_BREAK : ''), after: '' };
	signs.set(key, around);
	return around;
}

/** Codes of no one country begin with X, or with a region that has no language of its own, as EUR does. */
const isOfOneCountry = (currency: string): boolean =>
	!currency.startsWith('X') && !currency.startsWith('EU');

/** The main language of a country. */
function localeIn(region: string, otherwise: string): string {
	const { language } = new Intl.Locale('und', { region }).maximize();
	return language ? `${language}-${region}` : otherwise;
}

function styleOf(locale: string): Style {
	const latin = `${locale}-u-nu-latn`;
	const number = new Intl.NumberFormat(latin).formatToParts(1_234_567.5);
	const mark = (type: string) => number.find((part) => part.type === type)?.value ?? '';
	const date = new Intl.DateTimeFormat(`${latin}-ca-gregory`).formatToParts(0);
	const first = date.find(({ type }) => type !== 'literal')?.type;
	return {
		numbers: mark('decimal') !== ',' ? 'point' : mark('group') === '.' ? 'comma' : 'space',
		dates: first === 'year' || first === 'month' ? first : 'day'
	};
}
