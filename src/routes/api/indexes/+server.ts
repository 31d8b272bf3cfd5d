import { z } from 'zod';
import { name } from '$lib/document/schema/fields';
import { answering } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { today } from '$lib/server/clock';
import { askIndex } from '$lib/server/index-rates';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

const question = z.strictObject({ name: name('The name of an index', 1) });

/** Asks whoever publishes it for the values of an index up to today. */
export const POST: RequestHandler = ({ request }) =>
	answering(async () => {
		const body = await readBody(request, question);
		return body.ok ? json(await askIndex(body.value.name, today())) : body.refusal;
	});
