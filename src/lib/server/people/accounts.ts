/** Accounts: made, listed, locked and reset by supervisors and by the command. */
import { may, mayAll } from '../../document/capabilities';
import type { AccountSummary, AuditEvent, Person } from '../../document/people';
import { reading, writing } from '../database';
import { StatementFailed, type Statements } from '../database/statements';
import type { Actor } from './actor';
import { isPasswordGood } from './directory/policy';
import { folded, hashPassword, passwordProblem } from './passwords';
import { isAble, LAST, NO_ROLE, PEOPLE, PERSON, roleOf, TOO_MUCH, wouldLockOut } from './roles';
import { HAS_FACTOR } from './second-factor/factors';
import { beginSession } from './sessions';
import { hashed, newToken, type Token } from './tokens';
import { append } from './trail';
import { t } from '../refusals';

/** A sign-in link can be used for so long, in milliseconds. */
const LINK_LASTS = 48 * 3_600_000;

/** The outcome: the account, with the secret of its new link or session, if any. */
export type AccountResult =
	| { readonly kind: 'done'; readonly account: Person; readonly secret: string | null }
	| { readonly kind: 'refused'; readonly message: string };

const refused = (message: string): AccountResult => ({ kind: 'refused', message });

const UNKNOWN = () => t('There is no such account.');
/** The SQLSTATE code of a name that is there already. */
const THERE_ALREADY = '23505';

/** Adds an account: with a password, for somebody of this name in the directory, or with a link that lets them set a password. */
export async function addAccount(
	{
		name: typed,
		role,
		password,
		directory
	}: { name: string; role: string; password: string | null; directory: string | null },
	{ person: who, address }: Actor
): Promise<AccountResult> {
	const name = typed.normalize('NFC').trim().replace(/\s+/g, ' ');
	const problem = password === null ? null : await passwordProblem(password, name);
	if (problem !== null) return refused(problem);
	const id = crypto.randomUUID();
	const hash = password === null ? null : await hashPassword(password);
	const link = password === null && directory === null ? newToken() : null;
	try {
		return await writing(async (statements): Promise<AccountResult> => {
			const given = await roleOf(statements, role);
			if (given === null) return refused(NO_ROLE(role));
			if (!mayAll(who, given)) return refused(TOO_MUCH());
			await statements.query(
				`insert into account (id, name, folded, role, password, made_at, directory_name)
				values ($1, $2, $3, $4, $5, $6, $7)`,
				[id, name, folded(name), role, hash, new Date(), directory && folded(directory)]
			);
			if (link) await putLink(statements, id, link);
			await append(statements, who, address, [
				{ what: 'added an account', subject: id, detail: role }
			]);
			const account: Person = { id, name, role, may: given };
			return { kind: 'done', account, secret: link?.secret ?? null };
		});
	} catch (error) {
		if (error instanceof StatementFailed && error.code === THERE_ALREADY)
			return refused(
				t('There is an account of the name “{name}” already; take another name.', {
					name: error.constraint?.includes('directory_name') ? (directory ?? name) : name
				})
			);
		throw error;
	}
}

async function putLink(statements: Statements, id: string, { hash }: Token): Promise<void> {
	await statements.query(
		`insert into account_link (account_id, token, ends_at) values ($1, $2, $3)
		on conflict (account_id) do update set token = excluded.token, ends_at = excluded.ends_at`,
		[id, hash, new Date(Date.now() + LINK_LASTS)]
	);
}

/** Ends all sessions of the account, and those that were about to begin. */
async function endSessions(statements: Statements, id: string): Promise<void> {
	for (const table of ['session', 'sign_in_step'])
		await statements.query(`delete from ${table} where account_id = $1`, [id]);
}

/** Changes an account of somebody who may do no more than who acts, in one transaction with the entry of the trail. */
async function change(
	id: string,
	{ person: who, address }: Actor,
	what: AuditEvent,
	detail: string | null,
	work: (statements: Statements) => Promise<string | null>
): Promise<AccountResult> {
	return writing(async (statements): Promise<AccountResult> => {
		const read = async () => {
			const { rows } = await statements.query<Person>(
				`select ${PERSON} from ${PEOPLE} where account.id = $1 for update of account`,
				[id]
			);
			return rows[0];
		};
		const before = await read();
		if (!before) return refused(UNKNOWN());
		if (!mayAll(who, before.may)) return refused(TOO_MUCH());
		const problem = await work(statements);
		if (problem !== null) return refused(problem);
		await append(statements, who, address, [{ what, subject: id, detail }]);
		return { kind: 'done', account: (await read()) ?? before, secret: null };
	});
}

/** Locks an account: it is signed out everywhere, and can't sign in. */
export const lockAccount = (id: string, actor: Actor): Promise<AccountResult> =>
	change(id, actor, 'locked an account', null, async (statements) => {
		if (await wouldLockOut(statements, { account: id })) return LAST();
		await statements.query('update account set locked_at = $2 where id = $1', [id, new Date()]);
		await statements.query('delete from account_link where account_id = $1', [id]);
		await endSessions(statements, id);
		return null;
	});

export const unlockAccount = (id: string, actor: Actor): Promise<AccountResult> =>
	change(id, actor, 'unlocked an account', null, async (statements) => {
		await statements.query('update account set locked_at = null where id = $1', [id]);
		return null;
	});

export const changeRole = (id: string, role: string, actor: Actor): Promise<AccountResult> =>
	change(id, actor, 'changed a role', role, async (statements) => {
		const given = await roleOf(statements, role);
		if (given === null) return NO_ROLE(role);
		if (!mayAll(actor.person, given)) return TOO_MUCH();
		if (!may({ may: given }, 'people') && (await wouldLockOut(statements, { account: id })))
			return LAST();
		await statements.query('update account set role = $2 where id = $1', [id, role]);
		return null;
	});

/** Says by which name in the directory somebody comes in from now on; whoever came in by another one is that no more. */
export async function setDirectoryName(
	id: string,
	typed: string,
	actor: Actor
): Promise<AccountResult> {
	const name = folded(typed) || null;
	const detail = `name in the directory: ${name ?? 'none'}`;
	try {
		return await change(id, actor, 'changed how people sign in', detail, async (statements) => {
			const { rows } = await statements.query(
				'select from account where id = $1 and password is null',
				[id]
			);
			// Whoever has no password can't come in until they have come by the new name.
			if (rows.length > 0 && (await wouldLockOut(statements, { account: id }))) return LAST();
			await statements.query(
				'update account set directory_name = $2, directory_subject = null where id = $1',
				[id, name]
			);
			await endSessions(statements, id);
			return null;
		});
	} catch (error) {
		if (error instanceof StatementFailed && error.code === THERE_ALREADY)
			return refused(
				t('There is an account of the name “{name}” already; take another name.', { name: typed })
			);
		throw error;
	}
}

/** A new link for an account: its password stays until the link is used. */
export async function newLink(id: string, actor: Actor): Promise<AccountResult> {
	const link = newToken();
	const done = await change(id, actor, 'made a sign-in link', null, async (statements) => {
		const { rows } = await statements.query<{ locked: boolean }>(
			'select locked_at is not null as locked from account where id = $1',
			[id]
		);
		if (rows[0]?.locked) return t('The account is locked; unlock it first.');
		await putLink(statements, id, link);
		return null;
	});
	return done.kind === 'done' ? { ...done, secret: link.secret } : done;
}

/** Sets the password of the account that a link is for; the link is then used up. */
export async function setPassword(
	secret: string,
	password: string,
	address: string
): Promise<AccountResult> {
	const token = hashed(secret);
	const { rows } = await reading((statements) =>
		statements.query<Person>(`${LINKED} and ends_at > $2`, [token, new Date()])
	);
	const [found] = rows;
	if (!found) return refused(USED_UP());
	const problem = await passwordProblem(password, found.name);
	if (problem !== null) return refused(problem);
	const hash = await hashPassword(password);
	return writing(async (statements): Promise<AccountResult> => {
		const { affectedRows } = await statements.query(
			'delete from account_link where token = $1 and ends_at > $2',
			[token, new Date()]
		);
		if (affectedRows === 0) return refused(USED_UP());
		await statements.query('update account set password = $2 where id = $1', [found.id, hash]);
		await endSessions(statements, found.id);
		await append(statements, found, address, [{ what: 'set a password', subject: found.id }]);
		return { kind: 'done', account: found, secret: null };
	});
}

/** Sets another password of somebody who has just shown the present one: signed in anew here, and nowhere else. */
export async function changePassword(
	person: Person,
	password: string,
	address: string
): Promise<AccountResult> {
	const problem = await passwordProblem(password, person.name);
	if (problem !== null) return refused(problem);
	const hash = await hashPassword(password);
	return writing(async (statements): Promise<AccountResult> => {
		await statements.query('update account set password = $2 where id = $1', [person.id, hash]);
		await endSessions(statements, person.id);
		await append(statements, person, address, [{ what: 'set a password', subject: person.id }]);
		return { kind: 'done', account: person, secret: await beginSession(statements, person) };
	});
}

const LINKED = `select ${PERSON} from account_link join ${PEOPLE} on account.id = account_id
	where token = $1 and locked_at is null`;
const USED_UP = () => t('This link is used or expired (48 hours). Ask a supervisor for a new one.');

/** All accounts by name. */
export async function listAccounts(): Promise<AccountSummary[]> {
	const { rows } = await reading((statements) =>
		statements.query<
			Person & {
				has_password: boolean;
				is_locked: boolean;
				directory: AccountSummary['directory'];
				directory_name: string | null;
				has_factor: boolean;
				reset_by: string | null;
				seen_at: Date | null;
				cases: number;
			}
		>(`select ${PERSON}, password is not null as has_password, locked_at is not null as is_locked,
			case when directory_subject is not null then 'known'
				when directory_name is not null then 'waiting' else 'none' end as directory,
			directory_name,
			${HAS_FACTOR} as has_factor,
			(select asker.name from factor_reset join account asker on asker.id = asked_by
				where factor_reset.account_id = account.id and asked_at >= now() - interval '1 day') as reset_by,
			(select max(seen_at) from session where account_id = account.id) as seen_at,
			(select count(*)::int from case_file where owner_id = account.id and deleted_at is null) as cases
		from ${PEOPLE} order by account.folded`)
	);
	return rows.map(
		({
			id,
			name,
			role,
			may,
			directory_name,
			has_password,
			is_locked,
			directory,
			has_factor,
			reset_by,
			seen_at,
			cases
		}) => ({
			id,
			name,
			role,
			may,
			hasPassword: has_password,
			directory,
			directoryName: directory_name,
			hasSecondFactor: has_factor,
			resetAskedBy: reset_by,
			isLocked: is_locked,
			seenAt: seen_at?.toISOString() ?? null,
			cases
		})
	);
}

/** The account of a name, whatever the case of its letters. */
export async function accountOf(name: string): Promise<Person | null> {
	const { rows } = await reading((statements) =>
		statements.query<Person>(`select ${PERSON} from ${PEOPLE} where account.folded = $1`, [
			folded(name)
		])
	);
	return rows[0] ?? null;
}

/** Whether somebody can prove by a password who they are. */
export async function hasPassword({ person }: Actor): Promise<boolean> {
	const { rows } = await reading((statements) =>
		statements.query<{ good: boolean }>(
			`select password is not null and ${isPasswordGood()} as good from account where id = $1`,
			[person?.id ?? null]
		)
	);
	return rows[0]?.good ?? false;
}

/** Whether anybody can let people in. */
export async function hasSupervisor(): Promise<boolean> {
	const { rows } = await reading((statements) =>
		statements.query(
			`select from ${PEOPLE} where ${isAble('people')} and locked_at is null limit 1`
		)
	);
	return rows.length > 0;
}
