import { answering, refuse } from '$lib/server/answers';
import { keepProgramOut } from '$lib/server/programs/tokens';
import { t } from '$lib/server/refusals';
import type { RequestHandler } from './$types';

/** Takes a token back: from its next request on, the program is let in no more. */
export const DELETE: RequestHandler = ({ params, locals }) =>
	answering(async () =>
		(await keepProgramOut(params.program, locals.actor))
			? new Response(null, { status: 204 })
			: refuse(404, t('There is no such token.'))
	);
