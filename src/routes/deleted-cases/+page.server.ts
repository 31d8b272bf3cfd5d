import { loading } from '$lib/server/answers';
import { DELETED_DAYS, listDeleted } from '$lib/server/cases/retention';
import { today } from '$lib/server/clock';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => ({
	cases: await loading(() => listDeleted(locals.actor)),
	days: DELETED_DAYS,
	today: today()
});
