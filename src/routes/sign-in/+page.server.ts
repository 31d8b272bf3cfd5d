import { redirect } from '@sveltejs/kit';
import type { PageServerLoad } from './$types';

/** A place within: nobody is led elsewhere by a link to this page. */
const within = (path: string | null): string => (path && /^\/(?![/\\])/.test(path) ? path : '/');

export const load: PageServerLoad = ({ locals, url }) => {
	const to = within(url.searchParams.get('to'));
	if (locals.actor.person !== null) redirect(303, to);
	return { to };
};
