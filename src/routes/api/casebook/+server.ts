import { answeringBook } from '$lib/server/answers';
import { bookPage } from '$lib/server/cases/casebook';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** Some lines of what is asked for, and the whole book added up. */
export const GET: RequestHandler = ({ url, locals }) =>
	answeringBook(url, async (question, from) => json(await bookPage(locals.actor, question, from)));
