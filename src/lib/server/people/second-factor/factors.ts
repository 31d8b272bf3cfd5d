/** Somebody's own second factors: set up and taken away with the password typed anew, and reset by two who manage people. */
import type { RegistrationResponseJSON } from '@simplewebauthn/server';
import { mayAll } from '../../../document/capabilities';
import type { AuditEvent, Person } from '../../../document/people';
import type { NewApp, Passkey, SecondFactors } from '../../../document/second-factor';
import { reading, writing } from '../../database';
import type { Statements } from '../../database/statements';
import { t } from '../../refusals';
import type { Actor } from '../actor';
import { PEOPLE, PERSON, TOO_MUCH } from '../roles';
import { append } from '../trail';
import { beginApp, useCode } from './clock-codes';
import { askNewPasskey, takePasskey, type Place } from './passkeys';
import { newCodes } from './recovery-codes';

/** SQL: the account has something beside its password. */
export const HAS_FACTOR = `(exists (select from clock_code where clock_code.account_id = account.id and confirmed_at is not null)
	or exists (select from passkey where passkey.account_id = account.id))`;

/** What one has asked for is confirmed within so long, in milliseconds. */
const RESET_LASTS = 24 * 3_600_000;

/** What somebody has. */
export async function factorsOf({ id }: Person): Promise<SecondFactors> {
	return reading(async (statements) => {
		const { rows } = await statements.query<{
			app: boolean;
			codes: number;
			is_needed: boolean;
		}>(
			`select exists (select from clock_code where account_id = $1 and confirmed_at is not null) as app,
				(select count(*)::int from recovery_code where account_id = $1) as codes,
				needs_second_factor as is_needed
			from account join account_role using (role) where account.id = $1`,
			[id]
		);
		const { rows: passkeys } = await statements.query<{
			id: string;
			name: string;
			made_at: Date;
			used_at: Date | null;
		}>('select id, name, made_at, used_at from passkey where account_id = $1 order by made_at', [
			id
		]);
		const [row] = rows;
		return {
			hasApp: row?.app ?? false,
			recoveryCodes: row?.codes ?? 0,
			isNeeded: row?.is_needed ?? false,
			passkeys: passkeys.map((one): Passkey => ({
				id: one.id,
				name: one.name,
				madeAt: one.made_at.toISOString(),
				usedAt: one.used_at?.toISOString() ?? null
			}))
		};
	});
}

/** Begins to set up an app; null where there is one already. */
export const beginOwnApp = (person: Person): Promise<NewApp | null> =>
	writing((statements) => beginApp(statements, person));

/** The codes that come with a first factor, if it is one; a refusal where nothing was set up. */
export type SetUp =
	| { readonly kind: 'done'; readonly codes: readonly string[] }
	| { readonly kind: 'refused'; readonly message: string };

const refused = (message: string): SetUp => ({ kind: 'refused', message });

/** Takes the app that was begun, where it gives the right code. */
export const confirmOwnApp = (person: Person, code: string, address: string): Promise<SetUp> =>
	writing(async (statements) => {
		if (!(await useCode(statements, person.id, code, true)))
			return refused(t('This code is not right, or not any more. …'));
		return setUp(statements, person, address, 'an app');
	});

/** Asks for a new passkey; null where there are as many as there may be. */
export const askOwnPasskey = (person: Person, place: Place) =>
	writing((statements) => askNewPasskey(statements, person, place));

export const takeOwnPasskey = (
	person: Person,
	name: string,
	response: RegistrationResponseJSON,
	place: Place,
	address: string
): Promise<SetUp> =>
	writing(async (statements) => {
		if (!(await takePasskey(statements, person.id, name, response, place)))
			return refused(t('This passkey could not be verified. Start again.'));
		return setUp(statements, person, address, 'a passkey');
	});

/** Recovery codes come with the first factor; later ones keep those that are there. */
async function setUp(
	statements: Statements,
	person: Person,
	address: string,
	detail: string
): Promise<SetUp> {
	await append(statements, person, address, [
		{ what: 'set up a second factor', subject: person.id, detail }
	]);
	const { rows } = await statements.query('select from recovery_code where account_id = $1', [
		person.id
	]);
	return { kind: 'done', codes: rows.length > 0 ? [] : await newCodes(statements, person.id) };
}

export const newOwnCodes = (person: Person, address: string): Promise<string[]> =>
	writing(async (statements) => {
		const codes = await newCodes(statements, person.id);
		await append(statements, person, address, [
			{ what: 'set up a second factor', subject: person.id, detail: 'recovery codes' }
		]);
		return codes;
	});

/** Takes one away: the app, or a passkey by its identifier. With the last one its recovery codes go. */
export const removeOwn = (
	person: Person,
	which: { readonly passkey: string } | 'app',
	address: string
): Promise<void> =>
	writing(async (statements) => {
		if (which === 'app')
			await statements.query('delete from clock_code where account_id = $1', [person.id]);
		else
			await statements.query('delete from passkey where account_id = $1 and id = $2', [
				person.id,
				which.passkey
			]);
		await statements.query(
			`delete from recovery_code using account
			where account_id = $1 and account.id = account_id and not ${HAS_FACTOR}`,
			[person.id]
		);
		await append(statements, person, address, [
			{
				what: 'removed a second factor',
				subject: person.id,
				detail: which === 'app' ? 'an app' : 'a passkey'
			}
		]);
	});

/** The outcome of asking for a reset: who else has to confirm it, or that it is done. */
export type Reset =
	| { readonly kind: 'asked' | 'done' }
	| { readonly kind: 'refused'; readonly message: string };

/**
 * Resets what somebody has lost: asked for by one who manages people, done when another one asks for the same within a
 * day. Neither may be whose it is, or may do less than they may. A command, which has nobody, needs no second one.
 */
export async function resetFactors(id: string, { person, address }: Actor): Promise<Reset> {
	return writing(async (statements): Promise<Reset> => {
		const { rows } = await statements.query<Person>(
			`select ${PERSON} from ${PEOPLE} where account.id = $1 for update of account`,
			[id]
		);
		const [whose] = rows;
		if (!whose) return { kind: 'refused', message: t('There is no such account.') };
		if (person?.id === id)
			return { kind: 'refused', message: t('Your own second factor is reset by two others. …') };
		if (!mayAll(person, whose.may)) return { kind: 'refused', message: TOO_MUCH() };
		const other = person === null || (await wasAskedByAnother(statements, id, person.id));
		if (!other && person !== null) {
			await statements.query(
				`insert into factor_reset (account_id, asked_by, asked_at) values ($1, $2, $3)
				on conflict (account_id) do update set asked_by = excluded.asked_by, asked_at = excluded.asked_at`,
				[id, person.id, new Date()]
			);
			return noted(statements, { person, address }, 'asked to reset a second factor', id, 'asked');
		}
		for (const table of ['clock_code', 'passkey', 'recovery_code', 'factor_reset', 'session'])
			await statements.query(`delete from ${table} where account_id = $1`, [id]);
		return noted(statements, { person, address }, 'reset a second factor', id, 'done');
	});
}

async function wasAskedByAnother(statements: Statements, id: string, by: string): Promise<boolean> {
	const { rows } = await statements.query(
		'select from factor_reset where account_id = $1 and asked_by <> $2 and asked_at >= $3',
		[id, by, new Date(Date.now() - RESET_LASTS)]
	);
	return rows.length > 0;
}

async function noted(
	statements: Statements,
	{ person, address }: Actor,
	what: AuditEvent,
	subject: string,
	kind: 'asked' | 'done'
): Promise<Reset> {
	await append(statements, person, address, [{ what, subject }]);
	return { kind };
}
