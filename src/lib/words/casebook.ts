import type { CalendarDate } from '../core/quantities/calendar';
import { type Cents, size } from '../core/quantities/money';
import type { BookTotals, CaseSummary, Owed, Question, Shown } from '../document/casebook';
import type { Standing } from '../document/standing';
import { grouped, writeDate, writeAmount } from '../reading/written';
import { quoted } from '../reading/reading';
import type { Writing } from '../reading/writing';
import en from '../messages/en/casebook.json';
import { messagesOf, type Locale } from '../messages/message';
import type { Sentence } from '../messages/sentence';

const { sentence, text } = messagesOf('casebook', en);

/** The answer of the casebook: all or the matching cases, and their total. */
export function casebookSentence(
	{ cases: count, found, owed: owedOf }: BookTotals,
	{ search, show, sort }: Question,
	locale: Locale
): Sentence {
	if (count === 0) return sentence(locale, 'empty');
	const searched = search.trim();
	const labelled =
		searched === '' ? '' : text(locale, 'labelled', { show, words: quoted(searched) });
	if (found === 0) return sentence(locale, 'none found', { show, labelled });
	const amounts = owedInWords(owedOf, locale);
	const owed = amounts === null ? '' : text(locale, 'owed', { found, amounts });
	return show === 'all' && searched === ''
		? sentence(locale, 'all', { count, sort, owed })
		: sentence(locale, 'found', { found, count, show, labelled, owed });
}

/** Most currencies that are named. */
const NAMED = 3;

/** “4,182,330.12 USD and 33,000.00 EUR”; null where nothing is owed. */
function owedInWords(owed: readonly Owed[], locale: Locale): string | null {
	const some = owed.filter(({ amount }) => amount > 0);
	if (some.length === 0) return null;
	const named = some
		.slice(0, NAMED)
		.map(({ currency: { code, digits }, amount }) =>
			text(locale, 'amount', { amount: grouped(amount, digits, locale), code })
		);
	const amounts = new Intl.ListFormat(locale.language).format(named);
	return some.length > NAMED
		? text(locale, 'and others', { amounts: named.join(', '), count: some.length - NAMED })
		: amounts;
}

/** How many cases there are of a kind that can be shown: “310 short of money” */
export const shownInWords = (show: Shown, count: number, locale: Locale): string =>
	text(locale, `show ${show}`, { count });

/** A casebook in which somebody only reads what others share. */
export const nothingShared = (locale: Locale): Sentence => sentence(locale, 'nothing shared');

/** When a case was last touched, as seen from today: “today”, “yesterday”, “11 Dec 2026”. */
export function touchedInWords(touchedAt: string, today: CalendarDate, locale: Locale): string {
	const day = touchedAt.slice(0, 10) as CalendarDate;
	const distance = (Date.parse(today) - Date.parse(day)) / 86_400_000;
	if (distance > 1 || distance < 0) return writeDate(day, locale);
	return text(locale, distance === 0 ? 'today' : 'yesterday');
}

/** “+673.71”, “−61.00”, “on plan” */
export const offInWords = (gap: Cents | null, writing: Writing): string =>
	gap === null
		? '–'
		: gap === 0
			? text(writing, 'on plan')
			: `${gap > 0 ? '+' : '−'}${writeAmount(size(gap), writing)}`;

/** Of a case with a chosen plan: since when, and what is to be known of it: “12 Dec 2026, changed since”. */
export const chosenInWords = ({ chosen, standing }: CaseSummary, writing: Writing): string =>
	chosen === null
		? ''
		: text(writing, 'chosen', {
				date: writeDate(chosen.date, writing),
				changed: chosen.changed ? 'yes' : 'no',
				short: standing.shortFrom === null ? 'no' : 'yes'
			});

/** When a case was last read, and how far from its plan it was then; of one without a plan, nothing. */
export function standingInWords(
	{ expectedSince, lastRead, off }: Standing,
	writing: Writing
): { readonly read: string; readonly off: string } {
	if (expectedSince === null && lastRead === null) return { read: '', off: '' };
	const read = lastRead === null ? text(writing, 'not read') : writeDate(lastRead, writing);
	return { read, off: off === null ? '' : offInWords(off, writing) };
}
