/** The page's requests of those who manage the agency: its people, roles, directory and other programs. */
import type { Capability } from '../document/capabilities';
import type { DirectoryPolicy } from '../document/directory';
import type { Person } from '../document/people';
import type { AccountChange } from '../document/schema/people';
import type { ProgramRequest, WebhookRequest } from '../document/schema/programs';
import { ask } from './requests';

/** Says whether people of a role need a second factor. */
export const setFactorNeed = (role: string, needsSecondFactor: boolean) =>
	ask<undefined>('PATCH', '/api/roles', { role, needsSecondFactor });

/** Asks for somebody’s second factors to be reset, or confirms that. */
export const resetFactors = (id: string) =>
	ask<{ reset: 'asked' | 'done' }>('POST', `/api/people/${id}`, { what: 'reset' });

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
