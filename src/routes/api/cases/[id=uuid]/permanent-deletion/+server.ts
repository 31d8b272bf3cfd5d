import { answering, unknownCase } from '$lib/server/answers';
import { deletePermanently } from '$lib/server/cases/retention';
import type { RequestHandler } from './$types';

/** Deletes a deleted case permanently, with all that is kept of it. */
export const POST: RequestHandler = ({ params, locals }) =>
	answering(async () =>
		(await deletePermanently(params.id, locals.actor))
			? new Response(null, { status: 204 })
			: unknownCase()
	);
