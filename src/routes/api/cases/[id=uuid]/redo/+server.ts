import { stepRequest } from '$lib/formats/case-document';
import { answerTo, readBody } from '$lib/server/answers';
import { redoCase } from '$lib/server/cases';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ request, params }) => {
	const body = await readBody(request, stepRequest);
	if (!body.ok) return body.refusal;
	return answerTo(await redoCase(params.id, body.value.basedOn, body.value.key));
};
