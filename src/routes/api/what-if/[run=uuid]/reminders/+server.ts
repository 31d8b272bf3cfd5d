import { answering, refuse } from '$lib/server/answers';
import { remindOfWhatIf } from '$lib/server/book/what-if-answers';
import { t } from '$lib/server/refusals';
import type { RequestHandler } from './$types';

const reminding =
	(isOn: boolean): RequestHandler =>
	({ params, locals }) =>
		answering(async () =>
			(await remindOfWhatIf(params.run, isOn, locals.actor))
				? new Response(null, { status: 204 })
				: refuse(404, t('There is no such question.'))
		);

/** Reminds of each case that the change moves, and does so no more. */
export const PUT: RequestHandler = reminding(true);
export const DELETE: RequestHandler = reminding(false);
