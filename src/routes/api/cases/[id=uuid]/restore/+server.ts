import { unknownCase } from '$lib/server/answers';
import { restoreCase } from '$lib/server/cases';
import type { RequestHandler } from './$types';

/** Takes a deletion back. */
export const POST: RequestHandler = async ({ params }) =>
	(await restoreCase(params.id)) ? new Response(null, { status: 204 }) : unknownCase();
