import { USUAL } from '$lib/document/casebook';
import { loading } from '$lib/server/answers';
import { bookPage } from '$lib/server/cases/casebook';
import { debtsBehind } from '$lib/server/index-rates';
import { today } from '$lib/server/clock';
import type { PageServerLoad } from './$types';

/** The first lines of the casebook; whatever else is asked is asked by the page. */
export const load: PageServerLoad = async ({ locals }) => ({
	page: await loading(() => bookPage(locals.actor, USUAL, 0)),
	behind: await loading(() => debtsBehind(locals.actor)),
	today: today()
});
