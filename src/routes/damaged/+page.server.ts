import { damageFound, readOutCases } from '$lib/server/database';
import { redirect } from '@sveltejs/kit';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async () => {
	const damage = damageFound();
	if (damage === null) redirect(303, '/');
	const { documents, lost } = await readOutCases();
	return { damage, readable: documents.length, lost };
};
