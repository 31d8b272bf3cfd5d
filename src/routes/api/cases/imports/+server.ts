import { answering } from '$lib/server/answers';
import { readCases } from '$lib/server/bodies';
import { takeCases } from '$lib/server/cases/cases';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** Cases from elsewhere come in beside those that are there: all of them or none. */
export const POST: RequestHandler = ({ request, locals }) =>
	answering(async () => {
		const body = await readCases(request);
		if (!body.ok) return body.refusal;
		return json({ ids: await takeCases(body.value, locals.actor) }, { status: 201 });
	});
