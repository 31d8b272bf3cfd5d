import { factorNeed, roleDeletion, roleRequest } from '$lib/document/schema/people';
import { answering, refuse } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { defineRole, deleteRole, setFactorNeed } from '$lib/server/people/roles';
import type { RequestHandler } from './$types';

const answerTo = (refusal: string | null): Response =>
	refusal === null ? new Response(null, { status: 204 }) : refuse(422, refusal);

/** Makes a role, or changes what it lets people do. */
export const PUT: RequestHandler = ({ request, locals }) =>
	answering(async () => {
		const body = await readBody(request, roleRequest);
		if (!body.ok) return body.refusal;
		return answerTo(await defineRole(body.value, locals.actor));
	});

/** Says whether people of a role need a second factor. */
export const PATCH: RequestHandler = ({ request, locals }) =>
	answering(async () => {
		const body = await readBody(request, factorNeed);
		if (!body.ok) return body.refusal;
		const { role, needsSecondFactor } = body.value;
		return answerTo(await setFactorNeed(role, needsSecondFactor, locals.actor));
	});

/** Deletes a role that nobody has. */
export const DELETE: RequestHandler = ({ request, locals }) =>
	answering(async () => {
		const body = await readBody(request, roleDeletion);
		if (!body.ok) return body.refusal;
		return answerTo(await deleteRole(body.value.role, locals.actor));
	});
