import { loading } from '$lib/server/answers';
import { listCases } from '$lib/server/cases';
import { today } from '$lib/server/clock';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async () => ({
	cases: await loading(listCases),
	today: today()
});
