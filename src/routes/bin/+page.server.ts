import { loading } from '$lib/server/answers';
import { BIN_DAYS, listBin } from '$lib/server/cases/retention';
import { today } from '$lib/server/clock';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => ({
	cases: await loading(() => listBin(locals.actor)),
	days: BIN_DAYS,
	today: today()
});
