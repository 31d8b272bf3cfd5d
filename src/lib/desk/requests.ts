/** The page's requests to its server. */
import type { CaseDocument, CaseState, NewCase, Problem } from '../document/case';
import type { MessageRequest } from '../document/message';
import type { Answered, Server } from './save-queue';

/** What came of a request. */
export type Answer<T> =
	| { readonly kind: 'done'; readonly value: T }
	/** Based on an old revision: refused, with the case as the server has it. */
	| { readonly kind: 'stale'; readonly state: CaseState }
	| { readonly kind: 'refused'; readonly message: string; readonly problems: readonly Problem[] }
	/** No answer in time, or none that says anything about the request; with what the server says of itself. */
	| { readonly kind: 'unreachable'; readonly message: string | null };

/** Bodies up to this many characters may outlive the page that sends them. */
const KEEPALIVE = 60_000;
/** No request takes longer than this, in milliseconds. */
const LONGEST = 20_000;

async function ask<T>(method: string, path: string, content?: unknown): Promise<Answer<T>> {
	const body = content === undefined ? null : JSON.stringify(content);
	try {
		const response = await fetch(path, {
			method,
			body,
			headers: { 'content-type': 'application/json' },
			keepalive: body !== null && body.length < KEEPALIVE,
			signal: AbortSignal.timeout(LONGEST)
		});
		const answer = (response.status === 204 ? undefined : await response.json()) as Told<T>;
		// What went wrong on the server says nothing against the request: it is sent again.
		if (response.status >= 500) return { kind: 'unreachable', message: answer.message ?? null };
		if (response.ok) return { kind: 'done', value: answer };
		if (answer.state) return { kind: 'stale', state: answer.state };
		return {
			kind: 'refused',
			message: answer.message ?? 'The server refused this.',
			problems: answer.problems ?? []
		};
	} catch {
		return { kind: 'unreachable', message: null };
	}
}

type Told<T> = Partial<{ message: string; problems: Problem[]; state: CaseState }> & T;

export const createCase = (request: NewCase) => ask<{ id: string }>('POST', '/api/cases', request);

/** Takes cases in, all or none; their identifiers, in order. */
export const takeCases = (cases: readonly CaseDocument[]) =>
	ask<{ ids: string[] }>('POST', '/api/cases/taken', { cases });

/** Puts a message to the client into the outbox. */
export const putMessage = (id: string, message: MessageRequest) =>
	ask<{ id: string }>('POST', `/api/cases/${id}/outbox`, message);

/** What came of asking a lender for an account. */
export type Asked =
	| { readonly kind: 'statement'; readonly text: string }
	| { readonly kind: 'silent' | 'unknown' | 'nonsense' | 'unset' };

export const askLender = (account: string, until: string) =>
	ask<Asked>('POST', '/api/lenders', { account, until });

export const renameCase = (id: string, label: string) =>
	ask<CaseState>('PATCH', `/api/cases/${id}`, { label });

export const deleteCase = (id: string) => ask<undefined>('DELETE', `/api/cases/${id}`);

export const restoreCase = (id: string) => ask<undefined>('POST', `/api/cases/${id}/restore`);

/** How the queue of saves of one case reaches the server. */
export function serverOf(id: string): Server<CaseDocument, Problem> {
	const answered = (answer: Answer<CaseState>): Answered<CaseDocument, Problem> =>
		answer.kind === 'done' ? { kind: 'done', state: answer.value } : answer;
	return {
		save: async ({ held, ...request }) => {
			const changed = held.currency.code !== request.document.currency.code;
			const body = changed ? { ...request, changesCurrency: true } : request;
			return answered(await ask('PUT', `/api/cases/${id}`, body));
		},
		step: async ({ direction, ...request }) =>
			answered(await ask('POST', `/api/cases/${id}/${direction}`, request))
	};
}
