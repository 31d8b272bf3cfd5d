import { casesJson } from '$lib/exchange/case-json';
import { match as isIdentifier } from '../../../../params/uuid';
import { answering, unknownCase } from '$lib/server/answers';
import { USUAL } from '$lib/document/casebook';
import { idsFound, idsSeen } from '$lib/server/cases/casebook';
import { readCase } from '$lib/server/cases/cases';
import { noteAlone } from '$lib/server/people/trail';
import type { RequestHandler } from './$types';

/** Cases as a file: those of the identifiers named, or all; of those that are seen. */
export const GET: RequestHandler = ({ url, locals }) =>
	answering(async () => {
		const named = url.searchParams.getAll('id');
		const ids = named.length > 0 ? named : await idsFound(locals.by, USUAL);
		const seen = await idsSeen(locals.by, ids.filter(isIdentifier));
		const documents = [];
		for (const id of ids) {
			const state = seen.has(id) ? await readCase(id) : null;
			if (state === null) return unknownCase();
			documents.push(state.document);
		}
		await noteAlone(
			locals.by,
			...(named.length > 0
				? ids.map((subject) => ({ what: 'exported a case', subject, detail: 'json' }) as const)
				: [{ what: 'exported the book', detail: `${ids.length} cases` } as const])
		);
		return new Response(casesJson(documents), {
			headers: {
				'content-type': 'application/json',
				'content-disposition': 'attachment; filename="residuum-cases.json"'
			}
		});
	});
