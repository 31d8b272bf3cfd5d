/** The outbox: messages as the files that they would be sent as. Nothing leaves the machine. */
import { simpleParser } from 'mailparser';
import type { ArrivedMessage, MessageSummary } from '../../document/message';
import type { MessageRequest } from '../../document/schema/message';
import { emlOf } from '../../exchange/mail';
import { now } from '../clock';
import { reading, writing } from '../database';
import { isVisible, visibilityScope, type Actor } from '../people/actor';
import { note } from '../people/trail';

interface MessageRow {
	readonly id: string;
	readonly case_id: string;
	readonly label: string;
	readonly made_at: Date;
	readonly recipient: string;
	readonly subject: string;
	readonly attachments: number;
}

const LISTED = `select outbox_message.id, case_id, label, made_at, recipient, subject, attachments
	from outbox_message join case_file on case_file.id = case_id
	where case_file.deleted_at is null`;

const summaryOf = (row: MessageRow): MessageSummary => ({
	id: row.id,
	caseId: row.case_id,
	label: row.label,
	madeAt: row.made_at.toISOString(),
	to: row.recipient,
	subject: row.subject,
	attachments: row.attachments
});

/** The messages of a case, or of all that somebody sees; the latest first. */
export async function listMessages(caseId: string | null, actor: Actor): Promise<MessageSummary[]> {
	const { rows } = await reading((statements) =>
		statements.query<MessageRow>(
			`${LISTED} and ($1::uuid is null or case_id = $1) and ${isVisible(2)}
			order by made_at desc, outbox_message.id`,
			[caseId, visibilityScope(actor)]
		)
	);
	return rows.map(summaryOf);
}

/**
 * Writes a message into the outbox; false where there is no such case. Sent again with the same key, it is there once.
 * It is composed before anything is written: nobody waits for that.
 */
export async function putMessage(
	caseId: string,
	request: MessageRequest,
	actor: Actor
): Promise<boolean> {
	const { rows } = await reading((statements) =>
		statements.query<{ label: string }>(
			'select label from case_file where id = $1 and deleted_at is null',
			[caseId]
		)
	);
	const [found] = rows;
	if (!found) return false;
	const { key: id, to, subject, text, language, attachments } = request;
	const madeAt = now();
	const message = await emlOf({
		to: { name: found.label, address: to },
		subject,
		text,
		language,
		attachments: attachments.map(({ name, type, content }) => ({
			name,
			type,
			bytes: Buffer.from(content, 'base64')
		})),
		date: madeAt,
		id
	});
	await writing(async (statements) => {
		const { affectedRows } = await statements.query(
			`insert into outbox_message (id, case_id, made_at, recipient, subject, attachments, message)
			values ($1, $2, $3, $4, $5, $6, $7) on conflict (id) do nothing`,
			[id, caseId, madeAt, to, subject, attachments.length, message]
		);
		if (affectedRows === 1)
			await note(statements, actor, {
				what: 'put a message into the outbox',
				subject: caseId,
				detail: `message ${id}`
			});
	});
	return true;
}

/** The file of a message; null where there is none, or none any more: a deleted case’s messages are deleted with it. */
export async function messageFile(id: string): Promise<Uint8Array<ArrayBuffer> | null> {
	const { rows } = await reading((statements) =>
		statements.query<{ message: Uint8Array }>(
			`select message from outbox_message join case_file on case_file.id = case_id
			where outbox_message.id = $1 and case_file.deleted_at is null`,
			[id]
		)
	);
	return rows[0] ? new Uint8Array(rows[0].message) : null;
}

/** A message as it would arrive; null where there is none. */
export async function readMessage(id: string): Promise<ArrivedMessage | null> {
	const { rows } = await reading((statements) =>
		statements.query<MessageRow & { message: Uint8Array }>(
			`${LISTED.replace('attachments', 'attachments, message')} and outbox_message.id = $1`,
			[id]
		)
	);
	const [row] = rows;
	if (!row) return null;
	const mail = await simpleParser(Buffer.from(row.message));
	return {
		...summaryOf(row),
		from: mail.from?.text ?? '',
		to: Array.isArray(mail.to) ? mail.to.map(({ text }) => text).join(', ') : (mail.to?.text ?? ''),
		subject: mail.subject ?? '',
		text: mail.text ?? '',
		files: mail.attachments.map(({ filename = '', contentType, size }) => ({
			name: filename,
			type: contentType,
			size
		}))
	};
}

/** One of a message's files, by its place; null where there is none. */
export async function attachedFile(
	id: string,
	place: number
): Promise<{
	readonly name: string;
	readonly type: string;
	readonly bytes: Uint8Array<ArrayBuffer>;
} | null> {
	const file = await messageFile(id);
	const found = file && (await simpleParser(Buffer.from(file))).attachments[place];
	if (!found) return null;
	const { filename = 'attachment', contentType, content } = found;
	return { name: filename, type: contentType, bytes: new Uint8Array(content) };
}
