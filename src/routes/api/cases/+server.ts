import { newCase } from '$lib/document/case';
import { answering, readBody } from '$lib/server/answers';
import { createCase } from '$lib/server/cases';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = ({ request }) =>
	answering(async () => {
		const body = await readBody(request, newCase);
		if (!body.ok) return body.refusal;
		return json({ id: await createCase(body.value) }, { status: 201 });
	});
