import { damageFound, reading } from '$lib/server/database';
import type { RequestHandler } from './$types';

/** The program can do its work: its database answers, and nothing in it is damaged. */
export const GET: RequestHandler = async () => {
	const isReady =
		damageFound() === null &&
		(await reading((statements) => statements.query('select 1')).then(
			() => true,
			() => false
		));
	return new Response(isReady ? 'ready\n' : 'not ready\n', { status: isReady ? 200 : 503 });
};
