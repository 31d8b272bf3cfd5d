import { loading } from '$lib/server/answers';
import { today } from '$lib/server/clock';
import { programsOf } from '$lib/server/programs/tokens';
import { webhooksOf } from '$lib/server/programs/webhooks/kept';
import { settings } from '$lib/server/settings';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => ({
	programs: await loading(() => programsOf(locals.actor)),
	webhooks: await loading(() => webhooksOf(locals.actor)),
	/** Where programs can be told of cases. */
	hosts: settings().webhookHosts,
	today: today()
});
