import { DIRECTORY_REFUSALS } from '$lib/document/directory';
import { loading } from '$lib/server/answers';
import { takesPasswords } from '$lib/server/people/directory/policy';
import { withinOf } from '$lib/server/people/directory/way';
import { redirect } from '@sveltejs/kit';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, url }) => {
	const to = withinOf(url.searchParams.get('to'));
	if (locals.actor.person !== null) redirect(303, to);
	const said = url.searchParams.get('directory')?.replace('-', ' ');
	return {
		to,
		/** Why the directory did not let somebody in. */
		refusal: DIRECTORY_REFUSALS.find((one) => one === said) ?? null,
		takesPasswords: await loading(takesPasswords)
	};
};
