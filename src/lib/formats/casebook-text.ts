import type { CalendarDate } from '../core/calendar';
import { writeDate } from './date-text';
import { quoted } from './reading';
import { countOf, type Sentence } from './sentence';

/** What the casebook holds, and what a search found in it. */
export function casebookSentence(all: number, found: number, sought: string): Sentence {
	if (all === 0) {
		return [
			{ text: 'The casebook is empty. The ' },
			{ text: 'first case', figure: 'figure' },
			{ text: ' needs a client label, the currency, and the day its figures are as of.' }
		];
	}
	if (sought.trim() === '') {
		return [
			{ text: countOf(all, 'case'), figure: 'figure' },
			{ text: ', the last touched first.' }
		];
	}
	const words = quoted(sought.trim());
	return found === 0
		? [{ text: `No case is labelled ${words}.` }]
		: [
				{ text: `${found} of ${countOf(all, 'case')}`, figure: 'figure' },
				{ text: ` labelled ${words}.` }
			];
}

/** When a case was last touched, as seen from today: “today”, “yesterday”, “11 Dec 2026”. */
export function touchedInWords(touchedAt: string, today: CalendarDate): string {
	const day = touchedAt.slice(0, 10) as CalendarDate;
	const distance = (Date.parse(today) - Date.parse(day)) / 86_400_000;
	if (distance === 0) return 'today';
	return distance === 1 ? 'yesterday' : writeDate(day);
}
