/** What of the cases is due soon, in words. */
import type { CalendarDate } from '../core/quantities/calendar';
import { DAYS_AHEAD, MOST_REMINDERS, REMINDER_KINDS, type Reminder } from '../document/reminders';
import en from '../messages/en/reminders.json';
import { listOf, messagesOf, type Locale } from '../messages/message';
import type { Sentence } from '../messages/sentence';
import { writeDate, writeMonth } from '../reading/written';

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
	{ kind, about, day }: Reminder,
	today: CalendarDate,
	locale: Locale
): string {
	const parts = { about, day: writeDate(day, locale), month: writeMonth(day, locale) };
	// It is further off its plan than it may be, before the time for a review has come.
	if (kind === 'review' && day > today) return text(locale, 'due review early');
	return text(locale, `due ${kind}`, parts);
}
