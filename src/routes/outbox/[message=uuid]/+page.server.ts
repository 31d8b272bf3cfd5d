import { loading } from '$lib/server/answers';
import { readMessage } from '$lib/server/cases/outbox';
import { noteAlone } from '$lib/server/people/trail';
import { error } from '@sveltejs/kit';
import type { PageServerLoad } from './$types';
import { t } from '$lib/server/refusals';

export const load: PageServerLoad = async ({ params, locals }) => {
	const message = await loading(() => readMessage(params.message));
	if (message === null) error(404, t('There is no such message in the outbox.'));
	await loading(() =>
		noteAlone(locals.actor, { what: 'opened a message', subject: params.message })
	);
	return { message };
};
