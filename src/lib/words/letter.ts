/** Letters to creditors in words, in English and Spanish. */
import type { Writing } from '../reading/writing';
import en from '../messages/en/letter.json';
import es from '../messages/es/letter.json';
import { messagesOf, type Language, type Parts } from '../messages/message';

const { text } = messagesOf({ en, es });

/** A text of a letter to a creditor. */
export const letterText = (
	writing: Writing<Language>,
	id: keyof typeof en,
	parts: Parts = {}
): string => text(writing, id, parts);
