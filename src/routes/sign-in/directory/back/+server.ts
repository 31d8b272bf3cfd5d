import { bringLanguage } from '$lib/server/desk-language';
import { giveSecret, originOf } from '$lib/server/people/agency';
import { arrive } from '$lib/server/people/directory/sign-in';
import { journeyCookie } from '$lib/server/people/directory/way';
import { redirect } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** Lets in who comes back from the directory. */
export const GET: RequestHandler = async ({ cookies, url, locals }) => {
	const browser = journeyCookie.of(cookies);
	journeyCookie.take(cookies, url);
	const address = new URL(url.pathname + url.search, originOf(url));
	const arrived = await arrive(browser, address, locals.actor.address);
	if (arrived.kind === 'refused')
		redirect(303, `/sign-in?directory=${arrived.why.replace(' ', '-')}`);
	giveSecret(cookies, url, arrived.secret);
	await bringLanguage(cookies, url, arrived.person.id);
	return goOn(arrived.to);
};

/**
 * Leads on from a page of ours: the session's cookie does not come along where another site leads, and a redirect would
 * still be led by it.
 */
function goOn(to: string): Response {
	const place = to.replaceAll('&', '&amp;').replaceAll('"', '&quot;').replaceAll('<', '&lt;');
	const html = `<!doctype html><meta charset="utf-8"><meta http-equiv="refresh" content="0; url=${place}"><title>Residuum</title><a href="${place}">Residuum</a>`;
	return new Response(html, {
		headers: {
			'content-type': 'text/html; charset=utf-8',
			'content-security-policy': "default-src 'none'; frame-ancestors 'none'"
		}
	});
}
