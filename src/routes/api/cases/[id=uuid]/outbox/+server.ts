import { messageRequest } from '$lib/document/schema/message';
import { answering, unknownCase } from '$lib/server/answers';
import { LARGEST, readBody } from '$lib/server/bodies';
import { putMessage } from '$lib/server/cases/outbox';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** Puts a message to the client into the outbox. */
export const POST: RequestHandler = ({ params, request, locals }) =>
	answering(async () => {
		const body = await readBody(request, messageRequest, LARGEST);
		if (!body.ok) return body.refusal;
		const there = await putMessage(params.id, body.value, locals.actor);
		return there ? json({ id: body.value.key }, { status: 201 }) : unknownCase();
	});
