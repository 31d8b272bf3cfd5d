/**
 * A stand-in for the creditors of the demo's households, a small server of its own:
 *   GET  /accounts                          the accounts, as JSON
 *   GET  /accounts/{id}/statement?until=DAY  a statement, as OFX 2
 *   POST /told                              { "account": id, "is": "well" | "slow" | "failing" | "lying" | "nonsense" }
 */
import { readFile } from 'node:fs/promises';
import { createServer } from 'node:http';
import { statementOf } from './statement.mjs';

/** How long a slow creditor takes, in milliseconds. */
const SLOW = 60_000;
/** What a lying creditor leaves off a balance. */
const WRONG = 25_000;

/**
 * @param {{ port?: number, lives?: import('./ledger.mjs').Life[] }} [settings] port 0: any that is free
 * @returns {Promise<{ address: string, stop: () => Promise<void> }>}
 */
export async function startCreditor({ port = 0, lives } = {}) {
	/** @type {import('./ledger.mjs').Life[]} */
	const all = lives ?? JSON.parse(await readFile(new URL('lives.json', import.meta.url), 'utf8'));
	/** @type {Map<string, string>} */
	const moods = new Map();
	const server = createServer((request, response) => {
		/** @param {number} status @param {string} type @param {string} body */
		const answer = (status, type, body) =>
			response.writeHead(status, { 'content-type': type }).end(body);
		const { pathname, searchParams } = new URL(request.url ?? '/', 'http://creditor');
		if (request.method === 'POST' && pathname === '/told') {
			let body = '';
			request.on('data', (part) => (body += String(part)));
			request.on('end', () => {
				const { account, is } = JSON.parse(body);
				moods.set(account, is);
				answer(200, 'application/json', '{}');
			});
			return;
		}
		if (pathname === '/accounts') {
			const accounts = all.map(({ id, creditor }) => ({ id, creditor }));
			return answer(200, 'application/json', JSON.stringify({ accounts }));
		}
		const [, id] = /^\/accounts\/([^/]+)\/statement$/.exec(pathname) ?? [];
		const life = all.find((one) => one.id === decodeURIComponent(id ?? ''));
		if (!life) return answer(404, 'text/plain', 'no such account');
		const until = searchParams.get('until') ?? '';
		if (!/^\d{4}-\d\d-\d\d$/.test(until)) return answer(400, 'text/plain', 'until which day?');
		switch (moods.get(life.id)) {
			case 'slow':
				setTimeout(() => answer(200, 'application/x-ofx', statementOf(life, until)), SLOW).unref();
				return;
			case 'failing':
				return answer(500, 'text/plain', 'out of order');
			case 'nonsense':
				return answer(200, 'text/html', '<html><p>Welcome to our new site</p></html>');
			case 'lying':
				return answer(200, 'application/x-ofx', statementOf(life, until, WRONG));
			default:
				return answer(200, 'application/x-ofx', statementOf(life, until));
		}
	});
	await new Promise((resolve, reject) => {
		server.once('error', reject);
		server.listen(port, '127.0.0.1', () => resolve(undefined));
	});
	const { port: taken } = /** @type {import('node:net').AddressInfo} */ (server.address());
	return {
		address: `http://127.0.0.1:${taken}`,
		stop: () =>
			new Promise((resolve) => {
				server.close(() => resolve());
				server.closeAllConnections();
			})
	};
}
