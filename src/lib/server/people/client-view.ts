/**
 * The screen turned to a client: a browser that shows one view, and is answered nothing else until the code or the
 * password of whoever turned it is typed.
 */
import { reading, writing } from '../database';
import type { Actor } from './actor';
import { judged, type Judged } from './attempts';
import { hashPassword, isPassword } from './passwords';
import { identified } from './sessions';
import { hashed, newToken } from './tokens';

/** A day's work; without accounts a screen that was left turned is free after it. */
const LONGEST = 24 * 3_600_000;

/**
 * Turns the screen of a browser, by the secret of its session; without one it gets a secret for this. `code` null: only
 * the password turns it back.
 */
export async function beginClientView(
	session: string | null,
	code: string | null
): Promise<{ readonly secret: string }> {
	const secret = session ?? newToken().secret;
	const hash = code === null ? null : await hashPassword(code);
	await writing(async (statements) => {
		await statements.query('delete from client_view where token = $1 or began_at < $2', [
			hashed(secret),
			new Date(Date.now() - LONGEST)
		]);
		await statements.query('insert into client_view (token, code, began_at) values ($1, $2, $3)', [
			hashed(secret),
			hash,
			new Date()
		]);
	});
	return { secret };
}

interface TurnedRow {
	readonly code: string | null;
}

async function turned(secret: string): Promise<TurnedRow | null> {
	const { rows } = await reading((statements) =>
		statements.query<TurnedRow>(
			'select code from client_view where token = $1 and began_at >= $2',
			[hashed(secret), new Date(Date.now() - LONGEST)]
		)
	);
	return rows[0] ?? null;
}

/** Whether the screen of the browser with this secret is turned. */
export const isInClientView = async (secret: string): Promise<boolean> =>
	(await turned(secret)) !== null;

/** Turns the screen back, if what is typed is its code or the password of whoever is signed in. */
export async function endClientView(
	secret: string,
	typed: string,
	{ person, address }: Actor
): Promise<Judged<unknown>['kind'] | { readonly seconds: number }> {
	const row = await turned(secret);
	if (row === null) return 'right';
	const { code } = row;
	const known =
		code !== null && IS_CODE.test(typed)
			? await judged(`client view ${secret}`, address, async () =>
					(await isPassword(typed, code)) ? true : null
				)
			: person === null
				? ({ kind: 'wrong' } as const)
				: await identified(person.name, typed, address);
	if (known.kind === 'slow') return { seconds: known.seconds };
	if (known.kind === 'wrong') return 'wrong';
	await writing((statements) =>
		statements.query('delete from client_view where token = $1', [hashed(secret)])
	);
	return 'right';
}

const IS_CODE = /^\d{4}$/;

/** Whoever starts the program without accounts has its machine, and need not know a code. */
export async function endAllClientViews(): Promise<void> {
	const { rows } = await reading((statements) =>
		statements.query('select from client_view limit 1')
	);
	// Where there is none, nothing is written: the program starts on a full disk, too.
	if (rows.length === 0) return;
	await writing((statements) => statements.query('delete from client_view'));
}
