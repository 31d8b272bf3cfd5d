import { casesJsonOf } from '$lib/exchange/case-json';
import { match as isIdentifier } from '../../../../params/uuid';
import { answering, unknownCase } from '$lib/server/answers';
import type { CaseDocument } from '$lib/document/case';
import { USUAL } from '$lib/document/casebook';
import { idsFound, idsSeen } from '$lib/server/cases/casebook';
import { readCase } from '$lib/server/cases/cases';
import { noteAlone } from '$lib/server/people/trail';
import { streamed } from '$lib/server/streamed';
import type { RequestHandler } from './$types';

/** Cases as a file: those of the identifiers named, or all; of those that are seen. */
export const GET: RequestHandler = ({ url, locals }) =>
	answering(async () => {
		const named = url.searchParams.getAll('id');
		const ids = named.length > 0 ? named : await idsFound(locals.actor, USUAL);
		const seen = await idsSeen(locals.actor, ids.filter(isIdentifier));
		if (ids.some((id) => !seen.has(id))) return unknownCase();
		await noteAlone(
			locals.actor,
			...(named.length > 0
				? ids.map((subject) => ({ what: 'exported a case', subject, detail: 'json' }) as const)
				: [{ what: 'exported the book', detail: `${ids.length} cases` } as const])
		);
		return new Response(streamed(gathered(casesJsonOf(casesOf(ids)))), {
			headers: {
				'content-type': 'application/json',
				'content-disposition': 'attachment; filename="residuum-cases.json"'
			}
		});
	});

/** As they are when their turn comes; one that was deleted meanwhile is left out. */
async function* casesOf(ids: readonly string[]): AsyncGenerator<CaseDocument> {
	for (const id of ids) {
		const state = await readCase(id, true);
		if (state !== null) yield state.document;
	}
}

/** Characters that are written in one go. */
const AT_ONCE = 200_000;

async function* gathered(parts: AsyncIterable<string>): AsyncGenerator<string> {
	let text = '';
	for await (const part of parts) {
		text += part;
		if (text.length < AT_ONCE) continue;
		yield text;
		text = '';
	}
	yield text;
}
