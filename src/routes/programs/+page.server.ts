import { loading } from '$lib/server/answers';
import { today } from '$lib/server/clock';
import { programsOf } from '$lib/server/programs/tokens';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => ({
	programs: await loading(() => programsOf(locals.actor)),
	today: today()
});
