import { loading } from '$lib/server/answers';
import { readCase } from '$lib/server/cases';
import { today } from '$lib/server/clock';
import { error } from '@sveltejs/kit';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = async ({ params }) => {
	const state = await loading(() => readCase(params.id));
	if (state === null) error(404, 'There is no such case.');
	return { state, today: today() };
};
