import { takenRequest } from '$lib/document/case';
import { answering, readBody } from '$lib/server/answers';
import { takeCases } from '$lib/server/cases/cases';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** Cases from elsewhere come in beside those that are there: all of them or none. */
export const POST: RequestHandler = ({ request, locals }) =>
	answering(async () => {
		const body = await readBody(request, takenRequest);
		if (!body.ok) return body.refusal;
		return json({ ids: await takeCases(body.value.cases, locals.by) }, { status: 201 });
	});
