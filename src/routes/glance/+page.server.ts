import { BOOK_STATES } from '$lib/document/glance';
import { loading } from '$lib/server/answers';
import { casesIn, glanceOf } from '$lib/server/book/glance';
import { savingsOf } from '$lib/server/book/savings';
import type { PageServerLoad } from './$types';

/** The book, and the cases that stand where the address asks for. */
export const load: PageServerLoad = async ({ locals, url }) => {
	const asked = url.searchParams.get('of');
	const state = BOOK_STATES.find((one) => one === asked) ?? null;
	return {
		glance: await loading(() => glanceOf(locals.actor)),
		savings: await loading(() => savingsOf(locals.actor)),
		state,
		lines: state === null ? [] : await loading(() => casesIn(state, locals.actor))
	};
};
