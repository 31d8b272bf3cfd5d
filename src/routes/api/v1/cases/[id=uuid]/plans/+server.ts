import { answering, unknownCase } from '$lib/server/answers';
import { readCase } from '$lib/server/cases/cases';
import { outlineBeside } from '$lib/server/programs/computed';
import { answerTagged } from '$lib/server/programs/exchange';
import type { RequestHandler } from './$types';

/** What the plans come to. */
export const GET: RequestHandler = ({ request, params }) =>
	answering(async () => {
		const state = await readCase(params.id);
		if (state === null) return unknownCase();
		const { revision, document } = state;
		return answerTagged(request, revision, async () => {
			const { currency, asOf, against } = document;
			const { plans } = await outlineBeside(document);
			return { revision, currency, asOf, measuredBy: against, plans };
		});
	});
