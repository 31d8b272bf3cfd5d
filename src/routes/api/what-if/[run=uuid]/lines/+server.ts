import { answering, refuse } from '$lib/server/answers';
import { AT_ONCE, whatIfLines } from '$lib/server/book/what-if-answers';
import { t } from '$lib/server/refusals';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** Cases that a change moves, from one of them on. */
export const GET: RequestHandler = ({ params, url: { searchParams }, locals }) =>
	answering(async () => {
		const from = searchParams.get('from') ?? '0';
		if (!/^\d{1,8}$/.test(from)) return refuse(422, t('This query is not valid.'));
		const lines = await whatIfLines(params.run, locals.actor, Number(from), AT_ONCE);
		return json({ lines });
	});
