/** What a browser brings along on its way to the directory and back. */
import type { Cookies } from '@sveltejs/kit';
import { kept } from '../agency';

const COOKIE = 'residuum-directory';
const LASTS_SECONDS = 600;

/** The secret of a browser on its way: it comes along when another site leads back here, which the session's never does. */
export const journeyCookie = {
	of: (cookies: Cookies): string | null => cookies.get(COOKIE) ?? null,
	keep: (cookies: Cookies, url: URL, secret: string): void =>
		cookies.set(COOKIE, secret, { ...options(url), maxAge: LASTS_SECONDS }),
	take: (cookies: Cookies, url: URL): void => cookies.delete(COOKIE, options(url))
};

const options = (url: URL) =>
	({ ...kept(url), path: '/sign-in/directory', sameSite: 'lax' }) as const;

/** A place within: nobody is led elsewhere by a link to the page where people sign in. */
export function withinOf(path: string | null): string {
	// As a browser would read it: it leaves out tabs and lines, and takes out dots.
	const read = path?.startsWith('/') ? URL.parse(path, WITHIN) : null;
	if (read?.origin !== WITHIN || read.pathname.startsWith('//')) return '/';
	return read.pathname + read.search + read.hash;
}

/** Any place that is nowhere else. */
const WITHIN = 'http://within.invalid';
