import { renameRequest, saveRequest } from '$lib/document/schema/case';
import { answering, answerTo, unknownCase } from '$lib/server/answers';
import { LARGEST, readBody } from '$lib/server/bodies';
import { deleteCase, renameCase, saveCase } from '$lib/server/cases/cases';
import type { RequestHandler } from './$types';

export const PUT: RequestHandler = ({ request, params, locals }) =>
	answering(async () => {
		const body = await readBody(request, saveRequest, LARGEST);
		return body.ok
			? answerTo(await saveCase(params.id, body.value, locals.actor, body.isLarge))
			: body.refusal;
	});

export const PATCH: RequestHandler = ({ request, params, locals }) =>
	answering(async () => {
		const body = await readBody(request, renameRequest);
		return body.ok
			? answerTo(await renameCase(params.id, body.value.label, locals.actor))
			: body.refusal;
	});

export const DELETE: RequestHandler = ({ params, locals }) =>
	answering(async () =>
		(await deleteCase(params.id, locals.actor))
			? new Response(null, { status: 204 })
			: unknownCase()
	);
