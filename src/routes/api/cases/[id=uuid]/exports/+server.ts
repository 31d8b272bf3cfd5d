import { takenAlongRequest } from '$lib/document/schema/people';
import { answering } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { noteAlone } from '$lib/server/people/trail';
import type { RequestHandler } from './$types';

/** A page made a file of the case: the trail has it. */
export const POST: RequestHandler = ({ request, params, locals }) =>
	answering(async () => {
		const body = await readBody(request, takenAlongRequest);
		if (!body.ok) return body.refusal;
		const { kind: detail } = body.value;
		await noteAlone(locals.actor, { what: 'exported a case', subject: params.id, detail });
		return new Response(null, { status: 204 });
	});
