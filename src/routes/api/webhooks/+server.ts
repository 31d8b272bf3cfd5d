import { webhookRequest } from '$lib/document/schema/programs';
import { answering, refuse } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { haveTold } from '$lib/server/programs/webhooks/kept';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** Has a program told of cases; what it is signed with is in the answer, once. */
export const POST: RequestHandler = ({ request, locals }) =>
	answering(async () => {
		const body = await readBody(request, webhookRequest);
		if (!body.ok) return body.refusal;
		const told = await haveTold(body.value, locals.actor);
		return told.ok
			? json({ id: told.id, secret: told.secret }, { status: 201 })
			: refuse(422, told.refusal);
	});
