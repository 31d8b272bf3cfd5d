/** What the client takes home, as it is set for a case: which parts, in which language, on which paper. */
import { z } from 'zod';
import { LIMITS } from '../core/quantities/limits';
import { ADDRESS, LONGEST_ADDRESS } from '../reading/addresses';
import { choice, name, sentence, text } from './fields';

/** The parts of a hand-out, in the order in which they are printed. */
export const HANDOUT_PARTS = [
	'answer',
	'picture',
	'pay',
	'months',
	'choice',
	'short',
	'sure',
	'assumes'
] as const;
export type HandoutPart = (typeof HANDOUT_PARTS)[number];

export const HANDOUT_LANGUAGES = ['en', 'es'] as const;
export const PAPERS = ['a4', 'letter'] as const;
export type Paper = (typeof PAPERS)[number];

export const handoutEntry = z.strictObject({
	language: choice('The language of the hand-out', HANDOUT_LANGUAGES),
	paper: choice('The paper of the hand-out', PAPERS),
	/** Those that are left out. */
	without: z
		.array(choice('A part of the hand-out', HANDOUT_PARTS))
		.refine((parts) => new Set(parts).size === parts.length, {
			error: 'A part of the hand-out is left out twice.'
		}),
	/** Whom the client calls, and a line of the counselor’s own; empty: nothing. */
	contact: name('Whom the client calls', 0),
	line: text('The line of the hand-out', 0, LIMITS.note),
	/** Where the client’s mail goes; empty: not known. */
	email: z
		.string({ error: sentence('The client’s address', 'an address of mail') })
		.trim()
		.max(LONGEST_ADDRESS, { error: `An address has at most ${LONGEST_ADDRESS} characters.` })
		.regex(ADDRESS, {
			error: sentence('The client’s address', 'an address as in name@place.example')
		})
});
export type HandoutEntry = z.infer<typeof handoutEntry>;

/** Currencies of countries whose offices print on Letter; all others print on A4. */
const ON_LETTER = new Set(['USD', 'CAD', 'MXN', 'COP', 'CLP', 'PHP', 'CRC', 'GTQ', 'DOP']);

/** The hand-out of a case that nobody has set yet. */
export const usualHandout = (currency: string): HandoutEntry => ({
	language: 'en',
	paper: ON_LETTER.has(currency) ? 'letter' : 'a4',
	without: [],
	contact: '',
	line: '',
	email: ''
});
