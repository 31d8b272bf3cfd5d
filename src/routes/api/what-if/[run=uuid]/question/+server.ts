import { answering, refuse } from '$lib/server/answers';
import { whatIfQuestion } from '$lib/server/book/what-if-answers';
import { t } from '$lib/server/refusals';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** A question without its answer: for whoever asked it, and for all where they are reminded of it. */
export const GET: RequestHandler = ({ params, locals }) =>
	answering(async () => {
		const run = await whatIfQuestion(params.run, locals.actor);
		return run ? json({ run }) : refuse(404, t('There is no such question.'));
	});
