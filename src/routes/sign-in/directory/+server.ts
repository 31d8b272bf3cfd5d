import { originOf } from '$lib/server/people/agency';
import { beginJourney } from '$lib/server/people/directory/sign-in';
import { journeyCookie, withinOf } from '$lib/server/people/directory/way';
import { redirect } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** Sends somebody to the directory. */
export const GET: RequestHandler = async ({ cookies, url }) => {
	const to = withinOf(url.searchParams.get('to'));
	const begun = await beginJourney(`${originOf(url)}/sign-in/directory/back`, to);
	if (begun === null) redirect(303, '/sign-in?directory=away');
	journeyCookie.keep(cookies, url, begun.secret);
	redirect(303, begun.address);
};
