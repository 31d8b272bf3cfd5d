/** A Residuum of a test's own: the built server on a data folder that is thrown away, and its API. */
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { inject } from 'vitest';
import { startServer } from '../../scripts/own-server.mjs';
import { usualHandout } from '../../src/lib/document/handout';
import { FIRST_PLAN } from '../../src/lib/document/plan';
import {
	NOTHING_LIVED,
	VERSION,
	type CaseDocument,
	type CaseState
} from '../../src/lib/document/case';
import { USUAL_STYLE } from '../../src/lib/words/style';

export interface Residuum {
	readonly address: string;
	readonly data: string;
	request(method: string, path: string, body?: unknown): Promise<{ status: number; body: unknown }>;
	/** Ends the server with a signal; its exit code, or null when the signal killed it. */
	stop(signal?: NodeJS.Signals): Promise<number | null>;
	/** Starts it again at the same address, on the same data. */
	restart(): Promise<void>;
	/** What it has printed. */
	printed(): string;
	/** Ends it and throws its data away. */
	remove(): Promise<void>;
}

export const TODAY = '2026-12-15';

export function temporaryFolder(): string {
	return mkdtempSync(join(tmpdir(), 'residuum-test-'));
}

export async function startResiduum(environment: Record<string, string> = {}): Promise<Residuum> {
	const data = temporaryFolder();
	cpSync(inject('emptyData'), data, { recursive: true });
	const settings = { RESIDUUM_DATA: data, RESIDUUM_TODAY: TODAY, ...environment };
	let server = await startServer(settings);
	const { address } = server;
	if (address === null) throw new Error(`the server did not start: ${server.printed()}`);
	return {
		address,
		data,
		request: (method, path, body) => ask(address, method, path, body),
		stop: (signal) => server.stop(signal),
		async restart() {
			server = await startServer({ ...settings, RESIDUUM_PORT: new URL(address).port });
			if (server.address === null) throw new Error(`no restart: ${server.printed()}`);
		},
		printed: () => server.printed(),
		async remove() {
			await server.stop();
			rmSync(data, { recursive: true, force: true });
		}
	};
}

async function ask(address: string, method: string, path: string, body?: unknown) {
	const response = await fetch(address + path, {
		method,
		headers: { origin: address, 'content-type': 'application/json' },
		body: body === undefined ? null : JSON.stringify(body)
	});
	const text = await response.text();
	const isJson = response.headers.get('content-type')?.includes('json') ?? false;
	return { status: response.status, body: isJson ? (JSON.parse(text) as unknown) : text };
}

export const USD = { code: 'USD', digits: 2 };

export interface MadeCase {
	readonly id: string;
	readonly document: CaseDocument;
	readonly revision: number;
}

/** Makes a case with these debts, and with a plan for them, or with other fields, through the API. */
export async function makeCase(
	residuum: Residuum,
	label: string,
	debts: readonly object[] = [],
	plan: object = {},
	fields: object = {}
): Promise<MadeCase> {
	const fresh = { label, currency: USD, asOf: TODAY };
	const made = await residuum.request('POST', '/api/cases', fresh);
	const { id } = made.body as { id: string };
	const planned = {
		plans: [{ ...FIRST_PLAN, ...plan }],
		against: 'minimums',
		choices: [],
		sheet: { income: [], needs: [] },
		handout: usualHandout('USD'),
		...NOTHING_LIVED
	};
	const document = { version: VERSION, style: USUAL_STYLE, ...fresh, debts, ...planned, ...fields };
	if (debts.length === 0) return { id, revision: 1, document: document as never };
	const saved = await residuum.request('PUT', `/api/cases/${id}`, {
		basedOn: 1,
		what: 'debts',
		document
	});
	if (saved.status !== 200) throw new Error(JSON.stringify(saved.body));
	const { document: written, revision } = saved.body as CaseState;
	return { id, document: written, revision };
}
