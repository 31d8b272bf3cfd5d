import { languageRequest } from '$lib/document/schema/people';
import { answering } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { chooseLanguage } from '$lib/server/desk-language';
import type { RequestHandler } from './$types';

/** Chooses the language of the desk. */
export const PUT: RequestHandler = ({ request, cookies, url, locals }) =>
	answering(async () => {
		const body = await readBody(request, languageRequest);
		if (!body.ok) return body.refusal;
		await chooseLanguage(cookies, url, body.value.language, locals.actor);
		return new Response(null, { status: 204 });
	});
