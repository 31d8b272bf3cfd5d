/** Sessions: who begins one, whose it is, and its end. */
import type { Person } from '../../document/people';
import { NotNow, reading, writing } from '../database';
import type { Statements } from '../database/statements';
import { settings } from '../settings';
import { folded, isPassword } from './passwords';
import { judged } from './attempts';
import { isPasswordGood } from './directory/policy';
import { PEOPLE, PERSON } from './roles';
import { HAS_FACTOR } from './second-factor/factors';
import { hashed, newToken } from './tokens';
import { append, note } from './trail';
import type { Actor } from './actor';

/** A session ends after so long without anything being done in it, in milliseconds. */
const IDLE = settings().idle * 60_000;
/** A session ends after so long whatever is done in it. */
const LONGEST = settings().session * 3_600_000;
/** Precision of a session's last activity, in milliseconds. */
const NOTED_EVERY = Math.min(60_000, IDLE / 10);

/** Whose name and password these are. */
export type Identified =
	| { readonly kind: 'done'; readonly person: Person }
	/** Whichever of name and password it was, or whether the account is locked. */
	| { readonly kind: 'wrong' }
	/** Tried too often: in so many seconds again. */
	| { readonly kind: 'slow'; readonly seconds: number };

interface AccountRow extends Person {
	readonly password: string | null;
	readonly is_locked: boolean;
	readonly is_good: boolean;
}

/** Finds out whose name and password these are. */
export async function identified(
	typed: string,
	password: string,
	address: string
): Promise<Identified> {
	const known = await judged(folded(typed), address, async () => {
		const { rows } = await reading((statements) =>
			statements.query<AccountRow>(
				`select ${PERSON}, password, locked_at is not null as is_locked,
					${isPasswordGood()} as is_good from ${PEOPLE} where account.folded = $1`,
				[folded(typed)]
			)
		);
		const [account] = rows;
		// Without an account it takes as long.
		const isRight = await isPassword(password, account?.password ?? null);
		if (account && isRight && !account.is_locked && account.is_good) return account;
		await writing((statements) =>
			append(statements, null, address, [
				{ what: 'was refused a sign-in', subject: account?.id ?? null }
			])
		);
		return null;
	});
	if (known.kind !== 'right') return known;
	const { id, name, role, may } = known.value;
	return { kind: 'done', person: { id, name, role, may } };
}

/** Begins a session; its secret. Those that have ended are cleared away. */
export async function beginSession(
	statements: Statements,
	{ id }: Pick<Person, 'id'>
): Promise<string> {
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

/** Who a session is of, and whether they still need a second factor before they can do anything else. */
export interface Known {
	readonly person: Person;
	readonly mustEnroll: boolean;
}

/**
 * Who a session is of; null where it has ended or never was. What is done of itself, without a person, does not
 * keep it alive.
 */
export async function personOf(secret: string, isWork: boolean): Promise<Known | null> {
	const token = hashed(secret);
	const now = Date.now();
	const { rows } = await reading((statements) =>
		statements.query<Person & { seen_at: Date; must_enroll: boolean }>(
			`select ${PERSON}, seen_at, needs_second_factor and not ${HAS_FACTOR} and not exists (
				select from directory_session where directory_session.token = session.token
			) as must_enroll from session join ${PEOPLE} on account.id = account_id
			where token = $1 and locked_at is null and seen_at > $2 and began_at > $3`,
			[token, new Date(now - IDLE), new Date(now - LONGEST)]
		)
	);
	const [row] = rows;
	if (!row) return null;
	const { seen_at: seen, must_enroll: mustEnroll, ...person } = row;
	if (isWork && now - seen.getTime() > NOTED_EVERY) {
		// Where nothing can be written now, reading goes on.
		await writing((statements) =>
			statements.query('update session set seen_at = $2 where token = $1', [token, new Date(now)])
		).catch((error: unknown) => {
			if (!(error instanceof NotNow)) throw error;
		});
	}
	return { person, mustEnroll };
}

/** Ends a session: whoever still has its secret is let in no more. */
export async function signOut(secret: string, actor: Actor): Promise<void> {
	await writing(async (statements) => {
		await statements.query('delete from session where token = $1', [hashed(secret)]);
		await note(statements, actor, { what: 'signed out' });
	});
}
