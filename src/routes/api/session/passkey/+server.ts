import { stepPasskeyRequest } from '$lib/document/schema/people';
import { answering, refuse } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { placeOf } from '$lib/server/people/agency';
import { askInStep } from '$lib/server/people/second-factor/next-step';
import { t } from '$lib/server/refusals';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** What a passkey is asked beside the password. */
export const POST: RequestHandler = ({ request, url }) =>
	answering(async () => {
		const body = await readBody(request, stepPasskeyRequest);
		if (!body.ok) return body.refusal;
		const options = await askInStep(body.value.step, placeOf(url));
		return options === null
			? refuse(410, t('This took too long. Enter your password again.'))
			: json(options);
	});
