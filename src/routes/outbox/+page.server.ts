import { loading } from '$lib/server/answers';
import { listMessages } from '$lib/server/outbox';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async () => ({
	messages: await loading(() => listMessages(null))
});
