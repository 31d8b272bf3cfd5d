import { version } from '$app/environment';
import { answering } from '$lib/server/answers';
import { outlineBeside } from '$lib/server/programs/computed';
import { answerFigures } from '$lib/server/programs/requests';
import type { RequestHandler } from './$types';

/** What the plans come to. */
export const GET: RequestHandler = (event) =>
	answering(() =>
		answerFigures(event, version, async (document) => {
			const { plans } = await outlineBeside(document);
			return { measuredBy: document.against, plans };
		})
	);
