import { hasDirectory } from '$lib/server/people/directory/client';
import type { LayoutServerLoad } from './$types';

/** The person signed in; null without accounts. And whether people sign in at a directory. */
export const load: LayoutServerLoad = ({ locals }) => ({
	person: locals.actor.person,
	hasDirectory: hasDirectory()
});
