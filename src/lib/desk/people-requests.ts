/** The page's requests about people: their accounts, roles and sessions, and whose a case is. */
import type { Holders, Person } from '../document/people';
import type { OwnFactorRequest } from '../document/schema/people';
import type { NextStep } from '../document/second-factor';
import type {
	PublicKeyCredentialCreationOptionsJSON,
	PublicKeyCredentialRequestOptionsJSON
} from '@simplewebauthn/browser';
import { ask, type Answer } from './requests';

/** Signs in; what else is needed, where a password is not enough. */
export const signIn = (name: string, password: string) =>
	ask<{ person: Person } | { next: NextStep }>('POST', '/api/session', { name, password });

/** Signs in with a code beside the password. */
export const signInWithCode = (step: string, kind: 'code' | 'recovery', typed: string) =>
	ask<{ person: Person }>('POST', '/api/session/step', { step, kind, typed });

/** Signs in with a passkey beside the password; what was asked of it is answered by the browser. */
export async function signInWithPasskey(step: string): Promise<Answer<{ person: Person }>> {
	const asked = await ask<PublicKeyCredentialRequestOptionsJSON>('POST', '/api/session/passkey', {
		step
	});
	if (asked.kind !== 'done') return asked;
	const { startAuthentication } = await import('@simplewebauthn/browser');
	const response = await startAuthentication({ optionsJSON: asked.value });
	return ask('POST', '/api/session/step', { step, kind: 'passkey', response });
}

/** Sets up, confirms or removes one’s own second factors. */
export const changeOwnFactor = <T>(asked: OwnFactorRequest) =>
	ask<T>('POST', '/api/second-factor', asked);

/** Makes a passkey; the recovery codes that come with a first factor. */
export async function addPasskey(
	name: string,
	password: string
): Promise<Answer<{ codes: readonly string[] }>> {
	const asked = await changeOwnFactor<PublicKeyCredentialCreationOptionsJSON>({
		what: 'ask passkey',
		password
	});
	if (asked.kind !== 'done') return asked;
	const { startRegistration } = await import('@simplewebauthn/browser');
	const response = await startRegistration({ optionsJSON: asked.value });
	return ask('POST', '/api/second-factor', { what: 'take passkey', name, response });
}

/** Who is signed in now. */
export const whoAmI = () => ask<{ person: Person | null }>('GET', '/api/session');

/** Signs out; the address at which to sign out of the directory, where somebody came in by it. */
export const signOut = () => ask<{ to: string } | undefined>('DELETE', '/api/session');

/** Changes one’s own password. */
export const changePassword = (password: string, next: string) =>
	ask<undefined>('PUT', '/api/session', { password, next });

/** Sets a password by a link; the name of the account. */
export const setPassword = (token: string, password: string) =>
	ask<{ name: string }>('POST', '/api/welcome', { token, password });

export const holdersOf = (id: string) => ask<Holders>('GET', `/api/cases/${id}/holders`);

export const handOver = (id: string, to: string) =>
	ask<undefined>('PUT', `/api/cases/${id}/owner`, { to });

export const shareWith = (id: string, accounts: readonly string[]) =>
	ask<undefined>('PUT', `/api/cases/${id}/shared`, { accounts });
