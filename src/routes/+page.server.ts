import { loading } from '$lib/server/answers';
import { listCases } from '$lib/server/cases/cases';
import { today } from '$lib/server/clock';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => ({
	cases: await loading(() => listCases(locals.by)),
	today: today()
});
