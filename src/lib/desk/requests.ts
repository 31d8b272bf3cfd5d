/** The page's requests to its server. */
import { LIMITS } from '../core/quantities/limits';
import type { CaseDocument, CaseState, NewCase } from '../document/case';
import type { Problem } from '../document/schema/problems';
import { addressOf, type BookPage, type Question } from '../document/casebook';
import type { MessageRequest } from '../document/schema/message';
import type { ReferenceKind, ReferencePut, ReferenceRow } from '../document/reference';
import type { DeskLanguage } from '../messages/message';
import { LONGEST_REQUEST } from '../workers/longest-request';
import { finishWork, tellSignedOut } from './session';
import { t } from '../words/labels/desk';

/** The result of a request. */
export type Answer<T> =
	| { readonly kind: 'done'; readonly value: T }
	/** Based on an old revision: refused, with the case as the server has it. */
	| {
			readonly kind: 'stale';
			readonly state: CaseState;
			/** The people who changed it since; empty without accounts. */
			readonly authors: readonly string[];
	  }
	| { readonly kind: 'refused'; readonly message: string; readonly problems: readonly Problem[] }
	/** No answer in time, or none that says anything about the request; with what the server says of itself. */
	| {
			readonly kind: 'unreachable';
			readonly message: string | null;
			/** A change was asked for, and may have been made although no answer came. */
			readonly mayBeDone?: boolean;
	  };

/** Why nothing is known to have been done, for the person who asked. */
export function whyNot(answer: Answer<unknown>): string {
	const message = 'message' in answer ? answer.message : null;
	if (message !== null) return message;
	return answer.kind === 'unreachable' && answer.mayBeDone === true
		? t('The server is not responding. The change …')
		: t('The server is not responding. Try again.');
}

/** How long it is waited for where it is only asked whether there is an answer, in milliseconds. */
const SHORT_REQUEST = 5_000;

/** Whether the server is there. */
export async function serverAnswers(): Promise<boolean> {
	try {
		return (await fetch('/healthz', { signal: AbortSignal.timeout(SHORT_REQUEST) })).ok;
	} catch {
		return false;
	}
}

/** Loads the page anew with all that was typed in it, unless nothing would come in its place. */
export async function loadAnew(): Promise<void> {
	if (!(await serverAnswers())) return;
	await finishWork();
	location.reload();
}

/** Bodies up to this many bytes may outlive the page that sends them: a browser lets 64 KiB in all. */
const KEEPALIVE = 60_000;

export async function ask<T>(method: string, path: string, content?: unknown): Promise<Answer<T>> {
	const body = content === undefined ? null : new TextEncoder().encode(JSON.stringify(content));
	try {
		const response = await fetch(path, {
			method,
			body,
			headers: { 'content-type': 'application/json' },
			keepalive: body !== null && body.byteLength <= KEEPALIVE,
			signal: AbortSignal.timeout(LONGEST_REQUEST)
		});
		const answer = (response.status === 204 ? undefined : await response.json()) as Told<T>;
		// What went wrong on the server says nothing against the request: it is sent again.
		if (response.status >= 500) return { kind: 'unreachable', message: answer.detail ?? null };
		// Nothing is wrong with the request: it is sent again when somebody has signed in.
		if (response.status === 401) {
			tellSignedOut();
			return { kind: 'unreachable', message: answer.detail ?? null };
		}
		// The screen is turned to a client: it is sent again when it is turned back.
		if (response.status === 423) return { kind: 'unreachable', message: answer.detail ?? null };
		if (response.ok) return { kind: 'done', value: answer };
		if (answer.state) return { kind: 'stale', state: answer.state, authors: answer.authors ?? [] };
		return {
			kind: 'refused',
			message: answer.detail ?? t('The server refused this'),
			problems: answer.problems ?? []
		};
	} catch {
		return { kind: 'unreachable', message: null, mayBeDone: method !== 'GET' };
	}
}

type Told<T> = Partial<{
	detail: string;
	problems: Problem[];
	state: CaseState;
	authors: string[];
}> &
	T;

/** Lines of the casebook, from a place on. */
export function askBook(question: Question, from: number): Promise<Answer<BookPage>> {
	const parameters = addressOf(question);
	parameters.set('from', String(from));
	return ask('GET', `/api/casebook?${parameters.toString()}`);
}

/** All cases that are asked for. */
export const askFound = (question: Question) =>
	ask<{ ids: string[] }>('GET', `/api/casebook/ids?${addressOf(question).toString()}`);

export const createCase = (request: NewCase) =>
	ask<{ id: string }>('POST', '/api/v1/cases', request);

/** Takes cases in, all or none; their identifiers, in order. */
export async function takeCases(
	cases: readonly CaseDocument[],
	/** How many are in by now. */
	tell: (count: number) => void = () => undefined
): Promise<Answer<{ ids: string[] }>> {
	const ids: string[] = [];
	for (const portion of portionsOf(cases)) {
		const answer = await ask<{ ids: string[] }>('POST', '/api/cases/imports', { cases: portion });
		if (answer.kind !== 'done') {
			// All or none: those of the portions before go again.
			for (const id of ids) await deleteCase(id);
			return answer;
		}
		ids.push(...answer.value.ids);
		tell(ids.length);
	}
	return { kind: 'done', value: { ids } };
}

/** Characters of cases sent in one request, never more than the server accepts. */
const PORTION = 2_000_000;

/** Cases in portions that are not too large for one request, a single case whatever its size. */
export function portionsOf(cases: readonly CaseDocument[]): CaseDocument[][] {
	const portions: CaseDocument[][] = [];
	let size = Infinity;
	for (const one of cases) {
		const own = JSON.stringify(one).length;
		if (size + own > PORTION || portions.at(-1)?.length === LIMITS.casesAtOnce) {
			portions.push([]);
			size = 0;
		}
		portions.at(-1)?.push(one);
		size += own;
	}
	return portions;
}

/** Puts a message to the client into the outbox. */
export const putMessage = (id: string, message: MessageRequest) =>
	ask<{ id: string }>('POST', `/api/cases/${id}/outbox`, message);

/** The result of requesting an account from a creditor. */
export type Asked =
	| { readonly kind: 'statement'; readonly text: string }
	| { readonly kind: 'silent' | 'unknown' | 'nonsense' | 'unset' };

export const askCreditor = (account: string, until: string) =>
	ask<Asked>('POST', '/api/creditors', { account, until });

/** All reference data of a kind, as the server has it now. */
export const askReference = (kind: ReferenceKind) =>
	ask<{ readonly version: number; readonly rows: ReferenceRow[] }>('GET', `/api/reference/${kind}`);

/** Every row of a subject that was ever written. */
export const askReferenceHistory = (kind: ReferenceKind, subject: string) =>
	ask<{ readonly rows: ReferenceRow[] }>('GET', `/api/reference/${kind}/${subject}`);

/** Writes rows of reference data: all or none. */
export const putReference = (kind: ReferenceKind, basedOn: number, rows: readonly ReferencePut[]) =>
	ask<{ readonly version: number }>('POST', `/api/reference/${kind}`, { basedOn, rows });

/** The values of an index from whoever publishes it, as lines of a table. */
export const askIndex = (name: string) =>
	ask<
		| { readonly kind: 'text'; readonly text: string }
		| { readonly kind: 'silent' | 'unknown' | 'nonsense' | 'unset' }
	>('POST', '/api/indexes', { name });

export const renameCase = (id: string, label: string) =>
	ask<CaseState>('PATCH', `/api/cases/${id}`, { label });

/** The case as the server has it, where it did not come with its page. */
export const openCase = (id: string) => ask<CaseState>('GET', `/api/v1/cases/${id}`);

export const deleteCase = (id: string) => ask<undefined>('DELETE', `/api/cases/${id}`);

/** Deletes a deleted case permanently. */
export const deletePermanently = (id: string) =>
	ask<undefined>('POST', `/api/cases/${id}/permanent-deletion`);

export const restoreCase = (id: string) => ask<undefined>('POST', `/api/cases/${id}/restore`);

export const chooseLanguage = (language: DeskLanguage) =>
	ask<undefined>('PUT', '/api/language', { language });

/** Turns the screen to the client of a case; `code` null: the password turns it back. */
export const beginClientView = (id: string, code: string | null) =>
	ask<undefined>('POST', `/api/cases/${id}/client-view`, { code });

/** Turns the screen back, by its code or by the password. */
export const endClientView = (typed: string) =>
	ask<undefined>('POST', '/api/client-view/end', { typed });

/** Says that the case is open here, or is left; who else has it open. */
export const sayHere = (id: string, here: boolean) =>
	ask<{ others: string[] }>('POST', `/api/cases/${id}/here`, { here });

/** Says that a file of the case was made here. */
export const sayTakenAlong = (id: string, kind: string) =>
	ask<undefined>('POST', `/api/cases/${id}/exports`, { kind });
