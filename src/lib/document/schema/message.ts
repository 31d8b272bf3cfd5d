/** A message that is put into the outbox. */
import { z } from 'zod';
import { ADDRESS, LONGEST_ADDRESS } from '../../reading/addresses';
import { HANDOUT_LANGUAGES } from '../handout-parts';
import { choice, identifier, sentence, text } from './fields';
import { LONGEST_TEXT } from '../message';
import { t } from '../refusals';

/** Files of one message, and bytes of all of them together. */
const ATTACHMENTS = 8;

const attachment = z.strictObject({
	name: text(t('The name of an attachment'), 1, 120),
	type: z.string().regex(/^[a-z]+\/[\w.+-]+(; charset=utf-8)?$/, {
		error: sentence(t('The type of an attachment'), t('a media type as in text/csv'))
	}),
	/** The bytes in base64 (RFC 4648). */
	content: z.base64({ error: sentence(t('The content of an attachment'), t('bytes in base64')) })
});

export const messageRequest = z.strictObject({
	/** The id of the message: sent again with the same key, it is the same message. */
	key: identifier(t('The key of the message')),
	to: z
		.string({ error: sentence(t('The address'), t('an address of mail')) })
		.trim()
		.min(3, { error: t('The address is missing; allowed is an address as in name@place.example.') })
		.max(LONGEST_ADDRESS, {
			error: t('An address has at most {characters} characters.', {
				characters: LONGEST_ADDRESS
			})
		})
		.regex(ADDRESS, {
			error: sentence(t('The address'), t('an address as in name@place.example'))
		}),
	subject: text(t('The subject'), 1, 200),
	language: choice(t('The language of the message'), HANDOUT_LANGUAGES),
	/** Lines and paragraphs. */
	text: z.string({ error: sentence(t('The text'), t('a text')) }).max(LONGEST_TEXT, {
		error: t('A message has at most {characters} characters.', { characters: LONGEST_TEXT })
	}),
	attachments: z.array(attachment).max(ATTACHMENTS, {
		error: t('A message has at most {attachments} attachments.', { attachments: ATTACHMENTS })
	})
});
export type MessageRequest = z.infer<typeof messageRequest>;
