import { stepRequest } from '$lib/document/schema/case';
import { answering, answerTo } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { undoCase } from '$lib/server/cases/cases';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = ({ request, params, locals }) =>
	answering(async () => {
		const body = await readBody(request, stepRequest);
		return body.ok ? answerTo(await undoCase(params.id, body.value, locals.actor)) : body.refusal;
	});
