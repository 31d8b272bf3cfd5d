/** How a case is handed out, as a case document has it. */
import { z } from 'zod';
import { HANDOUT_LANGUAGES, HANDOUT_PARTS, PAPERS } from '../handout-parts';
import { LIMITS } from '../../core/quantities/limits';
import { ADDRESS, LONGEST_ADDRESS } from '../../reading/addresses';
import { choice, name, sentence, text } from './fields';
import { t } from '../refusals';

export const handoutEntry = z.strictObject({
	language: choice(t('The language of the handout'), HANDOUT_LANGUAGES),
	paper: choice(t('The paper of the handout'), PAPERS),
	/** Those that are left out. */
	without: z
		.array(choice(t('A part of the handout'), HANDOUT_PARTS))
		.refine((parts) => new Set(parts).size === parts.length, {
			error: t('A part of the handout is left out twice.')
		}),
	/** Whom the client calls, and a line of the counselor’s own; empty: nothing. */
	contact: name(t('Whom the client calls'), 0),
	line: text(t('The line of the handout'), 0, LIMITS.note),
	/** Where the client’s mail goes; empty: not known. */
	email: z
		.string({ error: sentence(t('The client’s address'), t('an address of mail')) })
		.trim()
		.max(LONGEST_ADDRESS, {
			error: t('An address has at most {characters} characters.', {
				characters: LONGEST_ADDRESS
			})
		})
		.regex(ADDRESS, {
			error: sentence(t('The client’s address'), t('an address as in name@place.example'))
		})
});
