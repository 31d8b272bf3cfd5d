/** Messages to a client, and the outbox that stands in for mail. */
import { NO_HOUSE, type House } from '../document/agency';
import type { Standing } from '../document/change';
import type { PlanFigures } from '../document/what-if';
import type { HandoutEntry } from '../document/handout';
import type { Writing } from '../reading/writing';
import { writeMonth } from '../reading/written';
import '../messages/clients';
import en from '../messages/en/mail.json';
import es from '../messages/es/mail.json';
import fr from '../messages/fr/mail.json';
import de from '../messages/de/mail.json';
import enOutbox from '../messages/en/outbox.json';
import { listOf, messagesIn, messagesOf, type Language, type Locale } from '../messages/message';
import { plain, type Sentence } from '../messages/sentence';

const { text } = messagesIn({ en, es, fr, de });
const outbox = messagesOf('outbox', enOutbox);

export const mailSubject = (label: string, writing: Writing<Language>): string =>
	text(writing, 'subject', { label });

/** The text that a message begins with: what the handout answers, and what to do when money is short. */
export function mailText(
	{
		blocks
	}: { readonly blocks: readonly { readonly kind: string; readonly sentence?: Sentence }[] },
	{ contact }: HandoutEntry,
	/** The kinds of files that go with it. */
	kinds: readonly string[],
	/** What the plan rests on. */
	standing: Standing,
	writing: Writing<Language>,
	/** Who writes. */
	{ letterhead, texts }: House = NO_HOUSE
): string {
	const answer = blocks.find(({ kind }) => kind === 'answer')?.sentence ?? [];
	const files = kinds.map((kind) => fileWords(kind, writing));
	return [
		text(writing, 'greeting'),
		text(writing, 'plan', { answer: plain(answer) }),
		...(standing === 'agreed' ? [] : [text(writing, `terms ${standing}`)]),
		...(files.length === 0 ? [] : [text(writing, 'attached', { files: listOf(writing, files) })]),
		text(writing, 'call', { contact: contact === '' ? 'no' : 'yes', who: contact }),
		texts?.message[writing.language] ?? '',
		text(writing, 'closing'),
		letterhead?.name ?? ''
	]
		.filter((line) => line !== '')
		.join('\n\n');
}

/** The text of a message about a change that would move the plan: nothing is decided, and the client is asked to call. */
export function movedMail(
	{ before, after }: { readonly before: PlanFigures; readonly after: PlanFigures },
	{ contact }: HandoutEntry,
	writing: Writing<Language>,
	{ letterhead, texts }: House = NO_HOUSE
): string {
	const end = (day: PlanFigures['ends']): string => (day === null ? '' : writeMonth(day, writing));
	const isShort = before.shortFrom === null && after.shortFrom !== null;
	const ways =
		before.ends === null
			? after.ends === null
				? 'open'
				: 'ends'
			: after.ends === null
				? 'never'
				: end(before.ends) === end(after.ends)
					? 'same'
					: 'moved';
	return [
		text(writing, 'greeting'),
		text(writing, 'moved', {
			ways,
			before: end(before.ends),
			after: end(after.ends)
		}),
		isShort ? text(writing, 'moved short', { month: end(after.shortFrom) }) : '',
		text(writing, 'moved call', { contact: contact === '' ? 'no' : 'yes', who: contact }),
		texts?.message[writing.language] ?? '',
		text(writing, 'closing'),
		letterhead?.name ?? ''
	]
		.filter((line) => line !== '')
		.join('\n\n');
}

/** “the page for the kitchen table (PDF)” */
export const fileWords = (kind: string, writing: Locale<Language>): string =>
	text(writing, 'file', { kind });

export const outboxSentence = (count: number, locale: Locale): Sentence =>
	outbox.sentence(locale, 'outbox', { count });

/** “31 kB” */
export const sizeInWords = (bytes: number, locale: Locale): string =>
	outbox.text(locale, 'size', { size: Math.max(1, Math.round(bytes / 1000)) });
