/**
 * Messages: sentences with named parts, in the message syntax of ICU, a file for each theme and a folder for
 * each language. They are formed into phrases, so that a part of one can open its working.
 */
import { IntlMessageFormat } from 'intl-messageformat';
import { isPlain } from './plain';
import { USUAL_STYLE, type NumberStyle, type Style } from './style';
import { figure, plain, say, type Phrase, type Sentence } from './sentence';

/** The languages that there are messages in, each with the locale whose lists and plurals it has. */
const LOCALES = { en: 'en-GB', es: 'es', fr: 'fr', de: 'de' } as const;
export type Language = keyof typeof LOCALES;

/** The languages that the desk speaks; a client gets things in any. */
export const DESK_LANGUAGES = ['en', 'es'] as const;
export type DeskLanguage = (typeof DESK_LANGUAGES)[number];

/** In which language something is said, and how its numbers and dates are written; absent: 1,234.56 and 15 Jan 2027. */
export interface Locale<L extends Language = DeskLanguage> {
	readonly language: L;
	readonly style?: Style;
}

/** Locales whose numbers are written in each style. */
const NUMBERS: Readonly<Record<NumberStyle, string>> = {
	point: 'en-GB',
	comma: 'de-DE',
	space: 'fr-FR'
};

/** As it is in its file, or as it was read when the program was built. */
type Message = ConstructorParameters<typeof IntlMessageFormat>[0];

/** The value of a named part: a text, a count, phrases, or for a tag a function of the phrases within. */
type Part = string | number | Phrase | Sentence | ((inner: Sentence) => Sentence);
export type Parts = Readonly<Record<string, Part>>;

export interface Messages<Id extends string, L extends Language> {
	/** @throws RangeError when a part is missing: a bug of the caller */
	sentence(locale: Locale<L>, id: Id, parts?: Parts): Sentence;
	text(locale: Locale<L>, id: Id, parts?: Parts): string;
}

/** A theme's file in a language. */
type File<Id extends string> = Readonly<Record<Id, unknown>>;

/** The messages of a theme, from its files in each of its languages. In `<b>` is what is set apart as a figure. */
export const messagesIn = <Id extends string, L extends Language>(
	files: Readonly<Record<L, File<Id>>>
): Messages<Id, L> => formedFrom((language: L) => files[language]);

/** Themes in other languages than English, each with its files by the name of the theme; added where they are needed. */
const added = new Map<Language, Map<string, File<string>>>();

export function addThemes(
	language: Language,
	themes: Readonly<Record<string, File<string>>>
): void {
	added.set(language, new Map([...(added.get(language) ?? []), ...Object.entries(themes)]));
}

/** The messages of a theme that is in English; in another language once that is added, and in English until then. */
export const messagesOf = <Id extends string, L extends Language = DeskLanguage>(
	theme: string,
	en: File<Id>
): Messages<Id, L> =>
	formedFrom((language: L) => (added.get(language)?.get(theme) as File<Id> | undefined) ?? en);

function formedFrom<Id extends string, L extends Language>(
	fileIn: (language: L) => File<Id>
): Messages<Id, L> {
	const read = new Map<string, IntlMessageFormat>();
	const messageOf = ({ language, style = USUAL_STYLE }: Locale<L>, id: Id): IntlMessageFormat => {
		const { numbers } = style;
		const key = `${language} ${numbers} ${id}`;
		const known = read.get(key);
		if (known) return known;
		const message = new IntlMessageFormat(
			fileIn(language)[id] as Message,
			LOCALES[language],
			undefined,
			{ formatters: formattersOf(numbers) }
		);
		read.set(key, message);
		return message;
	};
	const sentence: Messages<Id, L>['sentence'] = (locale, id, parts = {}) => {
		const message = fileIn(locale.language)[id];
		if (isPlain(message)) return [say(message)];
		return messageOf(locale, id)
			.formatToParts<unknown>({ b: setApart, ...tagged(parts) })
			.flatMap(({ value }) => phrasesIn(value));
	};
	return { sentence, text: (locale, id, parts) => plain(sentence(locale, id, parts)) };
}

/** Plurals are those of the language, numbers those of the style. Each is made once: making one takes longer than using it. */
const formattersOf = (numbers: NumberStyle) => ({
	getNumberFormat: (_: unknown, options?: Intl.NumberFormatOptions) =>
		madeOnce(
			`number ${numbers} ${JSON.stringify(options)}`,
			() => new Intl.NumberFormat(NUMBERS[numbers], options)
		),
	getDateTimeFormat: (...args: ConstructorParameters<typeof Intl.DateTimeFormat>) =>
		madeOnce(`date ${JSON.stringify(args)}`, () => new Intl.DateTimeFormat(...args)),
	getPluralRules: (...args: ConstructorParameters<typeof Intl.PluralRules>) =>
		madeOnce(`plural ${JSON.stringify(args)}`, () => new Intl.PluralRules(...args))
});

const made = new Map<string, unknown>();

function madeOnce<T>(key: string, make: () => T): T {
	const known = made.get(key);
	if (known !== undefined) return known as T;
	const fresh = make();
	made.set(key, fresh);
	return fresh;
}

const setApart = (inner: unknown[]) => [figure(plain(inner.flatMap(phrasesIn)))];

/** Tags get phrases, whatever is within them. */
const tagged = (parts: Parts): Record<string, unknown> =>
	Object.fromEntries(
		Object.entries(parts).map(([name, part]) => [
			name,
			typeof part === 'function' ? (inner: unknown[]) => part(inner.flatMap(phrasesIn)) : part
		])
	);

/** A text, a phrase or phrases as phrases; of nothing, none. */
function phrasesIn(value: unknown): Phrase[] {
	if (value === '') return [];
	if (typeof value === 'string') return [say(value)];
	return Array.isArray(value) ? value.flatMap(phrasesIn) : [value as Phrase];
}

/** “One”, “One and Two”, “One, Two and Three”; where one of them is meant: “One, Two or Three” */
export const listOf = (
	{ language }: Locale<Language>,
	items: readonly string[],
	type: 'conjunction' | 'disjunction' = 'conjunction'
): string => new Intl.ListFormat(LOCALES[language], { type }).format(items);

/** A day or a moment in a language, as `Intl.DateTimeFormat` has it. */
export const momentIn = (
	{ language }: Locale<Language>,
	moment: Date,
	options: Intl.DateTimeFormatOptions
): string => new Intl.DateTimeFormat(LOCALES[language], options).format(moment);

/** The same text with its first letter as at the beginning of a sentence. */
export const capital = ({ language }: Locale<Language>, text: string): string =>
	text.charAt(0).toLocaleUpperCase(LOCALES[language]) + text.slice(1);
