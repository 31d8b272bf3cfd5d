import { version } from '$app/environment';
import { emptyDebt, type DebtEntry } from '$lib/document/debt';
import { newDebtRequest } from '$lib/document/schema/programs';
import { answering } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { alterCase } from '$lib/server/cases/cases';
import { outlineBeside } from '$lib/server/programs/computed';
import {
	answerBegun,
	answerFigures,
	answerWritten,
	changeBy,
	otherType
} from '$lib/server/programs/requests';
import { once } from '$lib/server/programs/once';
import { JSON_TYPES } from '$lib/server/programs/operations';
import type { RequestHandler } from './$types';

/** What the debts come to. */
export const GET: RequestHandler = (event) =>
	answering(() =>
		answerFigures(event, version, async (document) => {
			const { debts } = await outlineBeside(document);
			return { debts };
		})
	);

/** Adds a debt, as far as it is known. */
export const POST: RequestHandler = (event) =>
	answering(async () => {
		const { request, params, locals } = event;
		const other = otherType(request, JSON_TYPES);
		if (other) return other;
		const body = await readBody(request, newDebtRequest);
		if (!body.ok) return body.refusal;
		return once(event, body.value, async (key = crypto.randomUUID()) => {
			const debt = { ...emptyDebt(key), ...body.value } as DebtEntry;
			const written = await alterCase(
				params.id,
				changeBy(locals.actor),
				(document) => ({ ...document, debts: [...document.debts, debt] }),
				locals.actor,
				key
			);
			return answerWritten(written, ({ revision }) =>
				answerBegun(key, `/api/v1/cases/${params.id}/debts`, revision)
			);
		});
	});
