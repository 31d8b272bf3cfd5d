import { answeringBook } from '$lib/server/answers';
import { idsFound } from '$lib/server/cases/casebook';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** Which cases are asked for, all of them. */
export const GET: RequestHandler = ({ url, locals }) =>
	answeringBook(url, async (question) => json({ ids: await idsFound(locals.actor, question) }));
