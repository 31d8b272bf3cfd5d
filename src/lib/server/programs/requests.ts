/** How programs' requests are read and answered: media types, entity tags (RFC 9110), what was written. */
import { json } from '@sveltejs/kit';
import type { z } from 'zod';
import type { CaseDocument, CaseState } from '../../document/case';
import { inOurWords, problemsOf } from '../../document/schema/problems';
import { answerTo, refuse, unknownCase } from '../answers';
import { readCase, type Written } from '../cases/cases';
import type { Actor } from '../people/actor';
import { noteAlone } from '../people/trail';
import { t } from '../refusals';

/** The refusal of a body of another media type, or null. */
export function otherType({ headers }: Request, types: readonly string[]): Response | null {
	const sent = headers.get('content-type')?.split(';')[0]?.trim().toLowerCase() ?? '';
	const [type = ''] = types;
	return types.includes(sent) ? null : refuse(415, t('This is expected as {type}.', { type }));
}

/** What an address asks for, by its schema; or the refusal. */
export function askedIn<T>(
	{ searchParams }: URL,
	schema: z.ZodType<T>
): { readonly ok: true; readonly value: T } | { readonly ok: false; readonly refusal: Response } {
	const parsed = schema.safeParse(Object.fromEntries(searchParams), { error: inOurWords });
	return parsed.success
		? { ok: true, value: parsed.data }
		: {
				ok: false,
				refusal: refuse(422, t('This query is not valid.'), problemsOf(parsed.error))
			};
}

const tagOf = (...from: readonly (string | number)[]): string => `"${from.join('-')}"`;

/** What a program reads of a case: the trail says that it was opened, unless what there is is known already. */
interface Reads {
	readonly request: Request;
	readonly params: { readonly id: string };
	readonly locals: { readonly actor: Actor };
}

/** Answers with a case as it is. */
export const answerCase = (reads: Reads): Promise<Response> =>
	answerTagged(reads, [], (state) => Promise.resolve(state));

/** Answers with figures of a case, as this version of the program computes them. */
export const answerFigures = (
	reads: Reads,
	version: string,
	figures: (document: CaseDocument) => Promise<object>
): Promise<Response> =>
	answerTagged(reads, [version], async ({ revision, document }) => {
		const { currency, asOf } = document;
		return { revision, currency, asOf, ...(await figures(document)) };
	});

async function answerTagged(
	{ request: { headers }, params, locals }: Reads,
	more: readonly string[],
	content: (state: CaseState) => Promise<object>
): Promise<Response> {
	const state = await readCase(params.id);
	if (state === null) return unknownCase();
	const etag = tagOf(state.revision, ...more);
	const known = (headers.get('if-none-match') ?? '').split(',').map((one) => one.trim());
	if (known.some((tag) => tag === '*' || tag.replace(/^W\//, '') === etag))
		return new Response(null, { status: 304, headers: { etag } });
	const answer = json(await content(state), { headers: { etag } });
	await noteAlone(locals.actor, { what: 'opened a case', subject: params.id });
	return answer;
}

/** The revision that a change was made for; or the refusal: a change has to name one. */
export function basedOn({
	headers
}: Request):
	| { readonly ok: true; readonly revision: number }
	| { readonly ok: false; readonly refusal: Response } {
	const tag = headers.get('if-match')?.trim();
	if (tag === undefined)
		return {
			ok: false,
			refusal: refuse(428, t('A change has to say which revision it was made for. …'))
		};
	const revision = /^"(\d{1,9})"$/.exec(tag)?.[1];
	return revision === undefined
		? { ok: false, refusal: stale() }
		: { ok: true, revision: Number(revision) };
}

const stale = (): Response => refuse(412, t('The case was changed since. …'));

/** What was begun: where it is, and its first revision. */
export const answerBegun = (id: string, at: string, revision: number): Response =>
	json({ id, revision }, { status: 201, headers: { location: at, etag: tagOf(revision) } });

/** The answer to a write of a program; `done` answers where it was saved. */
export function answerWritten(
	written: Written,
	done: (state: CaseState) => Response = ({ id, revision }) =>
		json({ id, revision }, { headers: { etag: tagOf(revision) } })
): Response {
	switch (written.outcome) {
		case 'saved':
			return done(written.state);
		case 'stale':
			return stale();
		case 'unknown':
			return unknownCase();
		default:
			return answerTo(written);
	}
}

/** What the history calls a change that came from a program. */
export const changeBy = ({ program }: Actor): string =>
	program ? `change by ${program.purpose}` : 'change';
