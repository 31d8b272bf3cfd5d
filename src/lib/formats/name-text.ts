import { LIMITS } from '../core/limits';
import { accepted, refused, type Reading } from './reading';

const ALLOWED = `At most ${LIMITS.name} characters.`;

/** Reads the name of a debt; it may still be missing. */
export function readName(typed: string): Reading<string> {
	const name = typed.trim();
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
