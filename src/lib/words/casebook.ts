import type { CalendarDate } from '../core/quantities/calendar';
import { writeDate } from '../reading/written';
import { quoted } from '../reading/reading';
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

/** When a case was last touched, as seen from today: “today”, “yesterday”, “11 Dec 2026”. */
export function touchedInWords(touchedAt: string, today: CalendarDate, spoken: Spoken): string {
	const day = touchedAt.slice(0, 10) as CalendarDate;
	const distance = (Date.parse(today) - Date.parse(day)) / 86_400_000;
	if (distance > 1 || distance < 0) return writeDate(day, spoken);
	return text(spoken, distance === 0 ? 'today' : 'yesterday');
}
