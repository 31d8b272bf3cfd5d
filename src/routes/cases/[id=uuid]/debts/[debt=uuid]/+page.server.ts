import { error } from '@sveltejs/kit';
import type { PageServerLoad } from './$types';
import { t } from '$lib/server/refusals';

/** A debt that is asked for from outside must be there; one that the page goes to may not be saved yet. */
export const load: PageServerLoad = async ({ params, parent, isDataRequest }) => {
	if (isDataRequest) return;
	const { debts } = await parent();
	if (!debts.includes(params.debt)) error(404, t('There is no such debt.'));
};
