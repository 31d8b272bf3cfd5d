import { error } from '@sveltejs/kit';
import type { PageServerLoad } from './$types';
import { t } from '$lib/server/refusals';

/** Without accounts there are no passwords. */
export const load: PageServerLoad = ({ locals }) => {
	if (locals.actor.person === null) error(404, t('There is nothing at this address.'));
};
