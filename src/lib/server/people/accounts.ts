/** Accounts: made, listed, locked and reset by supervisors and by the command. */
import { capabilitiesOf, rolesWith } from '../../document/capabilities';
import type { AccountSummary, AuditEvent, Person, Role } from '../../document/people';
import { reading, writing } from '../database';
import { StatementFailed, type Statements } from '../database/statements';
import { folded, hashPassword, passwordProblem } from './passwords';
import { beginSession } from './sessions';
import { hashed, newToken, type Token } from './tokens';
import { append } from './trail';
import { t } from '../refusals';

/** A sign-in link can be used for so long, in milliseconds. */
const LINK_LASTS = 48 * 3_600_000;

/** The person who acts, for the audit trail; a command has none. */
export interface Doer {
	readonly who: { readonly id: string; readonly name: string } | null;
	readonly address: string;
}

/** The outcome: the account, with the secret of its new link or session, if any. */
export type AccountResult =
	| { readonly kind: 'done'; readonly account: Person; readonly secret: string | null }
	| { readonly kind: 'refused'; readonly message: string };

const refused = (message: string): AccountResult => ({ kind: 'refused', message });

const UNKNOWN = () => t('There is no such account.');
/** The SQLSTATE code of a name that is there already. */
const THERE_ALREADY = '23505';

interface Row {
	readonly id: string;
	readonly name: string;
	readonly role: Role;
}

/** Adds an account, with a password or, without one, with a link that lets it set one. */
export async function addAccount(
	{ name: typed, role, password }: { name: string; role: Role; password: string | null },
	{ who, address }: Doer
): Promise<AccountResult> {
	const name = typed.normalize('NFC').trim().replace(/\s+/g, ' ');
	const problem = password === null ? null : await passwordProblem(password, name);
	if (problem !== null) return refused(problem);
	const account: Person = { id: crypto.randomUUID(), name, role };
	const hash = password === null ? null : await hashPassword(password);
	const link = password === null ? newToken() : null;
	try {
		await writing(async (statements) => {
			await statements.query(
				`insert into account (id, name, folded, role, password, made_at) values ($1, $2, $3, $4, $5, $6)`,
				[account.id, name, folded(name), role, hash, new Date()]
			);
			if (link) await putLink(statements, account.id, link);
			await append(statements, who, address, [
				{ what: 'added an account', subject: account.id, detail: role }
			]);
		});
	} catch (error) {
		if (error instanceof StatementFailed && error.code === THERE_ALREADY)
			return refused(
				t('There is an account of the name “{name}” already; take another name.', { name })
			);
		throw error;
	}
	return { kind: 'done', account, secret: link?.secret ?? null };
}

async function putLink(statements: Statements, id: string, { hash }: Token): Promise<void> {
	await statements.query(
		`insert into account_link (account_id, token, ends_at) values ($1, $2, $3)
		on conflict (account_id) do update set token = excluded.token, ends_at = excluded.ends_at`,
		[id, hash, new Date(Date.now() + LINK_LASTS)]
	);
}

/** Ends all sessions of the account. */
async function endSessions(statements: Statements, id: string): Promise<void> {
	await statements.query('delete from session where account_id = $1', [id]);
}

/** Changes an account, in one transaction with the entry of the trail. */
async function change(
	id: string,
	{ who, address }: Doer,
	what: AuditEvent,
	detail: string | null,
	work: (statements: Statements, account: Row) => Promise<string | null>
): Promise<AccountResult> {
	return writing(async (statements): Promise<AccountResult> => {
		const { rows } = await statements.query<Row>(
			'select id, name, role from account where id = $1 for update',
			[id]
		);
		const [account] = rows;
		if (!account) return refused(UNKNOWN());
		const problem = await work(statements, account);
		if (problem !== null) return refused(problem);
		await append(statements, who, address, [{ what, subject: id, detail }]);
		return { kind: 'done', account, secret: null };
	});
}

/** Locks an account: it is signed out everywhere, and can't sign in. */
export const lockAccount = (id: string, actor: Doer): Promise<AccountResult> =>
	change(id, actor, 'locked an account', null, async (statements) => {
		if (await isLastSupervisor(statements, id)) return LAST();
		await statements.query('update account set locked_at = $2 where id = $1', [id, new Date()]);
		await statements.query('delete from account_link where account_id = $1', [id]);
		await endSessions(statements, id);
		return null;
	});

export const unlockAccount = (id: string, actor: Doer): Promise<AccountResult> =>
	change(id, actor, 'unlocked an account', null, async (statements) => {
		await statements.query('update account set locked_at = null where id = $1', [id]);
		return null;
	});

export const changeRole = (id: string, role: Role, actor: Doer): Promise<AccountResult> =>
	change(id, actor, 'changed a role', role, async (statements) => {
		if (!capabilitiesOf(role).includes('people') && (await isLastSupervisor(statements, id)))
			return LAST();
		await statements.query('update account set role = $2 where id = $1', [id, role]);
		return null;
	});

const LAST = () =>
	t(
		'This is the only supervisor who can sign in; make somebody else a supervisor first, or nobody could let people in.'
	);

/** Whether nobody else could let people in: who has not used their link yet can't. Whoever asks at the same time waits. */
async function isLastSupervisor(statements: Statements, id: string): Promise<boolean> {
	const { rows } = await statements.query<{ id: string }>(
		`select id from account where role = any($1::text[]) and locked_at is null and password is not null
		order by id for update`,
		[rolesWith('people')]
	);
	return rows.length === 1 && rows[0]?.id === id;
}

/** A new link for an account: its password stays until the link is used. */
export async function newLink(id: string, actor: Doer): Promise<AccountResult> {
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
		statements.query<Row>(`${LINKED} and ends_at > $2`, [token, new Date()])
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

const LINKED = `select account.id, name, role from account_link join account on account.id = account_id
	where token = $1 and locked_at is null`;
const USED_UP = () => t('This link is used or expired (48 hours). Ask a supervisor for a new one.');

/** All accounts by name. */
export async function listAccounts(): Promise<AccountSummary[]> {
	const { rows } = await reading((statements) =>
		statements.query<
			Row & {
				has_password: boolean;
				is_locked: boolean;
				seen_at: Date | null;
				cases: number;
			}
		>(`select id, name, role, password is not null as has_password, locked_at is not null as is_locked,
			(select max(seen_at) from session where account_id = account.id) as seen_at,
			(select count(*)::int from case_file where owner_id = account.id and deleted_at is null) as cases
		from account order by folded`)
	);
	return rows.map(({ id, name, role, has_password, is_locked, seen_at, cases }) => ({
		id,
		name,
		role,
		hasPassword: has_password,
		isLocked: is_locked,
		seenAt: seen_at?.toISOString() ?? null,
		cases
	}));
}

/** The account of a name, whatever the case of its letters. */
export async function accountOf(name: string): Promise<Person | null> {
	const { rows } = await reading((statements) =>
		statements.query<Row>('select id, name, role from account where folded = $1', [folded(name)])
	);
	return rows[0] ?? null;
}

/** Whether anybody can let people in. */
export async function hasSupervisor(): Promise<boolean> {
	const { rows } = await reading((statements) =>
		statements.query(
			'select from account where role = any($1::text[]) and locked_at is null limit 1',
			[rolesWith('people')]
		)
	);
	return rows.length > 0;
}
