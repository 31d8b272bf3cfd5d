import { LIMITS } from '../core/limits';
import { accepted, refused, type Reading } from './reading';

/** Characters that are no text: control characters, halves of a pair, and those that turn the writing round. */
export const NO_TEXT = /[\p{Cc}\p{Cs}\u{202a}-\u{202e}\u{2066}-\u{2069}\u{2028}\u{2029}\u{feff}]/u;

const ALLOWED = `At most ${LIMITS.name} characters.`;

/** Reads the name of a debt; it may still be missing. Spaces of any kind are one space each. */
export function readName(typed: string): Reading<string> {
	const name = typed.replace(/\s+/gu, ' ').trim();
	if (NO_TEXT.test(name)) {
		return refused('There are characters in it that can’t be seen.', 'Letters, figures and signs.');
	}
	return name.length <= LIMITS.name
		? accepted(name)
		: refused(`These are ${name.length} characters.`, ALLOWED);
}

/** Reads a name that there must be: a client label, the name of a plan. */
export function readLabel(typed: string, what = 'The client label'): Reading<string> {
	return typed.trim() === ''
		? refused(`${what} is missing.`, `From 1 to ${LIMITS.name} characters.`)
		: readName(typed);
}
