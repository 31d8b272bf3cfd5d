/** The step after a password: what else somebody proves who they are with, before a session begins. */
import type { AuthenticationResponseJSON } from '@simplewebauthn/server';
import type { Person } from '../../../document/people';
import type { NextStep } from '../../../document/second-factor';
import { reading, writing } from '../../database';
import type { Statements } from '../../database/statements';
import { judged, type Judged } from '../attempts';
import { PEOPLE, PERSON } from '../roles';
import { beginSession } from '../sessions';
import { hashed, newToken } from '../tokens';
import { append } from '../trail';
import { useCode } from './clock-codes';
import { askPasskey, usePasskey, type Place } from './passkeys';
import { useRecoveryCode } from './recovery-codes';

/** So long it may take, in milliseconds. */
const LASTS = 300_000;

/** What is brought: a code of the app, a recovery code, or what a passkey answers. */
export type Brought =
	| { readonly kind: 'code' | 'recovery'; readonly typed: string }
	| { readonly kind: 'passkey'; readonly response: AuthenticationResponseJSON };

/** Begins the step of somebody whose password was right; null where they have nothing else. */
export async function beginStep({ id }: Person): Promise<NextStep | null> {
	return writing(async (statements) => {
		const { rows } = await statements.query<{ app: boolean; keys: boolean; codes: boolean }>(
			`select exists (select from clock_code where account_id = $1 and confirmed_at is not null) as app,
				exists (select from passkey where account_id = $1) as keys,
				exists (select from recovery_code where account_id = $1) as codes`,
			[id]
		);
		const { app = false, keys = false, codes = false } = rows[0] ?? {};
		if (!app && !keys) return null;
		const { secret, hash } = newToken();
		const now = new Date();
		await statements.query('delete from sign_in_step where began_at < $1', [
			new Date(now.getTime() - LASTS)
		]);
		await statements.query(
			'insert into sign_in_step (token, account_id, began_at) values ($1, $2, $3)',
			[hash, id, now]
		);
		const kinds = [app && 'code', keys && 'passkey', codes && 'recovery'] as const;
		return { step: secret, kinds: kinds.filter((kind) => kind !== false) };
	});
}

interface Row extends Person {
	readonly challenge: string | null;
}

async function rowOf(statements: Statements, step: string): Promise<Row | null> {
	const { rows } = await statements.query<Row>(
		`select ${PERSON}, challenge from sign_in_step join ${PEOPLE} on account.id = account_id
		where token = $1 and began_at >= $2 and locked_at is null`,
		[hashed(step), new Date(Date.now() - LASTS)]
	);
	return rows[0] ?? null;
}

/** What a passkey is asked in this step; null where there is no such step. */
export const askInStep = (step: string, place: Place) =>
	writing(async (statements) => {
		const row = await rowOf(statements, step);
		if (row === null) return null;
		const options = await askPasskey(statements, row.id, place);
		await statements.query('update sign_in_step set challenge = $2 where token = $1', [
			hashed(step),
			options.challenge
		]);
		return options;
	});

export type Stepped =
	| Exclude<Judged<unknown>, { kind: 'right' }>
	| { readonly kind: 'over' }
	| { readonly kind: 'done'; readonly person: Person; readonly secret: string };

/** Begins the session, where what is brought is right. Guesses wait longer and longer, like those of a password. */
export async function takeStep(
	step: string,
	brought: Brought,
	place: Place,
	address: string
): Promise<Stepped> {
	const known = await reading((statements) => rowOf(statements, step));
	if (known === null) return { kind: 'over' };
	const person: Person = { id: known.id, name: known.name, role: known.role, may: known.may };
	const found = await judged(`second factor of ${person.id}`, address, () =>
		writing(async (statements) => {
			if (!(await isRight(statements, person.id, step, brought, place))) return null;
			const { affectedRows } = await statements.query('delete from sign_in_step where token = $1', [
				hashed(step)
			]);
			if (affectedRows === 0) return null;
			const secret = await beginSession(statements, person);
			const detail = {
				code: 'with a code',
				recovery: 'with a recovery code',
				passkey: 'with a passkey'
			};
			await append(statements, person, address, [
				{ what: 'signed in', detail: detail[brought.kind] }
			]);
			return secret;
		})
	);
	if (found.kind === 'right') return { kind: 'done', person, secret: found.value };
	if (found.kind === 'wrong')
		await writing((statements) =>
			append(statements, null, address, [
				{ what: 'was refused a sign-in', subject: person.id, detail: 'second factor' }
			])
		);
	return found;
}

async function isRight(
	statements: Statements,
	account: string,
	step: string,
	brought: Brought,
	place: Place
): Promise<boolean> {
	switch (brought.kind) {
		case 'code':
			return useCode(statements, account, brought.typed);
		case 'recovery':
			return useRecoveryCode(statements, account, brought.typed);
		case 'passkey': {
			const { rows } = await statements.query<{ challenge: string | null }>(
				'update sign_in_step set challenge = null from sign_in_step as before where sign_in_step.token = $1 and before.token = $1 returning before.challenge',
				[hashed(step)]
			);
			const challenge = rows[0]?.challenge ?? null;
			return (
				challenge !== null && usePasskey(statements, account, challenge, brought.response, place)
			);
		}
	}
}
