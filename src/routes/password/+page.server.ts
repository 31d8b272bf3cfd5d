import { error } from '@sveltejs/kit';
import type { PageServerLoad } from './$types';

/** Without accounts there are no passwords. */
export const load: PageServerLoad = ({ locals }) => {
	if (locals.actor.person === null) error(404, 'There is nothing at this address.');
};
