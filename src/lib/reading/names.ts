import { LIMITS } from '../core/quantities/limits';
import { messagesOf, type Spoken } from '../words/message';
import en from '../words/en/names.json';
import { accepted, refused, type Reading } from './reading';

const { text } = messagesOf({ en });

/** Characters that are no text: control characters, halves of a pair, and those that turn the writing round. */
export const NO_TEXT = /[\p{Cc}\p{Cs}\u{202a}-\u{202e}\u{2066}-\u{2069}\u{2028}\u{2029}\u{feff}]/u;

/** Reads the name of a debt; it may still be missing. Spaces of any kind are one space each. */
export function readName(typed: string, spoken: Spoken): Reading<string> {
	const name = typed.replace(/\s+/gu, ' ').trim();
	if (NO_TEXT.test(name)) {
		return refused(text(spoken, 'name unseen'), text(spoken, 'name letters'));
	}
	return name.length <= LIMITS.name
		? accepted(name)
		: refused(
				text(spoken, 'name length', { count: name.length }),
				text(spoken, 'name allowed', { longest: LIMITS.name })
			);
}

/** Reads a name that there must be: a client label, the name of a plan. */
export function readLabel(
	typed: string,
	spoken: Spoken,
	what: 'client' | 'plan' = 'client'
): Reading<string> {
	return typed.trim() === ''
		? refused(
				text(spoken, 'label missing', { what }),
				text(spoken, 'label allowed', { longest: LIMITS.name })
			)
		: readName(typed, spoken);
}
