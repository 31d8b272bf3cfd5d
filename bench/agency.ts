/** An agency to be measured: the program beside a PostgreSQL server, with accounts, each in processes of their own. */
import { createServer } from 'node:net';
import { startServer } from '../scripts/own-server.mjs';
import { startPostgres } from '../scripts/postgres.mjs';
import { type CaseDocument } from '../src/lib/document/case';
import { addPerson, signIn, welcome } from '../scripts/accounts.mjs';
import { wholeDocument } from '../tests/support/whole-document';

export const TODAY = '2026-12-15';
const DATABASE = 'postgres';

export interface Answered {
	readonly status: number;
	readonly body: string;
	/** From asking to the last byte of the answer. */
	readonly milliseconds: number;
}

/** What somebody who is signed in asks with. */
export type Ask = (method: string, path: string, body?: object) => Promise<Answered>;

/** `settings`: what its program is started with besides. */
export async function openAgency(
	supervisor: string,
	settings: Readonly<Record<string, string>> = {}
) {
	const postgres = await startPostgres(['max_connections=200']);
	const url = postgres.url(DATABASE);
	const metrics = await freePort();
	const environment = {
		DATABASE_URL: url,
		RESIDUUM_TODAY: TODAY,
		RESIDUUM_METRICS: String(metrics),
		...settings
	};
	const secret = addPerson(environment, supervisor, 'supervisor');
	const server = await startServer(environment);
	const { address } = server;
	if (address === null) throw new Error(server.printed());
	await welcome(address, secret);

	async function askOf(name: string): Promise<Ask> {
		const headers = {
			origin: String(address),
			cookie: await signIn(String(address), name),
			'content-type': 'application/json'
		};
		return async (method, path, body) => {
			const began = performance.now();
			const response = await fetch(address + path, {
				method,
				headers,
				body: body === undefined ? null : JSON.stringify(body)
			});
			const text = await response.text();
			return { status: response.status, body: text, milliseconds: performance.now() - began };
		};
	}

	const ask = await askOf(supervisor);
	return {
		url,
		environment,
		ask,
		/** Adds a counselor. */
		async counselor(name: string): Promise<Ask> {
			const { body } = await ask('POST', '/api/people', { name, role: 'counselor' });
			await welcome(String(address), (JSON.parse(body) as { secret: string }).secret);
			return askOf(name);
		},
		/** What the program says of itself, in Prometheus' text format. */
		watched: async () => (await fetch(`http://127.0.0.1:${metrics}/metrics`)).text(),
		async close() {
			await server.stop();
			await postgres.remove();
		}
	};
}

/** A port that nobody listens on. */
function freePort(): Promise<number> {
	return new Promise((resolve) => {
		const server = createServer().listen(0, '127.0.0.1', () => {
			const { port } = server.address() as { port: number };
			server.close(() => resolve(port));
		});
	});
}

export interface Held {
	readonly id: string;
	document: CaseDocument;
	revision: number;
}

/** Makes a case with these debts. */
export async function makeCase(ask: Ask, label: string, debts: readonly object[]): Promise<Held> {
	const fresh = { label, currency: { code: 'USD', digits: 2 }, asOf: TODAY };
	const { id } = JSON.parse((await ask('POST', '/api/v1/cases', fresh)).body) as { id: string };
	const document = wholeDocument(fresh, debts);
	const saved = await ask('PUT', `/api/cases/${id}`, {
		basedOn: 1,
		what: 'debts',
		changes: [{ op: 'replace', path: '', value: document }]
	});
	if (saved.status !== 200) throw new Error(saved.body);
	const { revision } = JSON.parse(saved.body) as { revision: number };
	return { id, document: document as unknown as CaseDocument, revision };
}

/** The value below which so much of them lies, from 0 to 1. */
export function quantile(values: readonly number[], part: number): number {
	const sorted = [...values].sort((a, b) => a - b);
	return sorted[Math.min(Math.floor(sorted.length * part), sorted.length - 1)] ?? Number.NaN;
}
