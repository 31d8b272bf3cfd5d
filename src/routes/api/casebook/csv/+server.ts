import { casebookCsv } from '$lib/exchange/casebook-csv';
import { answeringBook, asDownload } from '$lib/server/answers';
import { bookLines } from '$lib/server/cases/casebook';
import { noteAlone } from '$lib/server/people/trail';
import type { RequestHandler } from './$types';

/** All lines that are asked for, as a table. */
export const GET: RequestHandler = ({ url, locals }) =>
	answeringBook(url, async (question) => {
		const lines = await bookLines(locals.actor, question);
		await noteAlone(locals.actor, { what: 'exported the book', detail: `${lines.length} lines` });
		return asDownload({
			name: 'residuum-casebook.csv',
			type: 'text/csv; charset=utf-8',
			bytes: new TextEncoder().encode(casebookCsv(lines))
		});
	});
