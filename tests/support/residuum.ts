/** A Residuum of a test's own: the built server on a data folder that is thrown away, and its API. */
import { withChanges } from '../../src/lib/document/patches';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { inject } from 'vitest';
import type { TestProject } from 'vitest/node';
import { startServer } from '../../scripts/own-server.mjs';
import { queryOnce } from '../../scripts/postgres.mjs';
import { FIRST_PLAN } from '../../src/lib/document/plan';
import { type CaseDocument, type CaseState, type Saved } from '../../src/lib/document/case';
import { signIn } from '../../scripts/accounts.mjs';
import { wholeDocument } from './whole-document';

/** A program that is asked: a test's own, or the one that files share. */
export interface Asked {
	readonly address: string;
	/** What it is asked with. */
	readonly headers: Record<string, string>;
	request(method: string, path: string, body?: unknown): Promise<{ status: number; body: unknown }>;
	/** Ends it and throws its data away, unless others are at it. */
	remove(): Promise<void>;
}

export interface Residuum extends Asked {
	/** Its data folder; with a PostgreSQL server, an empty one. */
	readonly data: string;
	/** What makes other programs work on the same data. */
	readonly settings: Record<string, string>;
	/** The seconds of a processor's time that the thread has had which answers everybody. */
	busy(): number;
	/** Holds the server still, or lets it go on. */
	signal(name: 'SIGSTOP' | 'SIGCONT'): void;
	/** Ends the server with a signal; its exit code, or null when the signal killed it. */
	stop(signal?: NodeJS.Signals): Promise<number | null>;
	/** Starts it again at the same address, on the same data. */
	restart(): Promise<void>;
	/** What it has printed. */
	printed(): string;
}

declare module 'vitest' {
	interface ProvidedContext {
		/** The program that files share, and what it is asked with. */
		shared: { readonly address: string; readonly headers: Record<string, string> };
	}
}

export const TODAY = '2026-12-15';
/** Whoever the tests are signed in as, where they have to be. */
export const TESTER = 'Tess Holm';

export function temporaryFolder(): string {
	return mkdtempSync(join(tmpdir(), 'residuum-test-'));
}

/** `prepare` is done to the data before it starts, by what works on the same settings. */
export async function startResiduum(
	environment: Record<string, string> = {},
	prepare: (settings: Record<string, string>) => void = () => undefined,
	/** The one whose data it goes on with; that one is stopped. */
	after: Residuum | null = null
): Promise<Residuum> {
	const data = after?.data ?? temporaryFolder();
	const place = after?.settings ?? (await placeOf(data));
	const settings = { ...place, RESIDUUM_TODAY: TODAY, ...environment };
	prepare(settings);
	let server = await startServer(settings);
	const { address } = server;
	if (address === null) throw new Error(`the server did not start: ${server.printed()}`);
	const headers = await headersFor(address, place);
	return {
		address,
		data,
		settings,
		headers,
		request: (method, path, body) => ask(address, headers, method, path, body),
		busy: () => busyOf(server.pid),
		signal: (name) => void server.signal(name),
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

/** What the first thread of a process has had of a processor (`proc_pid_stat(5)`, utime and stime, in hundredths of a second). */
function busyOf(pid = 0): number {
	const stat = readFileSync(`/proc/${pid}/task/${pid}/stat`, 'utf8');
	const [user, system] = stat
		.slice(stat.lastIndexOf(')') + 2)
		.split(' ')
		.slice(11, 13);
	return (Number(user) + Number(system)) / 100;
}

/** What a program at these settings is asked with. */
async function headersFor(address: string, settings: Record<string, string>) {
	const asTester = 'DATABASE_URL' in settings;
	return {
		origin: address,
		'content-type': 'application/json',
		...(asTester ? { cookie: await signIn(address, TESTER) } : {})
	};
}

/** Starts the program that files share: it has cases of all of them, and is neither stopped nor set up by any. */
export async function share(
	project: TestProject,
	place: Record<string, string>
): Promise<() => Promise<void>> {
	const { address, stop, printed } = await startServer({ ...place, RESIDUUM_TODAY: TODAY });
	if (address === null) throw new Error(`the server did not start: ${printed()}`);
	project.provide('shared', { address, headers: await headersFor(address, place) });
	return async () => {
		await stop();
		if (place['RESIDUUM_DATA']) rmSync(place['RESIDUUM_DATA'], { recursive: true, force: true });
	};
}

/** The program that files share. */
export function sharedResiduum(): Asked {
	const { address, headers } = inject('shared');
	return {
		address,
		headers,
		request: (method, path, body) => ask(address, headers, method, path, body),
		remove: () => Promise.resolve()
	};
}

/** Where the data of a test's own are: in a folder, or in a database of the PostgreSQL server that there is. */
async function placeOf(data: string): Promise<Record<string, string>> {
	const postgres = inject('postgres') as string | undefined;
	if (postgres === undefined) return { RESIDUUM_DATA: data };
	const name = `test_${crypto.randomUUID().replaceAll('-', '')}`;
	await queryOnce(postgres.replace('NAME', 'postgres'), `create database ${name} template empty`);
	return { DATABASE_URL: postgres.replace('NAME', name) };
}

export async function ask(
	address: string,
	headers: Record<string, string>,
	method: string,
	path: string,
	body?: unknown
) {
	const response = await fetch(address + path, {
		method,
		headers,
		redirect: 'manual',
		body: body === undefined ? null : JSON.stringify(body)
	});
	const text = await response.text();
	const isJson = response.headers.get('content-type')?.includes('json') ?? false;
	return {
		status: response.status,
		location: response.headers.get('location'),
		body: isJson ? (JSON.parse(text) as unknown) : text
	};
}

export const USD = { code: 'USD', digits: 2 };

export interface MadeCase {
	readonly id: string;
	readonly document: CaseDocument;
	readonly revision: number;
}

/** Makes a case with these debts, and with a plan for them, or with other fields, through the API. */
export async function makeCase(
	residuum: Asked,
	label: string,
	debts: readonly object[] = [],
	plan: object = {},
	fields: object = {}
): Promise<MadeCase> {
	const fresh = { label, currency: USD, asOf: TODAY };
	const made = await residuum.request('POST', '/api/v1/cases', fresh);
	const { id } = made.body as { id: string };
	const document = wholeDocument(fresh, debts, { plans: [{ ...FIRST_PLAN, ...plan }], ...fields });
	if (debts.length === 0) return { id, revision: 1, document: document as never };
	const saved = await residuum.request('PUT', `/api/cases/${id}`, {
		basedOn: 1,
		what: 'debts',
		...wholly(document)
	});
	if (saved.status !== 200) throw new Error(JSON.stringify(saved.body));
	const { revision } = saved.body as CaseState;
	return { id, document: documentSaved(saved.body, document), revision };
}

/** A case as the server has it. */
export async function caseNow(residuum: Pick<Asked, 'request'>, id: string): Promise<CaseState> {
	const { status, body } = await residuum.request('GET', `/api/v1/cases/${id}`);
	if (status !== 200) throw new Error(JSON.stringify(body));
	return body as CaseState;
}

/** A save of a whole document: all of it in the place of what is there. */
export const wholly = (document: unknown) => ({
	changes: [{ op: 'replace' as const, path: '', value: document }]
});

/** The document that a save came to: what was sent, with what the server writes otherwise. */
function documentSaved(body: unknown, sent: unknown): CaseDocument {
	const saved = body as Saved;
	return 'document' in saved ? saved.document : (withChanges(sent, saved.changes) as CaseDocument);
}
