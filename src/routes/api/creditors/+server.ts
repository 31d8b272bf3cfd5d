import { z } from 'zod';
import { LIMITS } from '$lib/core/quantities/limits';
import { date, text } from '$lib/document/schema/fields';
import { answering } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { askCreditor } from '$lib/server/creditors';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

const question = z.strictObject({
	account: text('The account', 4, LIMITS.account),
	until: date('The last day requested from a creditor')
});

/** Asks a creditor for the statement of one account. A POST: an account's number stands in no address or log. */
export const POST: RequestHandler = ({ request }) =>
	answering(async () => {
		const body = await readBody(request, question);
		return body.ok ? json(await askCreditor(body.value.account, body.value.until)) : body.refusal;
	});
