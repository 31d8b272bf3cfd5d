/** Passkeys (WebAuthn level 2): a key that never leaves a device, and what each is asked. */
import {
	generateAuthenticationOptions,
	generateRegistrationOptions,
	verifyAuthenticationResponse,
	verifyRegistrationResponse,
	type AuthenticationResponseJSON,
	type AuthenticatorTransport,
	type PublicKeyCredentialCreationOptionsJSON,
	type PublicKeyCredentialRequestOptionsJSON,
	type RegistrationResponseJSON
} from '@simplewebauthn/server';
import { MOST_PASSKEYS } from '../../../document/second-factor';
import type { Statements } from '../../database/statements';
import { log, loggable } from '../../log';

/** The place that a passkey is good at: its address, and the name of its machine. */
export interface Place {
	readonly origin: string;
	readonly host: string;
}

/** So long a new one may take, in milliseconds. */
const LASTS = 300_000;

interface Row {
	readonly id: string;
	readonly public_key: Uint8Array;
	readonly counter: string;
	readonly transports: AuthenticatorTransport[];
}

const rowsOf = async (statements: Statements, account: string): Promise<Row[]> =>
	(
		await statements.query<Row>(
			`select id, public_key, counter::text, transports from passkey where account_id = $1 for update`,
			[account]
		)
	).rows;

/** What a new passkey of somebody is asked; null where they have as many as there may be. */
export async function askNewPasskey(
	statements: Statements,
	{ id, name }: { readonly id: string; readonly name: string },
	{ host }: Place
): Promise<PublicKeyCredentialCreationOptionsJSON | null> {
	const there = await rowsOf(statements, id);
	if (there.length >= MOST_PASSKEYS) return null;
	const options = await generateRegistrationOptions({
		rpName: 'Residuum',
		rpID: host,
		userID: new TextEncoder().encode(id),
		userName: name,
		attestationType: 'none',
		excludeCredentials: there.map(({ id: credential, transports }) => ({
			id: credential,
			transports
		})),
		authenticatorSelection: { residentKey: 'discouraged', userVerification: 'preferred' }
	});
	await statements.query(
		`insert into passkey_challenge (account_id, challenge, made_at) values ($1, $2, $3)
		on conflict (account_id) do update set challenge = excluded.challenge, made_at = excluded.made_at`,
		[id, options.challenge, new Date()]
	);
	return options;
}

/** Takes a new passkey, where it answers what was asked. */
export async function takePasskey(
	statements: Statements,
	account: string,
	name: string,
	response: RegistrationResponseJSON,
	{ origin, host }: Place
): Promise<boolean> {
	const { rows } = await statements.query<{ challenge: string }>(
		'delete from passkey_challenge where account_id = $1 and made_at >= $2 returning challenge',
		[account, new Date(Date.now() - LASTS)]
	);
	const [asked] = rows;
	if (!asked) return false;
	const registration = await believed(async () => {
		const { registrationInfo } = await verifyRegistrationResponse({
			response,
			expectedChallenge: asked.challenge,
			expectedOrigin: origin,
			expectedRPID: host,
			requireUserVerification: false
		});
		return registrationInfo ?? null;
	});
	if (registration === null) return false;
	const { id, publicKey, counter, transports = [] } = registration.credential;
	const { affectedRows } = await statements.query(
		`insert into passkey (id, account_id, name, public_key, counter, transports, made_at)
		values ($1, $2, $3, $4, $5, $6, $7) on conflict do nothing`,
		[id, account, name, Buffer.from(publicKey), counter, transports, new Date()]
	);
	return affectedRows > 0;
}

/** What one of somebody's passkeys is asked. */
export async function askPasskey(
	statements: Statements,
	account: string,
	{ host }: Place
): Promise<PublicKeyCredentialRequestOptionsJSON> {
	const there = await rowsOf(statements, account);
	return generateAuthenticationOptions({
		rpID: host,
		allowCredentials: there.map(({ id, transports }) => ({ id, transports })),
		userVerification: 'preferred'
	});
}

/** Whether one of somebody's passkeys answers what was asked; its counter goes on. */
export async function usePasskey(
	statements: Statements,
	account: string,
	challenge: string,
	response: AuthenticationResponseJSON,
	{ origin, host }: Place
): Promise<boolean> {
	const row = (await rowsOf(statements, account)).find(({ id }) => id === response.id);
	if (!row) return false;
	const info = await believed(async () => {
		const { verified, authenticationInfo } = await verifyAuthenticationResponse({
			response,
			expectedChallenge: challenge,
			expectedOrigin: origin,
			expectedRPID: host,
			requireUserVerification: false,
			credential: {
				id: row.id,
				publicKey: new Uint8Array(row.public_key),
				counter: Number(row.counter),
				transports: row.transports
			}
		});
		return verified ? authenticationInfo : null;
	});
	if (info === null) return false;
	await statements.query('update passkey set counter = $2, used_at = $3 where id = $1', [
		row.id,
		info.newCounter,
		new Date()
	]);
	return true;
}

/** What the library finds, which throws where something is not as it should be. */
async function believed<T>(work: () => Promise<T | null>): Promise<T | null> {
	try {
		return await work();
	} catch (error) {
		log.warn({ err: loggable(error) }, 'a passkey’s answer was not believed');
		return null;
	}
}
