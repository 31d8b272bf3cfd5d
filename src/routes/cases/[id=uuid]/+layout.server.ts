import { loading } from '$lib/server/answers';
import { readCase } from '$lib/server/cases/cases';
import { today } from '$lib/server/clock';
import { isAllowed } from '$lib/server/people/access';
import { noteAlone } from '$lib/server/people/trail';
import { error } from '@sveltejs/kit';
import type { LayoutServerLoad } from './$types';
import { t } from '$lib/server/refusals';

/** Characters of a case that go with its page: to make a page of more keeps everybody waiting. */
const LONGEST = 1_000_000;

export const load: LayoutServerLoad = async ({ params, locals }) => {
	const state = await loading(() => readCase(params.id));
	if (state === null) error(404, t('There is no such case.'));
	// As text: to write a large case out field by field takes the server several times as long.
	const text = JSON.stringify(state);
	const isInside = text.length <= LONGEST;
	if (isInside)
		await loading(() => noteAlone(locals.actor, { what: 'opened a case', subject: params.id }));
	return {
		/** Null: the page asks for it, by `GET /api/cases/ID`. */
		kept: isInside ? text : null,
		debts: state.document.debts.map(({ id }) => id),
		givesOut: await loading(() =>
			isAllowed('/api/cases/[id=uuid]/full-copy', 'GET', params, locals.actor)
		),
		today: today()
	};
};
