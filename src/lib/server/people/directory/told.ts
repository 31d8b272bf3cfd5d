/** Sign-outs that the directory tells: it ends the sessions that began there (OpenID Connect Back- and Front-Channel Logout 1.0). */
import { writing } from '../../database';
import type { Statements } from '../../database/statements';
import { settings } from '../../settings';
import { judged } from '../attempts';
import { append } from '../trail';
import { toldBy } from './client';

/** What was told is remembered for longer than it could be told, in milliseconds. */
const REMEMBERED = 3_600_000;

/** The outcome: done; not to be believed; or tried too often, in so many seconds again. */
export type Heard = 'done' | 'not believed' | { readonly seconds: number };

/** Ends what a logout token says: one session at the directory, or all of one person. */
export async function hearLogout(token: string, address: string): Promise<Heard> {
	const heard = await judged('a directory’s sign-out', address, () => toldBy(token));
	if (heard.kind === 'slow') return heard;
	if (heard.kind === 'wrong') return 'not believed';
	const { jti, sid, subject } = heard.value;
	return writing(async (statements): Promise<Heard> => {
		const now = new Date();
		await statements.query('delete from directory_logout where at < $1', [
			new Date(now.getTime() - REMEMBERED)
		]);
		const { affectedRows } = await statements.query(
			'insert into directory_logout (jti, at) values ($1, $2) on conflict do nothing',
			[jti, now]
		);
		if (affectedRows === 0) return 'not believed';
		// A session is one of a person: the narrower of the two is meant.
		await endWhere(statements, sid === null ? 'subject' : 'sid', sid ?? subject ?? '', address);
		return 'done';
	});
}

/** The name of a session at a directory, as far as one can be. */
const SID = /^[\x20-\x7e]{1,255}$/;

/** Ends what a page of the directory says that it has ended: a session that nobody else knows the name of. */
export async function hearEnded(issuer: string, sid: string, address: string): Promise<void> {
	const known = settings().directory?.replace(/\/$/, '');
	if (!SID.test(sid) || issuer.replace(/\/$/, '') !== known) return;
	await writing((statements) => endWhere(statements, 'sid', sid, address));
}

async function endWhere(
	statements: Statements,
	by: 'sid' | 'subject',
	value: string,
	address: string
): Promise<void> {
	const { rows } = await statements.query<{ id: string; name: string }>(
		`delete from session using account, directory_session
		where account.id = session.account_id and directory_session.token = session.token
			and directory_session.${by} = $1
		returning account.id, account.name`,
		[value]
	);
	for (const person of rows)
		await append(statements, person, address, [{ what: 'signed out', detail: 'by the directory' }]);
}
