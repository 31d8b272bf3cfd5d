import { answering, refuse } from '$lib/server/answers';
import { haveToldNoMore } from '$lib/server/programs/webhooks/kept';
import { t } from '$lib/server/refusals';
import type { RequestHandler } from './$types';

/** Has a program told no more. */
export const DELETE: RequestHandler = ({ params, locals }) =>
	answering(async () =>
		(await haveToldNoMore(params.webhook, locals.actor))
			? new Response(null, { status: 204 })
			: refuse(404, t('There is no such program.'))
	);
