import { error } from '@sveltejs/kit';
import type { PageServerLoad } from './$types';

/** Without accounts there are no passwords. */
export const load: PageServerLoad = ({ locals }) => {
	if (locals.by.person === null) error(404, 'There is nothing at this address.');
};
