import { loading } from '$lib/server/answers';
import { listMessages } from '$lib/server/cases/outbox';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals }) => ({
	messages: await loading(() => listMessages(params.id, locals.actor))
});
