import { damageFound, readOutCases } from '$lib/server/database';
import { error, json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** Every case that can still be read out of damaged data, as it was last saved. */
export const GET: RequestHandler = async () => {
	if (damageFound() === null) error(404, 'Nothing is damaged.');
	const cases = await readOutCases();
	return json(
		{ cases },
		{ headers: { 'Content-Disposition': 'attachment; filename="cases.json"' } }
	);
};
