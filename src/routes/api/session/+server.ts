import { signInRequest } from '$lib/document/people';
import { answering, readBody, refuse } from '$lib/server/answers';
import { giveSecret, takeSecret } from '$lib/server/people/agency';
import { signIn, signOut } from '$lib/server/people/sessions';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** Which of the two it was is never said. */
const WRONG = 'The name or the password is not right.';

/** Signs in. */
export const POST: RequestHandler = ({ request, cookies, url, locals }) =>
	answering(async () => {
		const body = await readBody(request, signInRequest);
		if (!body.ok) return body.refusal;
		const { name, password } = body.value;
		const signed = await signIn(name, password, locals.by.address);
		switch (signed.kind) {
			case 'done':
				giveSecret(cookies, url, signed.secret);
				return json({ person: signed.person });
			case 'wrong':
				return refuse(422, WRONG);
			case 'slow':
				return refuse(429, `Tried too often; try again in ${signed.seconds} seconds.`);
		}
	});

/** Signs out. */
export const DELETE: RequestHandler = ({ cookies, url, locals }) =>
	answering(async () => {
		if (locals.secret !== null) await signOut(locals.secret, locals.by);
		takeSecret(cookies, url);
		return new Response(null, { status: 204 });
	});
