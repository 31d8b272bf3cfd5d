import { passwordRequest, signInRequest } from '$lib/document/schema/people';
import { answering, refuse, tooManyAttempts } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { changePassword } from '$lib/server/people/accounts';
import { bringLanguage } from '$lib/server/desk-language';
import { giveSecret, originOf, takeSecret } from '$lib/server/people/agency';
import { identified, signOut, type Identified } from '$lib/server/people/sessions';
import { signIn } from '$lib/server/people/sign-in';
import { signOutThere } from '$lib/server/people/directory/still-there';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';
import { t } from '$lib/server/refusals';

/** Which of the two it was is never said. */
const WRONG = () => t('The name or the password is wrong.');
const WRONG_PASSWORD = () => t('The current password is wrong. The new one was not set.');

/** Signs in, or says what else is needed. */
export const POST: RequestHandler = ({ request, cookies, url, locals }) =>
	answering(async () => {
		const body = await readBody(request, signInRequest);
		if (!body.ok) return body.refusal;
		const { name, password } = body.value;
		const signed = await signIn(name, password, locals.actor.address);
		if (signed.kind === 'next') return json({ next: signed.next });
		if (signed.kind !== 'done') return notSigned(signed, WRONG());
		giveSecret(cookies, url, signed.secret);
		await bringLanguage(cookies, url, signed.person.id);
		return json({ person: signed.person });
	});

/** Who is signed in. */
export const GET: RequestHandler = ({ locals }) => json({ person: locals.actor.person });

/** Sets another password of whoever is signed in. */
export const PUT: RequestHandler = ({ request, cookies, url, locals }) =>
	answering(async () => {
		const { person, address } = locals.actor;
		if (person === null) return refuse(404, t('There are no accounts here.'));
		const body = await readBody(request, passwordRequest);
		if (!body.ok) return body.refusal;
		const { password, next } = body.value;
		const known = await identified(person.name, password, address);
		if (known.kind !== 'done') return notSigned(known, WRONG_PASSWORD());
		const done = await changePassword(person, next, address);
		if (done.kind !== 'done') return refuse(422, done.message);
		giveSecret(cookies, url, done.secret ?? '');
		return new Response(null, { status: 204 });
	});

const notSigned = (signed: Exclude<Identified, { kind: 'done' }>, wrong: string): Response =>
	signed.kind === 'wrong' ? refuse(422, wrong) : tooManyAttempts(signed.seconds);

/** Signs out; says where to go to sign out of the directory, too. */
export const DELETE: RequestHandler = ({ cookies, url, locals }) =>
	answering(async () => {
		const { secret } = locals;
		const to = secret === null ? null : await signOutThere(secret, `${originOf(url)}/sign-in`);
		if (secret !== null) await signOut(secret, locals.actor);
		takeSecret(cookies, url);
		return to === null ? new Response(null, { status: 204 }) : json({ to });
	});
