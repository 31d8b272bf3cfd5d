import { stepRequest } from '$lib/document/schema/people';
import { answering, refuse, tooManyAttempts } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { bringLanguage } from '$lib/server/desk-language';
import { giveSecret, placeOf } from '$lib/server/people/agency';
import { takeStep, type Brought } from '$lib/server/people/second-factor/next-step';
import { t } from '$lib/server/refusals';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** Signs in with what is needed beside the password. */
export const POST: RequestHandler = ({ request, cookies, url, locals }) =>
	answering(async () => {
		const body = await readBody(request, stepRequest);
		if (!body.ok) return body.refusal;
		const { step, ...brought } = body.value;
		const { address } = locals.actor;
		const taken = await takeStep(step, brought as unknown as Brought, placeOf(url), address);
		switch (taken.kind) {
			case 'slow':
				return tooManyAttempts(taken.seconds);
			case 'over':
				return refuse(410, t('This took too long. Enter your password again.'));
			case 'wrong':
				return refuse(422, t('This code is not right, or not any more. …'));
			case 'done':
				giveSecret(cookies, url, taken.secret);
				await bringLanguage(cookies, url, taken.person.id);
				return json({ person: taken.person });
		}
	});
