/** A program that is let into a Residuum of a test's own, and what it asks there. */
import type { Scope } from '../../src/lib/document/programs';
import { SCOPES } from '../../src/lib/document/programs';
import type { Asked } from './residuum';

export interface Answered<T> {
	readonly status: number;
	readonly headers: Headers;
	readonly body: T;
}

export interface ProgramAt {
	readonly id: string;
	readonly token: string;
	ask<T = unknown>(
		method: string,
		path: string,
		body?: unknown,
		headers?: Record<string, string>
	): Promise<Answered<T>>;
}

/** Asks by a token; what is answered is read as JSON where it is. */
export async function askBy<T = unknown>(
	address: string,
	token: string,
	method: string,
	path: string,
	body?: unknown,
	more: Record<string, string> = {}
): Promise<Answered<T>> {
	const type = method === 'PATCH' ? 'application/json-patch+json' : 'application/json';
	const response = await fetch(`${address}${path}`, {
		method,
		headers: {
			authorization: `Bearer ${token}`,
			...(body === undefined ? {} : { 'content-type': type }),
			...more
		},
		body: body === undefined ? null : JSON.stringify(body)
	});
	const text = await response.text();
	const isJson = /json/.test(response.headers.get('content-type') ?? '');
	return {
		status: response.status,
		headers: response.headers,
		body: (isJson && text !== '' ? JSON.parse(text) : text) as T
	};
}

/** Lets a program in on behalf of whoever a program is asked as. */
export async function letIn(
	{ address, request }: Pick<Asked, 'address' | 'request'>,
	scopes: readonly Scope[] = SCOPES,
	purpose = 'Bookkeeping'
): Promise<ProgramAt> {
	const { status, body } = await request('POST', '/api/programs', { purpose, scopes, days: 30 });
	if (status !== 201) throw new Error(`no program was let in: ${JSON.stringify(body)}`);
	const { id, token } = body as { id: string; token: string };
	return {
		id,
		token,
		ask: (method, path, asked, headers) => askBy(address, token, method, path, asked, headers)
	};
}
