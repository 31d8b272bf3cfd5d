import { welcomeRequest } from '$lib/document/schema/people';
import { answering, refuse } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { setPassword } from '$lib/server/people/accounts';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** Sets the password of the account that a link is for. */
export const POST: RequestHandler = ({ request, locals }) =>
	answering(async () => {
		const body = await readBody(request, welcomeRequest);
		if (!body.ok) return body.refusal;
		const { token, password } = body.value;
		const done = await setPassword(token, password, locals.actor.address);
		return done.kind === 'done' ? json({ name: done.account.name }) : refuse(422, done.message);
	});
