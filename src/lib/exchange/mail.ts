/** A message as the file that it would be sent as (RFC 5322, with MIME). Nothing is sent. */
import { createTransport } from 'nodemailer';

interface Attachment {
	readonly name: string;
	readonly type: string;
	readonly bytes: Uint8Array;
}

export interface Message {
	readonly to: { readonly name: string; readonly address: string };
	readonly subject: string;
	/** In plain text; lines are paragraphs. */
	readonly text: string;
	readonly language: string;
	readonly attachments: readonly Attachment[];
	readonly date: Date;
	/** The id of the message. */
	readonly id: string;
}

/** No address that anything could be sent from (RFC 2606). */
const FROM = { name: 'Residuum', address: 'outbox@residuum.invalid' };

const writer = createTransport({ streamTransport: true, buffer: true, newline: 'windows' });

/** A header is one line, whatever is in a name or a subject. */
const oneLine = (text: string): string => text.replaceAll(/\s+/g, ' ').trim();

export async function emlOf(message: Message): Promise<Uint8Array> {
	const { to, subject, text, language, attachments, date, id } = message;
	const { message: written } = await writer.sendMail({
		from: FROM,
		to: { name: oneLine(to.name), address: to.address },
		subject: oneLine(subject),
		text,
		html: htmlOf(text, language),
		date,
		messageId: `<${id}@residuum.invalid>`,
		headers: { 'Content-Language': language },
		attachments: attachments.map(({ name, type, bytes }) => ({
			filename: name,
			contentType: type,
			content: Buffer.from(bytes)
		})),
		// Nothing is fetched for a message, from a disk or a network.
		disableFileAccess: true,
		disableUrlAccess: true
	});
	return new Uint8Array(written as Buffer);
}

const escaped = (text: string): string =>
	text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');

/** The same in HTML: paragraphs where there are empty lines, lines within them. */
function htmlOf(text: string, language: string): string {
	const paragraphs = text
		.split(/\n{2,}/)
		.map((paragraph) => `<p>${escaped(paragraph).replaceAll('\n', '<br>')}</p>`);
	return `<!doctype html><html lang="${language}"><body>${paragraphs.join('')}</body></html>`;
}
