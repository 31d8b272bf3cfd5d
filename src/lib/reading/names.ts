import { LIMITS } from '../core/quantities/limits';
import { messagesOf, type Locale } from '../messages/message';
import en from '../messages/en/names.json';
import { accepted, refused, type Reading } from './reading';

const { text } = messagesOf('names', en);

/** Characters that are no text: control characters, halves of a pair, and those that turn the writing round. */
export const NO_TEXT = /[\p{Cc}\p{Cs}\u{202a}-\u{202e}\u{2066}-\u{2069}\u{2028}\u{2029}\u{feff}]/u;

/** Reads a text of one line, of at most so many characters. */
export function readLine(typed: string, longest: number, locale: Locale): Reading<string> {
	const line = typed.replace(/[\t\r\n]+/g, ' ').trim();
	if (NO_TEXT.test(line)) {
		return refused(text(locale, 'name unseen'), text(locale, 'name letters'));
	}
	return line.length <= longest
		? accepted(line)
		: refused(
				text(locale, 'name length', { count: line.length }),
				text(locale, 'name allowed', { longest })
			);
}

/** Reads the name of a debt; it may still be missing. Spaces of any kind are one space each. */
export const readName = (typed: string, locale: Locale): Reading<string> =>
	readLine(typed.replace(/\s+/gu, ' '), LIMITS.name, locale);

/** Reads a name that there must be: a client label, the name of a plan. */
export function readLabel(
	typed: string,
	locale: Locale,
	what: 'client' | 'plan' = 'client'
): Reading<string> {
	return typed.trim() === ''
		? refused(
				text(locale, 'label missing', { what }),
				text(locale, 'label allowed', { longest: LIMITS.name })
			)
		: readName(typed, locale);
}
