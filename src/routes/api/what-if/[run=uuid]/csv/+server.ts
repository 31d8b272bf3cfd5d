import { whatIfCsv } from '$lib/exchange/what-if-csv';
import { answering, asDownload } from '$lib/server/answers';
import { allWhatIfLines } from '$lib/server/book/what-if-answers';
import { noteAlone } from '$lib/server/people/trail';
import type { RequestHandler } from './$types';

/** All cases that a change moves, as a table. */
export const GET: RequestHandler = ({ params, locals }) =>
	answering(async () => {
		const lines = await allWhatIfLines(params.run, locals.actor);
		await noteAlone(locals.actor, { what: 'exported the book', detail: `${lines.length} lines` });
		return asDownload({
			name: 'residuum-what-if.csv',
			type: 'text/csv; charset=utf-8',
			bytes: new TextEncoder().encode(whatIfCsv(lines))
		});
	});
