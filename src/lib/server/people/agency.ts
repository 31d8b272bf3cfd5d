/** Whether there are people to be told apart, and how a browser is known. */
import type { Cookies } from '@sveltejs/kit';
import { StartRefusal } from '../database/start-refusal';
import { isLoopback, settings } from '../settings';
import { hasSupervisor } from './accounts';

/**
 * One counselor on one machine is asked for nothing. Whoever can be reached from other machines, under a name of its
 * own or at another address, or shares a database with others, has accounts.
 */
export function hasAccounts(): boolean {
	const { databases, host, names } = settings();
	return databases !== null || !isLoopback(host) || names.length > 0;
}

/** @throws StartRefusal where nobody could let people in */
export async function requireSupervisor(): Promise<void> {
	if (hasAccounts() && !(await hasSupervisor()))
		throw new StartRefusal(
			'There is no supervisor yet who could sign in and let others in; add one first, with the same settings: npm run --silent accounts -- add NAME --role supervisor'
		);
}

/** Whether what stands in front of the program speaks TLS with browsers; told by it where there is one. */
const isSecure = (url: URL): boolean => settings().isBehindProxy && url.protocol === 'https:';

/** Where browsers reach the program: what their addresses begin with. */
export const originOf = (url: URL): string => `${isSecure(url) ? 'https' : 'http'}://${url.host}`;

/** Where passkeys are good: at this address, on the machine of this name. */
export const placeOf = (url: URL) => ({ origin: originOf(url), host: url.hostname });

/** For no script, no other site, and, behind TLS, no open line. It ends with the browser, or before. */
export const kept = (url: URL) =>
	({ path: '/', httpOnly: true, sameSite: 'strict', secure: isSecure(url) }) as const;

/** Known by it where there are accounts: whoever is signed in. Where there are none: a screen turned to a client. */
export const secretOf = (cookies: Cookies, url: URL): string | null =>
	cookies.get(cookieAt(url)) ?? null;

export const giveSecret = (cookies: Cookies, url: URL, secret: string): void =>
	cookies.set(cookieAt(url), secret, kept(url));

export const takeSecret = (cookies: Cookies, url: URL): void =>
	cookies.delete(cookieAt(url), kept(url));

/** Behind TLS by a name that browsers take from this host alone: no neighbor puts one in (RFC 6265bis, 4.1.3.2). */
const cookieAt = (url: URL): string => (isSecure(url) ? '__Host-' : '') + 'residuum-session';
