import { USUAL } from '$lib/document/casebook';
import { loading } from '$lib/server/answers';
import { bookPage } from '$lib/server/cases/casebook';
import { today } from '$lib/server/clock';
import type { PageServerLoad } from './$types';

/** The first lines of the casebook; whatever else is asked is asked by the page. */
export const load: PageServerLoad = async ({ locals }) => ({
	page: await loading(() => bookPage(locals.actor, USUAL, 0)),
	today: today()
});
