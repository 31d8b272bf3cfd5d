import { answering, unknownCase } from '$lib/server/answers';
import { forgetCase } from '$lib/server/cases/retention';
import type { RequestHandler } from './$types';

/** Deletes a case that is in the bin for good, with all that is kept of it. */
export const POST: RequestHandler = ({ params, locals }) =>
	answering(async () =>
		(await forgetCase(params.id, locals.actor))
			? new Response(null, { status: 204 })
			: unknownCase()
	);
