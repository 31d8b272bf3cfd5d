import { renameRequest, saveRequest } from '$lib/formats/case-document';
import { answerTo, readBody, unknownCase } from '$lib/server/answers';
import { deleteCase, renameCase, saveCase } from '$lib/server/cases';
import type { RequestHandler } from './$types';

export const PUT: RequestHandler = async ({ request, params }) => {
	const body = await readBody(request, saveRequest);
	if (!body.ok) return body.refusal;
	const { basedOn, document, what, key } = body.value;
	return answerTo(await saveCase(params.id, basedOn, document, what, key));
};

export const PATCH: RequestHandler = async ({ request, params }) => {
	const body = await readBody(request, renameRequest);
	if (!body.ok) return body.refusal;
	return answerTo(await renameCase(params.id, body.value.label));
};

export const DELETE: RequestHandler = async ({ params }) =>
	(await deleteCase(params.id)) ? new Response(null, { status: 204 }) : unknownCase();
