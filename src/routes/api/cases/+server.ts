import { newCase } from '$lib/document/schema/case';
import { answering } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { createCase } from '$lib/server/cases/cases';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = ({ request, locals }) =>
	answering(async () => {
		const body = await readBody(request, newCase);
		if (!body.ok) return body.refusal;
		return json({ id: await createCase(body.value, locals.actor) }, { status: 201 });
	});
