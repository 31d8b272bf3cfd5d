/** Sessions: signing in, the person of a session, signing out. */
import type { Person, Role } from '../../document/people';
import { NotNow, reading, writing } from '../database';
import type { Statements } from '../database/statements';
import { settings } from '../settings';
import { folded, isPassword } from './passwords';
import { hashed, newToken } from './tokens';
import { append, note } from './trail';
import type { Actor } from './actor';

/** A session ends after so long without anything being done in it, in milliseconds. */
const IDLE = settings().idle * 60_000;
/** A session ends after so long whatever is done in it. */
const LONGEST = settings().session * 3_600_000;
/** Precision of a session's last activity, in milliseconds. */
const NOTED_EVERY = Math.min(60_000, IDLE / 10);

/**
 * So many failures are nothing; each further one makes the next try wait twice as long, up to the longest wait. At one
 * address several people may sign in at once, and each attempt counts until it is judged.
 */
const FREE = { name: 3, address: 10 };
const LONGEST_WAIT = { name: 60_000, address: 900_000 };
/** Failures are forgotten after so long. */
const FORGOTTEN = 3_600_000;

export type SignIn =
	| { readonly kind: 'done'; readonly person: Person; readonly secret: string }
	/** Whichever of name and password it was, or whether the account is locked. */
	| { readonly kind: 'wrong' }
	/** Tried too often: in so many seconds again. */
	| { readonly kind: 'slow'; readonly seconds: number };

interface AccountRow {
	readonly id: string;
	readonly name: string;
	readonly role: Role;
	readonly password: string | null;
	readonly is_locked: boolean;
}

/** Signs in. The session is always a new one, whatever the browser had before. */
export async function signIn(typed: string, password: string, address: string): Promise<SignIn> {
	const known = await identified(typed, password, address);
	if (known.kind !== 'done') return known;
	const { person } = known;
	const secret = await writing(async (statements) => {
		const begun = await beginSession(statements, person);
		await append(statements, person, address, [{ what: 'signed in' }]);
		return begun;
	});
	return { kind: 'done', person, secret };
}

/** Whose name and password these are. */
export async function identified(
	typed: string,
	password: string,
	address: string
): Promise<Exclude<SignIn, { kind: 'done' }> | { readonly kind: 'done'; readonly person: Person }> {
	const keys = keysOf(typed, address);
	const seconds = await attempt(keys);
	if (seconds > 0) return { kind: 'slow', seconds };
	const { rows } = await reading((statements) =>
		statements.query<AccountRow>(
			`select id, name, role, password, locked_at is not null as is_locked from account where folded = $1`,
			[folded(typed)]
		)
	);
	const account = rows[0] ?? null;
	// Without an account it takes as long.
	const isRight = await isPassword(password, account?.password ?? null).catch(
		async (error: unknown) => {
			// It was not judged, so it is none that failed; those before it are still counted.
			await writing((statements) => uncount(statements, [keys.name, keys.address]));
			throw error;
		}
	);
	if (account === null || !isRight || account.is_locked) {
		await writing((statements) =>
			append(statements, null, address, [
				{ what: 'was refused a sign-in', subject: account?.id ?? null }
			])
		);
		return { kind: 'wrong' };
	}
	const { id, name, role } = account;
	await writing(async (statements) => {
		await statements.query('delete from sign_in_failure where key = $1', [keys.name]);
		await uncount(statements, [keys.address]);
	});
	return { kind: 'done', person: { id, name, role } };
}

/** Begins a session; its secret. Those that have ended are cleared away. */
export async function beginSession(statements: Statements, { id }: Person): Promise<string> {
	const { secret, hash } = newToken();
	await statements.query('delete from session where began_at < $1 or seen_at < $2', [
		new Date(Date.now() - LONGEST),
		new Date(Date.now() - IDLE)
	]);
	await statements.query(
		'insert into session (token, account_id, began_at, seen_at) values ($1, $2, $3, $3)',
		[hash, id, new Date()]
	);
	return secret;
}

interface Keys {
	readonly name: Buffer;
	readonly address: Buffer;
}

/**
 * What failures are counted by, as hashes: what is typed as a name may be a password. A name is counted with the address
 * it is tried from: whoever tries it elsewhere shuts nobody out.
 */
const keysOf = (typed: string, address: string): Keys => ({
	name: hashed(`name ${folded(typed)} from ${address}`),
	address: hashed(`address ${address}`)
});

/**
 * Counts an attempt as a failure before it is judged, so that many at once are counted like one after the other; or
 * for how many seconds nothing is tried, and then it is not.
 */
const attempt = (keys: Keys): Promise<number> =>
	writing(async (statements) => {
		const seconds = await waitOf(statements, keys);
		if (seconds === 0) await countFailure(statements, keys);
		return seconds;
	});

/** Takes one attempt back that was counted: it was none that failed. */
async function uncount(statements: Statements, keys: readonly Buffer[]): Promise<void> {
	for (const key of keys.toSorted(Buffer.compare)) {
		await statements.query('delete from sign_in_failure where key = $1 and failures = 1', [key]);
		await statements.query('update sign_in_failure set failures = failures - 1 where key = $1', [
			key
		]);
	}
}

/** For how many seconds nothing is tried, by name and by address. */
async function waitOf(statements: Statements, keys: Keys): Promise<number> {
	const { rows } = await statements.query<{ key: Uint8Array; failures: number; last_at: Date }>(
		'select key, failures, last_at from sign_in_failure where key = $1 or key = $2 order by key for update',
		[keys.name, keys.address]
	);
	const waits = rows.map(({ key, failures, last_at: last }) => {
		const by = keys.name.equals(key) ? 'name' : 'address';
		const over = failures - FREE[by];
		const wait = over <= 0 ? 0 : Math.min(LONGEST_WAIT[by], 1_000 * 2 ** over);
		return Math.ceil((last.getTime() + wait - Date.now()) / 1_000);
	});
	return Math.max(0, ...waits);
}

async function countFailure(statements: Statements, keys: Keys): Promise<void> {
	const now = new Date();
	const longAgo = new Date(now.getTime() - FORGOTTEN);
	await statements.query('delete from sign_in_failure where last_at < $1', [longAgo]);
	// Always in the same order, so that two that fail at once do not wait for each other.
	for (const key of [keys.name, keys.address].sort(Buffer.compare)) {
		await statements.query(
			`insert into sign_in_failure (key, failures, last_at) values ($1, 1, $2)
			on conflict (key) do update set failures = sign_in_failure.failures + 1, last_at = excluded.last_at`,
			[key, now]
		);
	}
}

/**
 * Who a session is of; null where it has ended or never was. What is done of itself, without a person, does not
 * keep it alive.
 */
export async function personOf(secret: string, isWork: boolean): Promise<Person | null> {
	const token = hashed(secret);
	const now = Date.now();
	const { rows } = await reading((statements) =>
		statements.query<{ id: string; name: string; role: Role; seen_at: Date }>(
			`select account.id, name, role, seen_at from session join account on account.id = account_id
			where token = $1 and locked_at is null and seen_at > $2 and began_at > $3`,
			[token, new Date(now - IDLE), new Date(now - LONGEST)]
		)
	);
	const [row] = rows;
	if (!row) return null;
	const { id, name, role, seen_at: seen } = row;
	if (isWork && now - seen.getTime() > NOTED_EVERY) {
		// Where nothing can be written now, reading goes on.
		await writing((statements) =>
			statements.query('update session set seen_at = $2 where token = $1', [token, new Date(now)])
		).catch((error: unknown) => {
			if (!(error instanceof NotNow)) throw error;
		});
	}
	return { id, name, role };
}

/** Ends a session: whoever still has its secret is let in no more. */
export async function signOut(secret: string, actor: Actor): Promise<void> {
	await writing(async (statements) => {
		await statements.query('delete from session where token = $1', [hashed(secret)]);
		await note(statements, actor, { what: 'signed out' });
	});
}
