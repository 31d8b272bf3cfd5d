import { isCalendarDate } from '$lib/core/quantities/calendar';
import { answering, refuse } from '$lib/server/answers';
import { paidOutIn } from '$lib/server/cases/paid-out';
import { t } from '$lib/server/refusals';
import { json } from '@sveltejs/kit';
import { match as isIdentifier } from '../../../params/uuid';
import type { RequestHandler } from './$types';

/** Payments of a month out of deposits, some cases at a time. */
export const GET: RequestHandler = ({ url: { searchParams }, locals }) =>
	answering(async () => {
		const month = `${searchParams.get('month') ?? ''}-01`;
		const after = searchParams.get('after');
		if (!isCalendarDate(month) || (after !== null && !isIdentifier(after)))
			return refuse(422, t('This query is not valid.'));
		return json(await paidOutIn(month, after, locals.actor));
	});
