import { newCase } from '$lib/document/schema/case';
import { questionOf } from '$lib/document/book-question';
import { casesQuery } from '$lib/document/schema/programs';
import { answering, refuse } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { createCase, readCase } from '$lib/server/cases/cases';
import { bookAfter } from '$lib/server/cases/casebook-cursor';
import { answerBegun, askedIn, otherType } from '$lib/server/programs/requests';
import { once } from '$lib/server/programs/once';
import { JSON_TYPES } from '$lib/server/programs/operations';
import { t } from '$lib/server/refusals';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** Some cases of a question of the casebook, and where to go on. */
export const GET: RequestHandler = ({ url, locals }) =>
	answering(async () => {
		const asked = askedIn(url, casesQuery);
		if (!asked.ok) return asked.refusal;
		const { limit, cursor, ...question } = asked.value;
		const found = await bookAfter(locals.actor, questionOf(question), cursor, limit);
		return found ? json(found) : refuse(422, t('This cursor is not one of this query. …'));
	});

/** Begins a case. */
export const POST: RequestHandler = (event) =>
	answering(async () => {
		const { request, locals } = event;
		const other = otherType(request, JSON_TYPES);
		if (other) return other;
		const body = await readBody(request, newCase);
		if (!body.ok) return body.refusal;
		return once(event, body.value, async (key) => {
			// Begun when it was sent before, which nobody was told.
			const isThere = key !== undefined && (await readCase(key)) !== null;
			const id = isThere ? key : await createCase(body.value, locals.actor, key);
			return answerBegun(id, `/api/v1/cases/${id}`, 1);
		});
	});
