import type { Operation } from 'fast-json-patch';
import { patchRequest } from '$lib/document/schema/programs';
import { answering } from '$lib/server/answers';
import { LARGEST, readBody } from '$lib/server/bodies';
import { saveCase } from '$lib/server/cases/cases';
import {
	answerCase,
	answerWritten,
	basedOn,
	changeBy,
	otherType
} from '$lib/server/programs/requests';
import { once } from '$lib/server/programs/once';
import { PATCH_TYPES } from '$lib/server/programs/operations';
import type { RequestHandler } from './$types';

/** The case as it is. */
export const GET: RequestHandler = (event) => answering(() => answerCase(event));

/** Changes the case by a JSON Patch, made for the revision that `If-Match` names. */
export const PATCH: RequestHandler = (event) =>
	answering(async () => {
		const { request, params, locals } = event;
		const refusal = otherType(request, PATCH_TYPES);
		if (refusal) return refusal;
		const based = basedOn(request);
		if (!based.ok) return based.refusal;
		const body = await readBody(request, patchRequest, LARGEST);
		if (!body.ok) return body.refusal;
		const { isLarge } = body;
		const changes = body.value as Operation[];
		return once(event, [based.revision, changes], async (key) => {
			const asked = { basedOn: based.revision, key, changes, what: changeBy(locals.actor) };
			return answerWritten(await saveCase(params.id, asked, locals.actor, isLarge));
		});
	});
