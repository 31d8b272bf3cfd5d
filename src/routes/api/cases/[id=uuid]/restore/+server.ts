import { answering, unknownCase } from '$lib/server/answers';
import { restoreCase } from '$lib/server/cases';
import type { RequestHandler } from './$types';

/** Takes a deletion back. */
export const POST: RequestHandler = ({ params }) =>
	answering(async () =>
		(await restoreCase(params.id)) ? new Response(null, { status: 204 }) : unknownCase()
	);
