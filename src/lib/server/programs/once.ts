/**
 * Requests that are carried out once, however often they are sent: by the key that whoever asks gives them
 * (draft-ietf-httpapi-idempotency-key-header). What was answered first is answered again.
 */
import { createHash } from 'node:crypto';
import { refuse } from '../answers';
import { DAY } from '../clock';
import { writing } from '../database';
import type { Actor } from '../people/actor';
import { t } from '../refusals';

/** Whatever is not answered after so long, in milliseconds, was begun by a process that is no more. */
const GIVEN_UP = 60_000;

/** A request's own key: visible characters, as a header has them. */
const KEY = /^[\x21-\x7e]{1,200}$/;

/** Who asks where there is neither a program nor anybody signed in. */
const NOBODY = '00000000-0000-0000-0000-000000000000';

interface Row {
	readonly asked: Uint8Array;
	readonly began_at: Date;
	readonly status: number | null;
	readonly headers: Record<string, string> | null;
	readonly body: string | null;
}

/**
 * Carries a request out unless it was before. `asked` is all that is asked for, in JSON. `work` is given a UUID that is
 * the same whenever the request is sent: where it is found with what was written, it was written before.
 */
export async function once(
	{ request, locals }: { readonly request: Request; readonly locals: { readonly actor: Actor } },
	asked: unknown,
	work: (key: string | undefined) => Promise<Response>
): Promise<Response> {
	const key = request.headers.get('idempotency-key');
	if (key === null) return work(undefined);
	if (!KEY.test(key)) return refuse(400, t('The idempotency key is not valid. …'));
	const { program, person } = locals.actor;
	const asker = program?.id ?? person?.id ?? NOBODY;
	const { method, url } = request;
	const hash = createHash('sha256')
		.update(JSON.stringify([method, url, asked]))
		.digest();
	const before = await begun(asker, key, hash);
	if (before !== null) {
		if (Buffer.compare(before.asked, hash) !== 0)
			return refuse(422, t('Another request was sent with this idempotency key. …'));
		const { status, headers, body } = before;
		return status === null
			? refuse(409, t('A request with this idempotency key is being carried out. …'))
			: new Response(body, { status, headers: headers ?? {} });
	}
	let answer: Response | null = null;
	try {
		answer = await work(uuidOf(asker, key));
	} finally {
		// What could not be done now is done when it is sent again.
		if (answer === null || answer.status >= 500) await forget(asker, key);
	}
	if (answer.status < 500) await keep(asker, key, answer.clone());
	return answer;
}

/** Writes down that it is begun; what is there where it was before. Answers are kept for a day. */
async function begun(asker: string, key: string, hash: Buffer): Promise<Row | null> {
	const now = Date.now();
	return writing(async (statements) => {
		await statements.query('delete from program_answer where began_at < $1', [new Date(now - DAY)]);
		const { affectedRows } = await statements.query(
			`insert into program_answer (asker, key, asked, began_at) values ($1, $2, $3, $4)
			on conflict (asker, key) do update set began_at = excluded.began_at
			where program_answer.status is null and program_answer.asked = excluded.asked
				and program_answer.began_at < $5`,
			[asker, key, hash, new Date(now), new Date(now - GIVEN_UP)]
		);
		if (affectedRows > 0) return null;
		const { rows } = await statements.query<Row>(
			'select asked, began_at, status, headers, body from program_answer where asker = $1 and key = $2',
			[asker, key]
		);
		return rows[0] ?? null;
	});
}

const forget = (asker: string, key: string) =>
	writing((statements) =>
		statements.query('delete from program_answer where asker = $1 and key = $2', [asker, key])
	);

async function keep(asker: string, key: string, answer: Response): Promise<void> {
	const body = await answer.text();
	await writing((statements) =>
		statements.query(
			`update program_answer set status = $3, headers = $4, body = $5 where asker = $1 and key = $2`,
			[asker, key, answer.status, Object.fromEntries(answer.headers), body === '' ? null : body]
		)
	);
}

/** A UUID (RFC 9562, version 8) made of who asks and the key. */
function uuidOf(asker: string, key: string): string {
	const bytes = createHash('sha256').update(`${asker} ${key}`).digest().subarray(0, 16);
	bytes[6] = ((bytes[6] ?? 0) & 0x0f) | 0x80;
	bytes[8] = ((bytes[8] ?? 0) & 0x3f) | 0x80;
	const hex = bytes.toString('hex');
	return [0, 8, 12, 16, 20].map((from, at, all) => hex.slice(from, all[at + 1])).join('-');
}
