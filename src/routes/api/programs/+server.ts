import { programRequest } from '$lib/document/schema/programs';
import { answering, refuse } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { letProgramIn } from '$lib/server/programs/tokens';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** Lets a program in; its token is in the answer, once. */
export const POST: RequestHandler = ({ request, locals }) =>
	answering(async () => {
		const body = await readBody(request, programRequest);
		if (!body.ok) return body.refusal;
		const made = await letProgramIn(body.value, locals.actor);
		return made.ok
			? json({ id: made.id, token: made.secret }, { status: 201 })
			: refuse(422, made.refusal);
	});
