import { loading } from '$lib/server/answers';
import { noteAlone, readTrail } from '$lib/server/people/trail';
import { match as isIdentifier } from '../../params/uuid';
import type { PageServerLoad } from './$types';

/** Entries on a page. */
const PAGE = 200;

export const load: PageServerLoad = async ({ url, locals }) => {
	const before = Number(url.searchParams.get('before'));
	const of = url.searchParams.get('of') ?? '';
	const subject = isIdentifier(of) ? of : null;
	const from = Number.isSafeInteger(before) && before > 0 ? before : null;
	const entries = await loading(() => readTrail(from, subject, PAGE));
	await loading(() => noteAlone(locals.actor, { what: 'read the trail', subject }));
	return { entries, subject, older: entries.length === PAGE ? entries.at(-1)?.number : undefined };
};
