import { answering, unknownCase } from '$lib/server/answers';
import { restoreCase } from '$lib/server/cases/cases';
import type { RequestHandler } from './$types';

/** Takes a deletion back. */
export const POST: RequestHandler = ({ params, locals }) =>
	answering(async () =>
		(await restoreCase(params.id, locals.actor))
			? new Response(null, { status: 204 })
			: unknownCase()
	);
