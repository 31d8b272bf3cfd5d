import { clientViewRequest } from '$lib/document/schema/people';
import { answering, refuse } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { hasPassword } from '$lib/server/people/accounts';
import { giveSecret } from '$lib/server/people/agency';
import { beginClientView } from '$lib/server/people/client-view';
import { t } from '$lib/server/refusals';
import type { RequestHandler } from './$types';

/** Turns the screen to the client of a case. */
export const POST: RequestHandler = ({ request, cookies, url, locals }) =>
	answering(async () => {
		const body = await readBody(request, clientViewRequest);
		if (!body.ok) return body.refusal;
		const { code } = body.value;
		const isSignedIn = locals.actor.person !== null;
		// There would be no way back.
		if (code === null && !(isSignedIn && (await hasPassword(locals.actor))))
			return refuse(422, t('The code has four digits.'));
		const { secret } = await beginClientView(isSignedIn ? locals.secret : null, code);
		if (!isSignedIn) giveSecret(cookies, url, secret);
		return new Response(null, { status: 204 });
	});
