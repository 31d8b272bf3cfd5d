import { loading } from '$lib/server/answers';
import { readCase } from '$lib/server/cases/cases';
import { today } from '$lib/server/clock';
import { noteAlone } from '$lib/server/people/trail';
import { error } from '@sveltejs/kit';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = async ({ params, locals }) => {
	const state = await loading(() => readCase(params.id));
	if (state === null) error(404, 'There is no such case.');
	await loading(() => noteAlone(locals.by, { what: 'opened a case', subject: params.id }));
	// As text: to write a large case out field by field takes the server several times as long.
	return {
		kept: JSON.stringify(state),
		debts: state.document.debts.map(({ id }) => id),
		today: today()
	};
};
