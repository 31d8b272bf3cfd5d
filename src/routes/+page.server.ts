import { questionIn } from '$lib/document/book-question';
import { USUAL } from '$lib/document/casebook';
import { loading } from '$lib/server/answers';
import { bookPage } from '$lib/server/cases/casebook';
import { today } from '$lib/server/clock';
import type { PageServerLoad } from './$types';

/** The first lines of what the address asks for; what can’t be asked is as if nothing were. */
export const load: PageServerLoad = async ({ locals, url }) => {
	const asked = questionIn(url.searchParams);
	const question = asked.ok ? asked.question : USUAL;
	const page = await loading(() => bookPage(locals.by, question, 0));
	return { question, page, today: today() };
};
