import { answering, refuse, tooManyAttempts } from '$lib/server/answers';
import { readForm } from '$lib/server/bodies';
import { hearEnded, hearLogout } from '$lib/server/people/directory/told';
import { t } from '$lib/server/refusals';
import type { RequestHandler } from './$types';

/** A page of the directory has signed somebody out (front channel). */
export const GET: RequestHandler = ({ url: { searchParams }, locals }) =>
	answering(async () => {
		const [issuer, sid] = ['iss', 'sid'].map((name) => searchParams.get(name) ?? '');
		await hearEnded(issuer ?? '', sid ?? '', locals.actor.address);
		return new Response(null, { status: 204 });
	});

/** The directory tells that somebody has signed out (back channel). */
export const POST: RequestHandler = ({ request, locals }) =>
	answering(async () => {
		const form = await readForm(request);
		if (!form.ok) return form.refusal;
		const token = form.value.get('logout_token') ?? '';
		const heard = await hearLogout(token, locals.actor.address);
		if (typeof heard === 'object') return tooManyAttempts(heard.seconds);
		return heard === 'done'
			? new Response(null, { status: 200 })
			: refuse(400, t('This is no sign-out of the directory’s.'));
	});
