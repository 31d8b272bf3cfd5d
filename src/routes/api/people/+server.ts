import { newAccountRequest } from '$lib/document/schema/people';
import { answering } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { addAccount } from '$lib/server/people/accounts';
import type { RequestHandler } from './$types';
import { answerToResult } from './answer';

/** Adds an account; its link is in the answer, once. */
export const POST: RequestHandler = ({ request, locals }) =>
	answering(async () => {
		const body = await readBody(request, newAccountRequest);
		if (!body.ok) return body.refusal;
		return answerToResult(await addAccount({ ...body.value, password: null }, locals.actor));
	});
