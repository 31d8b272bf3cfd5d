/** How a case is handed out, as a case document has it. */
import { z } from 'zod';
import { HANDOUT_LANGUAGES, HANDOUT_PARTS, PAPERS } from '../handout-parts';
import { LIMITS } from '../../core/quantities/limits';
import { ADDRESS, LONGEST_ADDRESS } from '../../reading/addresses';
import { choice, name, sentence, text } from './fields';

export const handoutEntry = z.strictObject({
	language: choice('The language of the handout', HANDOUT_LANGUAGES),
	paper: choice('The paper of the handout', PAPERS),
	/** Those that are left out. */
	without: z
		.array(choice('A part of the handout', HANDOUT_PARTS))
		.refine((parts) => new Set(parts).size === parts.length, {
			error: 'A part of the handout is left out twice.'
		}),
	/** Whom the client calls, and a line of the counselor’s own; empty: nothing. */
	contact: name('Whom the client calls', 0),
	line: text('The line of the handout', 0, LIMITS.note),
	/** Where the client’s mail goes; empty: not known. */
	email: z
		.string({ error: sentence('The client’s address', 'an address of mail') })
		.trim()
		.max(LONGEST_ADDRESS, { error: `An address has at most ${LONGEST_ADDRESS} characters.` })
		.regex(ADDRESS, {
			error: sentence('The client’s address', 'an address as in name@place.example')
		})
});
