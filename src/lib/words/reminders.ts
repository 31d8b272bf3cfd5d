/** What of the cases is due soon, in words. */
import type { CalendarDate } from '../core/quantities/calendar';
import { DAYS_AHEAD, MOST_REMINDERS, REMINDER_KINDS, type Reminder } from '../document/reminders';
import en from '../messages/en/reminders.json';
import { listOf, messagesOf, type Locale } from '../messages/message';
import { plain, type Sentence } from '../messages/sentence';
import { writeDate, writeMonth } from '../reading/written';
import { askedInWords, lineInWords } from './what-if';

const { text, sentence } = messagesOf('reminders', en);

/** “7 reminders for today: 4 cases due for review, 2 plans short of money and 1 offer that ends.” */
export function remindersSentence(all: readonly Reminder[], locale: Locale): Sentence {
	if (all.length === 0) return sentence(locale, 'none', { days: DAYS_AHEAD });
	const parts = REMINDER_KINDS.flatMap((kind) => {
		const count = all.filter((one) => one.kind === kind).length;
		return count === 0 ? [] : [text(locale, `count ${kind}`, { count })];
	});
	const count = all.length;
	return sentence(locale, count < MOST_REMINDERS ? 'some' : 'at least', {
		count,
		parts: listOf(locale, parts)
	});
}

/** “Quillmark card: the offer ends on 31 Jan 2027” */
export function reminderInWords(
	{ kind, about, day, moved }: Reminder,
	today: CalendarDate,
	locale: Locale
): string {
	if (moved)
		return text(locale, 'due what-if', {
			asked: askedInWords(moved, locale),
			line: lineInWords(moved, locale)
		});
	const parts = { about, day: writeDate(day, locale), month: writeMonth(day, locale) };
	// It is further off its plan than it may be, before the time for a review has come.
	if (kind === 'review' && day > today) return text(locale, 'due review early');
	return text(locale, `due ${kind}`, parts);
}

/** The reminders of a day as a message: the sentence, and a line for each. */
export function remindersMail(
	all: readonly Reminder[],
	today: CalendarDate,
	locale: Locale
): { readonly subject: string; readonly text: string } {
	const lines = all.map((reminder) =>
		text(locale, 'line', {
			label: reminder.label,
			due: reminderInWords(reminder, today, locale),
			owner: reminder.owner ?? 'none'
		})
	);
	return {
		subject: text(locale, 'subject', { day: writeDate(today, locale) }),
		text: [plain(remindersSentence(all, locale)), lines.join('\n')].join('\n\n').trim()
	};
}
