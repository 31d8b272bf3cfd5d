/** Whose a case is, who sees it beside them, and who has it open. */
import type { Holders, Person } from '../../document/people';
import { reading, writing } from '../database';
import type { Actor } from './actor';
import { isAble, PEOPLE, PERSON } from './roles';
import { note } from './trail';

/** Milliseconds after which a person who has a case open, and reports it every few seconds, counts as gone. */
const PRESENCE_TIMEOUT_MS = 20_000;

/** Whose a case is, with everybody whose it could be; null where there is no such case. */
export async function holdersOf(caseId: string): Promise<Holders | null> {
	return reading(async (statements) => {
		const { rows } = await statements.query<{ owner_id: string | null }>(
			'select owner_id from case_file where id = $1',
			[caseId]
		);
		if (!rows[0]) return null;
		const { rows: shares } = await statements.query<{ account_id: string }>(
			'select account_id from case_share where case_id = $1',
			[caseId]
		);
		const { rows: people } = await statements.query<Person>(
			`select ${PERSON} from ${PEOPLE} where locked_at is null order by account.folded`
		);
		return {
			owner: rows[0].owner_id,
			shared: shares.map(({ account_id: id }) => id),
			people
		};
	});
}

/** Hands a case over; false where there is no such case, or nobody of that account whose it could be. */
export async function handOver(caseId: string, to: string, actor: Actor): Promise<boolean> {
	return writing(async (statements) => {
		const { affectedRows } = await statements.query(
			`update case_file set owner_id = $2 where id = $1 and exists (
				select from ${PEOPLE} where id = $2 and ${isAble('work')} and locked_at is null)`,
			[caseId, to]
		);
		if (affectedRows === 0) return false;
		await statements.query('delete from case_share where case_id = $1 and account_id = $2', [
			caseId,
			to
		]);
		await note(statements, actor, { what: 'handed a case over', subject: caseId, detail: to });
		return true;
	});
}

/** With whom a case is shared: these and nobody else. Accounts that are not there are left out. */
export async function shareWith(
	caseId: string,
	accounts: readonly string[],
	actor: Actor
): Promise<void> {
	await writing(async (statements) => {
		// Who shares it at the same time waits, and then says the last word.
		await statements.query('select from case_file where id = $1 for update', [caseId]);
		await statements.query('delete from case_share where case_id = $1', [caseId]);
		await statements.query(
			`insert into case_share (case_id, account_id)
			select $1, account.id from account join case_file on case_file.id = $1
			where account.id = any($2) and account.id is distinct from owner_id`,
			[caseId, accounts]
		);
		await note(statements, actor, {
			what: 'shared a case',
			subject: caseId,
			detail: [...accounts].sort().join(' ')
		});
	});
}

/** Notes that somebody has a case open, or has left it, and says who else has it open. */
export async function recordPresence(
	caseId: string,
	isHere: boolean,
	{ person }: Actor
): Promise<string[]> {
	if (person === null) return [];
	return writing(async (statements) => {
		const heard = new Date();
		await statements.query(
			isHere
				? `insert into case_presence (case_id, account_id, heard_at) values ($1, $2, $3)
					on conflict (case_id, account_id) do update set heard_at = excluded.heard_at`
				: 'delete from case_presence where case_id = $1 and account_id = $2 and heard_at <= $3',
			[caseId, person.id, heard]
		);
		const { rows } = await statements.query<{ name: string }>(
			`select name from case_presence join account on account.id = account_id
			where case_id = $1 and account_id <> $2 and heard_at > $3 order by folded`,
			[caseId, person.id, new Date(heard.getTime() - PRESENCE_TIMEOUT_MS)]
		);
		return rows.map(({ name }) => name);
	});
}
