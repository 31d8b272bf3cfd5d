/** Whether somebody who came in by the directory is still in it: asked every few minutes, while they are at work. */
import { NotNow, reading, writing } from '../../database';
import { settings } from '../../settings';
import { hashed } from '../tokens';
import { append } from '../trail';
import { hasDirectory, renewalOf, signOutAddress } from './client';
import { policyIn } from './policy';
import { seal } from './sealed';
import { grantedTo } from './sign-in';
import { personIn } from './who';

/** Asked again after so long, in milliseconds. */
const RENEW = settings().directoryRenew * 60_000;
/** One asks at a time, and again after so long where nothing was answered. */
const AGAIN = Math.min(30_000, RENEW);
/** A directory that does not answer ends nobody's session for so long. */
const PATIENCE = Math.max(3_600_000, RENEW);

interface Row {
	readonly sealed: Uint8Array;
	readonly renewed_at: Date;
}

const SESSION = 'select sealed, renewed_at from directory_session where token = $1';

/** Whether a session goes on, as far as the directory has a say in it. Ends it where not. */
export async function isStillThere(secret: string, address: string): Promise<boolean> {
	if (!hasDirectory()) return true;
	const token = hashed(secret);
	const { rows } = await reading((statements) => statements.query<Row>(SESSION, [token]));
	const [row] = rows;
	if (!row) return true;
	const age = Date.now() - row.renewed_at.getTime();
	if (age < RENEW) return true;
	try {
		return (await isFirstToAsk(token)) ? await askAgain(secret, row, age, address) : age < PATIENCE;
	} catch (error) {
		// Where nothing can be written now, reading goes on.
		if (error instanceof NotNow) return age < PATIENCE;
		throw error;
	}
}

async function isFirstToAsk(token: Buffer): Promise<boolean> {
	const now = Date.now();
	const { affectedRows } = await writing((statements) =>
		statements.query(
			'update directory_session set tried_at = $2 where token = $1 and tried_at <= $3',
			[token, new Date(now), new Date(now - AGAIN)]
		)
	);
	return affectedRows > 0;
}

async function askAgain(
	secret: string,
	{ sealed }: Row,
	age: number,
	address: string
): Promise<boolean> {
	const before = grantedTo(secret, sealed);
	// A directory that gives nothing to ask again with is asked by coming again.
	if (before === null || before.refreshToken === null)
		return end(secret, 'has to come again', address);
	const answer = await renewalOf(before, before.refreshToken);
	if (answer.kind === 'refused')
		return answer.why === 'away' && age < PATIENCE ? true : end(secret, answer.why, address);
	const { granted } = answer;
	const why = await writing(async (statements) => {
		const person = await personIn(statements, granted, await policyIn(statements), address);
		if (typeof person === 'string') return person;
		await statements.query(
			'update directory_session set sealed = $2, sid = $3, renewed_at = $4 where token = $1',
			[hashed(secret), seal(secret, granted), granted.sid, new Date()]
		);
		return null;
	});
	return why === null ? true : end(secret, why, address);
}

/** Why a session ends of somebody who may still be there. */
const SAYS_NOTHING: ReadonlySet<string> = new Set(['has to come again', 'away']);

async function end(secret: string, why: string, address: string): Promise<false> {
	await writing(async (statements) => {
		const { rows } = await statements.query<{ id: string; name: string }>(
			`delete from session using account where token = $1 and account.id = account_id
			returning account.id, account.name`,
			[hashed(secret)]
		);
		if (!rows[0]) return;
		// Nor are other programs let in on behalf of whoever has left, until they have come again.
		if (!SAYS_NOTHING.has(why))
			await statements.query('update account set directory_seen_at = null where id = $1', [
				rows[0].id
			]);
		await append(statements, rows[0], address, [
			{ what: 'signed out', detail: `by the directory: ${why}` }
		]);
	});
	return false;
}

/** Where a session is signed out of at the directory, too; null where it did not begin there. */
export async function signOutThere(secret: string, back: string): Promise<string | null> {
	const { rows } = await reading((statements) => statements.query<Row>(SESSION, [hashed(secret)]));
	const idToken = rows[0] ? grantedTo(secret, rows[0].sealed)?.idToken : null;
	return idToken ? signOutAddress(idToken, back) : null;
}
