import { glanceCsv } from '$lib/exchange/glance-csv';
import { answering, asDownload } from '$lib/server/answers';
import { glanceOf } from '$lib/server/book/glance';
import { noteAlone } from '$lib/server/people/trail';
import type { RequestHandler } from './$types';

/** The book at a glance as a table, without small groups. */
export const GET: RequestHandler = ({ locals }) =>
	answering(async () => {
		const glance = await glanceOf(locals.actor);
		await noteAlone(locals.actor, { what: 'exported the book', detail: 'at a glance' });
		return asDownload({
			name: 'residuum-at-a-glance.csv',
			type: 'text/csv; charset=utf-8',
			bytes: new TextEncoder().encode(glanceCsv(glance))
		});
	});
