/** The page's requests about people: their accounts, roles and sessions, and whose a case is. */
import type { Capability } from '../document/capabilities';
import type { DirectoryPolicy } from '../document/directory';
import type { Holders, Person } from '../document/people';
import type { AccountChange } from '../document/schema/people';
import { ask } from './requests';

export const signIn = (name: string, password: string) =>
	ask<{ person: Person }>('POST', '/api/session', { name, password });

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

export const holdersOf = (id: string) => ask<Holders>('GET', `/api/cases/${id}/holders`);

export const handOver = (id: string, to: string) =>
	ask<undefined>('PUT', `/api/cases/${id}/owner`, { to });

export const shareWith = (id: string, accounts: readonly string[]) =>
	ask<undefined>('PUT', `/api/cases/${id}/shared`, { accounts });
