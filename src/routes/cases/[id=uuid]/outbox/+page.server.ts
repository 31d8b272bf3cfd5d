import { loading } from '$lib/server/answers';
import { listMessages } from '$lib/server/outbox';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => ({
	messages: await loading(() => listMessages(params.id))
});
