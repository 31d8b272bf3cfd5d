import { sharedRequest } from '$lib/document/schema/people';
import { answering } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { shareWith } from '$lib/server/people/holders';
import type { RequestHandler } from './$types';

/** Shares the case with these people, and with nobody else. */
export const PUT: RequestHandler = ({ request, params, locals }) =>
	answering(async () => {
		const body = await readBody(request, sharedRequest);
		if (!body.ok) return body.refusal;
		await shareWith(params.id, body.value.accounts, locals.actor);
		return new Response(null, { status: 204 });
	});
