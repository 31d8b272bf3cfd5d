import { casesJson } from '$lib/exchange/case-json';
import { match as isIdentifier } from '../../../../params/uuid';
import { answering, unknownCase } from '$lib/server/answers';
import { listCases, readCase } from '$lib/server/cases';
import type { RequestHandler } from './$types';

/** Cases as a file: those of the identifiers named, or all. */
export const GET: RequestHandler = ({ url }) =>
	answering(async () => {
		const named = url.searchParams.getAll('id');
		const ids = named.length > 0 ? named : (await listCases()).map(({ id }) => id);
		const documents = [];
		for (const id of ids) {
			const state = isIdentifier(id) ? await readCase(id) : null;
			if (state === null) return unknownCase();
			documents.push(state.document);
		}
		return new Response(casesJson(documents), {
			headers: {
				'content-type': 'application/json',
				'content-disposition': 'attachment; filename="residuum-cases.json"'
			}
		});
	});
