/** What the stand-ins share: being a small server that can be told how it is. */
import { createServer } from 'node:http';

/** How long one takes that is slow, in milliseconds. */
const SLOW = 60_000;

/**
 * @typedef {(status: number, type: string, body: string) => unknown} Respond
 * @typedef {{
 *   get: (url: URL, respond: Respond) => unknown,
 *   told: (body: any) => void
 * }} StandIn what it says when it is asked, and what it does when it is told how it is (POST /told)
 */

/**
 * Starts a stand-in on this machine; port 0 is any that is free.
 * @param {number} port
 * @param {StandIn} standIn
 * @returns {Promise<{ address: string, stop: () => Promise<void> }>}
 */
export async function serve(port, { get, told }) {
	const server = createServer((request, response) => {
		/** @type {Respond} */
		const respond = (status, type, body) =>
			response.writeHead(status, { 'content-type': type }).end(body);
		const url = new URL(request.url ?? '/', 'http://stand-in');
		if (request.method !== 'POST' || url.pathname !== '/told') return void get(url, respond);
		let body = '';
		request.on('data', (part) => (body += String(part)));
		request.on('end', () => {
			told(JSON.parse(body));
			respond(200, 'application/json', '{}');
		});
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

/**
 * Says what is asked for as the mood is: at once, late, not at all, or something else.
 * @param {string | undefined} mood
 * @param {Respond} respond
 * @param {string} type
 * @param {string} body
 */
export function inMood(mood, respond, type, body) {
	switch (mood) {
		case 'slow':
			return void setTimeout(() => respond(200, type, body), SLOW).unref();
		case 'failing':
			return respond(500, 'text/plain', 'out of order');
		case 'nonsense':
			return respond(200, 'text/html', '<html><p>Welcome to our new site</p></html>');
		default:
			return respond(200, type, body);
	}
}
