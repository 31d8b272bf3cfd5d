/** The bin, in words. */
import en from '../messages/en/deleted-cases.json';
import { messagesOf, type Locale } from '../messages/message';
import type { Sentence } from '../messages/sentence';

const { sentence } = messagesOf('deleted-cases', en);

/** “2 deleted cases. Each stays for 90 days …” */
export const deletedSentence = (count: number, days: number, locale: Locale): Sentence =>
	count === 0 ? sentence(locale, 'empty', { days }) : sentence(locale, 'holds', { count, days });
