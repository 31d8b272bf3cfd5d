import { answering } from '$lib/server/answers';
import { debtsFollowing } from '$lib/server/index-rates';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** The debts that follow an index, in the cases that somebody sees. */
export const GET: RequestHandler = ({ params, locals }) =>
	answering(async () => json({ debts: await debtsFollowing(params.subject, locals.actor) }));
