import { damageFound } from '$lib/server/database';
import { redirect } from '@sveltejs/kit';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = () => {
	const damage = damageFound();
	if (damage === null) redirect(303, '/');
	return { damage };
};
