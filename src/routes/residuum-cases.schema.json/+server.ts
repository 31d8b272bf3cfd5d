import { jsonSchema } from '$lib/exchange/cases-read';
import type { RequestHandler } from './$types';

/** The JSON Schema that files of cases name. */
export const GET: RequestHandler = () =>
	new Response(JSON.stringify(jsonSchema(), null, '\t'), {
		headers: { 'content-type': 'application/schema+json' }
	});
