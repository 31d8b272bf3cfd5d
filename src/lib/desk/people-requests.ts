/** The page's requests about people: their accounts, roles and sessions, and whose a case is. */
import type { Capability } from '../document/capabilities';
import type { DirectoryPolicy } from '../document/directory';
import type { Holders, Person } from '../document/people';
import type { AccountChange, OwnFactorRequest } from '../document/schema/people';
import type { ProgramRequest, WebhookRequest } from '../document/schema/programs';
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

/** Says whether people of a role need a second factor. */
export const setFactorNeed = (role: string, needsSecondFactor: boolean) =>
	ask<undefined>('PATCH', '/api/roles', { role, needsSecondFactor });

/** Asks for somebody’s second factors to be reset, or confirms that. */
export const resetFactors = (id: string) =>
	ask<{ reset: 'asked' | 'done' }>('POST', `/api/people/${id}`, { what: 'reset' });

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

/** The changed account, with the secret of its new link, if any. */
export interface AccountDone {
	readonly account: Person;
	readonly secret: string | null;
}

/** Makes a role, or changes what it lets people do. */
export const defineRole = (role: string, may: readonly Capability[]) =>
	ask<undefined>('PUT', '/api/roles', { role, may });

export const deleteRole = (role: string) => ask<undefined>('DELETE', '/api/roles', { role });

export const addAccount = (name: string, role: string, directory: string | null) =>
	ask<AccountDone>('POST', '/api/people', { name, role, directory });

/** Sets how people come in by the directory. */
export const setDirectoryPolicy = (policy: DirectoryPolicy) =>
	ask<undefined>('PUT', '/api/directory', policy);

export const changeAccount = (id: string, change: AccountChange) =>
	ask<AccountDone>('POST', `/api/people/${id}`, change);

/** Lets a program in; its token, which is said once. */
export const letProgramIn = (asked: ProgramRequest) =>
	ask<{ token: string }>('POST', '/api/programs', asked);

/** Takes the token of a program back. */
export const keepProgramOut = (id: string) => ask<undefined>('DELETE', `/api/programs/${id}`);

/** Has a program told of cases; what it is signed with, which is said once. */
export const haveTold = (asked: WebhookRequest) =>
	ask<{ secret: string }>('POST', '/api/webhooks', asked);

export const haveToldNoMore = (id: string) => ask<undefined>('DELETE', `/api/webhooks/${id}`);

export const holdersOf = (id: string) => ask<Holders>('GET', `/api/cases/${id}/holders`);

export const handOver = (id: string, to: string) =>
	ask<undefined>('PUT', `/api/cases/${id}/owner`, { to });

export const shareWith = (id: string, accounts: readonly string[]) =>
	ask<undefined>('PUT', `/api/cases/${id}/shared`, { accounts });
