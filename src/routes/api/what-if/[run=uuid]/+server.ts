import { answering, refuse } from '$lib/server/answers';
import { cancelWhatIf, resumeWhatIf } from '$lib/server/book/what-if';
import { whatIfAnswer } from '$lib/server/book/what-if-answers';
import { t } from '$lib/server/refusals';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** How far a question is answered, and what has come of it so far. */
export const GET: RequestHandler = ({ params, locals }) =>
	answering(async () => {
		const answer = await whatIfAnswer(params.run, locals.actor);
		return answer ? json(answer) : refuse(404, t('There is no such question.'));
	});

/** Goes on with what is left of a question. */
export const POST: RequestHandler = ({ params, locals }) =>
	answering(async () => {
		const isResumed = await resumeWhatIf(params.run, locals.actor);
		return isResumed
			? new Response(null, { status: 204 })
			: refuse(409, t('Nothing of this question is left to compute.'));
	});

/** Ends a question before all cases are computed. */
export const DELETE: RequestHandler = ({ params, locals }) =>
	answering(async () => {
		const isCancelled = await cancelWhatIf(params.run, locals.actor);
		return isCancelled
			? new Response(null, { status: 204 })
			: refuse(409, t('Nothing of this question is left to compute.'));
	});
