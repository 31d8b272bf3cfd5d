import { hereRequest } from '$lib/document/schema/people';
import { answering } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { recordPresence } from '$lib/server/people/holders';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** Somebody still has the case open, or leaves it; who else has it open is the answer. */
export const POST: RequestHandler = ({ request, params, locals }) =>
	answering(async () => {
		const body = await readBody(request, hereRequest);
		if (!body.ok) return body.refusal;
		return json({ others: await recordPresence(params.id, body.value.here, locals.actor) });
	});
