/** A message that is put into the outbox. */
import { z } from 'zod';
import { ADDRESS, LONGEST_ADDRESS } from '../../reading/addresses';
import { HANDOUT_LANGUAGES } from '../handout-parts';
import { choice, identifier, sentence, text } from './fields';
import { LONGEST_TEXT } from '../message';

/** Files of one message, and bytes of all of them together. */
const ATTACHMENTS = 8;

const attachment = z.strictObject({
	name: text('The name of an attachment', 1, 120),
	type: z.string().regex(/^[a-z]+\/[\w.+-]+(; charset=utf-8)?$/, {
		error: sentence('The type of an attachment', 'a media type as in text/csv')
	}),
	/** The bytes in base64 (RFC 4648). */
	content: z.base64({ error: sentence('The content of an attachment', 'bytes in base64') })
});

export const messageRequest = z.strictObject({
	/** The id of the message: sent again with the same key, it is the same message. */
	key: identifier('The key of the message'),
	to: z
		.string({ error: sentence('The address', 'an address of mail') })
		.trim()
		.min(3, { error: 'The address is missing; allowed is an address as in name@place.example.' })
		.max(LONGEST_ADDRESS, { error: `An address has at most ${LONGEST_ADDRESS} characters.` })
		.regex(ADDRESS, { error: sentence('The address', 'an address as in name@place.example') }),
	subject: text('The subject', 1, 200),
	language: choice('The language of the message', HANDOUT_LANGUAGES),
	/** Lines and paragraphs. */
	text: z
		.string({ error: sentence('The text', 'a text') })
		.max(LONGEST_TEXT, { error: `A message has at most ${LONGEST_TEXT} characters.` }),
	attachments: z
		.array(attachment)
		.max(ATTACHMENTS, { error: `A message has at most ${ATTACHMENTS} attachments.` })
});
export type MessageRequest = z.infer<typeof messageRequest>;
