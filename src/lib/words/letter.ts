/** Letters to creditors in words, in the creditor’s language. */
import type { Writing } from '../reading/writing';
import '../messages/clients';
import en from '../messages/en/letter.json';
import es from '../messages/es/letter.json';
import fr from '../messages/fr/letter.json';
import de from '../messages/de/letter.json';
import { messagesIn, type Language, type Parts } from '../messages/message';

const { text } = messagesIn({ en, es, fr, de });

/** A text of a letter to a creditor. */
export const letterText = (
	writing: Writing<Language>,
	id: keyof typeof en,
	parts: Parts = {}
): string => text(writing, id, parts);
