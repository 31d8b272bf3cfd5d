import { loading } from '$lib/server/answers';
import { readMessage } from '$lib/server/outbox';
import { error } from '@sveltejs/kit';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
	const message = await loading(() => readMessage(params.message));
	if (message === null) error(404, 'There is no such message in the outbox.');
	return { message };
};
