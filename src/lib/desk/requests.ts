import type { CaseDocument, CaseState, NewCase, Problem } from '../formats/case-document';

/** What came of a request. */
export type Answer<T> =
	| { readonly kind: 'done'; readonly value: T }
	/** Based on an old revision: refused, with the case as the server has it. */
	| { readonly kind: 'stale'; readonly state: CaseState }
	| { readonly kind: 'refused'; readonly message: string; readonly problems: readonly Problem[] }
	| { readonly kind: 'unreachable' };

/** Bodies up to this many characters may outlive the page that sends them. */
const KEEPALIVE = 60_000;

async function ask<T>(method: string, path: string, content?: unknown): Promise<Answer<T>> {
	const body = content === undefined ? null : JSON.stringify(content);
	let response: Response;
	let answer: Partial<{ message: string; problems: Problem[]; state: CaseState }> & T;
	try {
		response = await fetch(path, {
			method,
			body,
			headers: { 'content-type': 'application/json' },
			keepalive: body !== null && body.length < KEEPALIVE
		});
		answer = response.status === 204 ? undefined : await response.json();
	} catch {
		return { kind: 'unreachable' };
	}
	if (response.ok) return { kind: 'done', value: answer };
	if (answer.state) return { kind: 'stale', state: answer.state };
	return {
		kind: 'refused',
		message: answer.message ?? 'The server refused this.',
		problems: answer.problems ?? []
	};
}

export const createCase = (request: NewCase) => ask<{ id: string }>('POST', '/api/cases', request);

export const saveCase = (id: string, basedOn: number, document: CaseDocument, what: string) =>
	ask<CaseState>('PUT', `/api/cases/${id}`, { basedOn, document, what });

export const renameCase = (id: string, label: string) =>
	ask<CaseState>('PATCH', `/api/cases/${id}`, { label });

export const deleteCase = (id: string) => ask<undefined>('DELETE', `/api/cases/${id}`);

export const restoreCase = (id: string) => ask<undefined>('POST', `/api/cases/${id}/restore`);

export const stepCase = (id: string, step: 'undo' | 'redo', basedOn: number) =>
	ask<CaseState>('POST', `/api/cases/${id}/${step}`, { basedOn });
