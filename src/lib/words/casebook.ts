import type { CalendarDate } from '../core/quantities/calendar';
import type { Cents } from '../core/quantities/money';
import type { Standing } from '../document/standing';
import { writeDate, writeMoney } from '../reading/written';
import { quoted } from '../reading/reading';
import type { Writing } from '../reading/writing';
import en from './en/casebook.json';
import { messagesOf, type Spoken } from './message';
import type { Sentence } from './sentence';

const { sentence, text } = messagesOf({ en });

/** What the casebook holds, and what a search found in it. */
export function casebookSentence(
	all: number,
	found: number,
	searched: string,
	spoken: Spoken
): Sentence {
	if (all === 0) return sentence(spoken, 'empty');
	if (searched.trim() === '') return sentence(spoken, 'all', { count: all });
	const words = quoted(searched.trim());
	return found === 0
		? sentence(spoken, 'none found', { words })
		: sentence(spoken, 'found', { found, count: all, words });
}

/** A casebook in which somebody only reads what others share. */
export const nothingShared = (spoken: Spoken): Sentence => sentence(spoken, 'nothing shared');

/** When a case was last touched, as seen from today: “today”, “yesterday”, “11 Dec 2026”. */
export function touchedInWords(touchedAt: string, today: CalendarDate, spoken: Spoken): string {
	const day = touchedAt.slice(0, 10) as CalendarDate;
	const distance = (Date.parse(today) - Date.parse(day)) / 86_400_000;
	if (distance > 1 || distance < 0) return writeDate(day, spoken);
	return text(spoken, distance === 0 ? 'today' : 'yesterday');
}

/** “+673.71”, “−61.00”, “on plan” */
export const offInWords = (gap: Cents | null, writing: Writing): string =>
	gap === null
		? '–'
		: gap === 0
			? text(writing, 'on plan')
			: `${gap > 0 ? '+' : '−'}${writeMoney(Math.abs(gap) as Cents, writing)}`;

/** When a case was last read, and how far from its plan it was then; of one without a plan, nothing. */
export function standingInWords(
	{ expectedSince, lastRead, off }: Standing,
	writing: Writing
): { readonly read: string; readonly off: string } {
	if (expectedSince === null && lastRead === null) return { read: '', off: '' };
	const read = lastRead === null ? text(writing, 'not read') : writeDate(lastRead, writing);
	return { read, off: off === null ? '' : offInWords(off, writing) };
}
