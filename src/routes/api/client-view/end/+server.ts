import { endClientViewRequest } from '$lib/document/schema/people';
import { answering, refuse, tooManyAttempts } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { endClientView } from '$lib/server/people/client-view';
import { t } from '$lib/server/refusals';
import type { RequestHandler } from './$types';

/** Turns the screen back to the desk. */
export const POST: RequestHandler = ({ request, locals }) =>
	answering(async () => {
		const body = await readBody(request, endClientViewRequest);
		if (!body.ok) return body.refusal;
		const { secret, actor } = locals;
		const ended = secret === null ? 'wrong' : await endClientView(secret, body.value.typed, actor);
		if (typeof ended !== 'string') return tooManyAttempts(ended.seconds);
		return ended === 'right'
			? new Response(null, { status: 204 })
			: refuse(422, t('This is not what turns the screen back. …'));
	});
