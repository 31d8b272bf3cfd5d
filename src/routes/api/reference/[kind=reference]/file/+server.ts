import { creditorsIn } from '$lib/document/creditors';
import type { ReferenceKind } from '$lib/document/reference';
import { creditorsCsv } from '$lib/exchange/creditors-csv';
import { referenceJson } from '$lib/exchange/reference-json';
import { answering, asDownload } from '$lib/server/answers';
import { today } from '$lib/server/clock';
import { noteAlone } from '$lib/server/people/trail';
import { referenceOf } from '$lib/server/reference';
import type { RequestHandler } from './$types';

/** All reference data of a kind as a file: creditors as a table, any kind as JSON. */
export const GET: RequestHandler = ({ params, url, locals }) =>
	answering(async () => {
		const kind = params.kind as ReferenceKind;
		const { rows } = await referenceOf(kind);
		const isTable = kind === 'creditor' && url.searchParams.get('as') === 'csv';
		await noteAlone(locals.actor, { what: 'exported reference data', detail: kind });
		const text = isTable ? creditorsCsv(creditorsIn(rows), today()) : referenceJson(rows);
		return asDownload({
			name: `residuum-${kind}s.${isTable ? 'csv' : 'json'}`,
			type: isTable ? 'text/csv; charset=utf-8' : 'application/json',
			bytes: new TextEncoder().encode(text)
		});
	});
