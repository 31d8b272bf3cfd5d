import { answering, unknownCase } from '$lib/server/answers';
import { holdersOf } from '$lib/server/people/holders';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** Whose the case is, with whom it is shared, and with whom it could be. */
export const GET: RequestHandler = ({ params }) =>
	answering(async () => {
		const holders = await holdersOf(params.id);
		return holders === null ? unknownCase() : json(holders);
	});
