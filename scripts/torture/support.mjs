/** What the trials have in common: a case that counts its saves, and whether all of them are there. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { startServer } from '../own-server.mjs';
import { ROOT } from '../prepare.mjs';

/** @typedef {Awaited<ReturnType<typeof startServer>>} Server */
/** @typedef {{ passed: number, failed: number, said: string[] }} Outcome */

/** Where it is asked, and as whom. @typedef {{ address: string, cookie?: string }} At */

/**
 * @param {At} at @param {string} method @param {string} path @param {unknown} [body]
 * @returns {Promise<{ status: number, body: any }>}
 */
export async function ask({ address, cookie = '' }, method, path, body) {
	const response = await fetch(address + path, {
		method,
		headers: { 'content-type': 'application/json', origin: address, cookie },
		body: body === undefined ? null : JSON.stringify(body)
	});
	const text = await response.text();
	const isJson = response.headers.get('content-type')?.includes('json') ?? false;
	return { status: response.status, body: isJson ? JSON.parse(text) : text };
}

/** A debt of the demo. */
const DEBT = JSON.parse(readFileSync(join(ROOT, 'demo/2-net-maker.json'), 'utf8')).document
	.debts[0];

/** A case whose one balance counts its saves. */
export class Counter {
	acknowledged = 0;
	#going = true;
	/** @type {Promise<void>} */
	#saving = Promise.resolve();
	/** @type {any} */
	document = null;
	revision = 1;
	id = '';

	/** @param {At} at */
	constructor(at) {
		this.at = at;
	}

	async open() {
		const fresh = { label: 'Counted', currency: { code: 'USD', digits: 2 }, asOf: '2026-12-15' };
		const made = await ask(this.at, 'POST', '/api/v1/cases', fresh);
		this.id = made.body.id;
		const { body } = await ask(this.at, 'GET', `/api/v1/cases/${this.id}`);
		this.document = { ...body.document, debts: [{ ...DEBT, id: crypto.randomUUID() }] };
	}

	/** Saves one count more; its status. */
	async save() {
		const balance = this.acknowledged + 1;
		const document = { ...this.document, debts: [{ ...this.document.debts[0], balance }] };
		const saved = await ask(this.at, 'PUT', `/api/cases/${this.id}`, {
			basedOn: this.revision,
			what: 'balance',
			changes: [{ op: 'replace', path: '', value: document }]
		});
		if (saved.status !== 200) return saved;
		this.acknowledged = balance;
		this.revision = saved.body.revision;
		return saved;
	}

	/** Saves one after the other until it is stopped, or the server is gone. */
	go() {
		this.#saving = (async () => {
			while (this.#going) {
				const saved = await this.save().catch(() => null);
				if (saved === null || saved.status !== 200) return;
			}
		})();
	}

	async stop() {
		this.#going = false;
		await this.#saving;
	}
}

/**
 * Whether a server has what was acknowledged, and its history behind it; what is missing, in words.
 * @param {At} at @param {string} id @param {number} acknowledged
 */
export async function missing(at, id, acknowledged) {
	const { body, status } = await ask(at, 'GET', `/api/v1/cases/${id}`);
	if (status !== 200) return `the case is not there (${status})`;
	let { document, revision } = body;
	const balance = document.debts[0]?.balance ?? 0;
	if (balance < acknowledged)
		return `${acknowledged} saves were acknowledged, ${balance} are there`;
	for (let back = 1; back <= 3 && balance - back > 0; back += 1) {
		const step = await ask(at, 'POST', `/api/cases/${id}/undo`, { basedOn: revision });
		const { body: now } = await ask(at, 'GET', `/api/v1/cases/${id}`);
		if (step.status !== 200 || now.document.debts[0]?.balance !== balance - back) {
			return `undo does not lead back to save ${balance - back}`;
		}
		revision = step.body.revision;
	}
	return null;
}

/** @param {Record<string, string>} environment */
export async function started(environment) {
	const server = await startServer({ RESIDUUM_TODAY: '2026-12-15', ...environment });
	if (server.address === null) throw new Error(server.printed());
	return { server, address: server.address };
}

export const wait = (/** @type {number} */ milliseconds) =>
	new Promise((resolve) => setTimeout(resolve, milliseconds));

/** Waits until the program has its database. @param {string} address */
export async function ready(address) {
	for (let time = 0; time < 300; time += 1) {
		const { status } = await fetch(`${address}/readyz`).catch(() => ({ status: 0 }));
		if (status === 200) return;
		await wait(100);
	}
	throw new Error('the program did not come back');
}

/** @param {Outcome} outcome @param {string} what @param {string | null} problem */
export function note(outcome, what, problem) {
	outcome[problem === null ? 'passed' : 'failed'] += 1;
	if (problem !== null) outcome.said.push(`${what}: ${problem}`);
}
