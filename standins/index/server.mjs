/**
 * A stand-in for whoever publishes indexes, a small server of its own with a history that is written down:
 *   GET  /indexes                          their names, as JSON
 *   GET  /indexes/{name}/values?until=DAY  the values up to a day, as lines of `date,percent`
 *   POST /told                             { "is": "well" | "slow" | "failing" | "nonsense" }
 */
import { readFile } from 'node:fs/promises';
import { createServer } from 'node:http';

/** How long it takes when it is slow, in milliseconds. */
const SLOW = 60_000;

/**
 * @param {{ port?: number }} [settings] port 0: any that is free
 * @returns {Promise<{ address: string, stop: () => Promise<void> }>}
 */
export async function startIndex({ port = 0 } = {}) {
	/** @type {{ name: string, values: [date: string, percent: number][] }[]} */
	const all = JSON.parse(await readFile(new URL('history.json', import.meta.url), 'utf8'));
	let mood = 'well';
	const server = createServer((request, response) => {
		/** @param {number} status @param {string} type @param {string} body */
		const answer = (status, type, body) =>
			response.writeHead(status, { 'content-type': type }).end(body);
		const { pathname, searchParams } = new URL(request.url ?? '/', 'http://index');
		if (request.method === 'POST' && pathname === '/told') {
			let body = '';
			request.on('data', (part) => (body += String(part)));
			request.on('end', () => {
				mood = JSON.parse(body).is;
				answer(200, 'application/json', '{}');
			});
			return;
		}
		if (pathname === '/indexes')
			return answer(200, 'application/json', JSON.stringify(all.map(({ name }) => name)));
		const [, name = ''] = /^\/indexes\/([^/]+)\/values$/.exec(pathname) ?? [];
		const index = all.find((one) => one.name === decodeURIComponent(name));
		if (!index) return answer(404, 'text/plain', 'no such index');
		const until = searchParams.get('until') ?? '9999-12-31';
		const lines = index.values.flatMap(([date, percent]) =>
			date <= until ? [`${date},${percent.toFixed(2)}`] : []
		);
		const text = `date,percent\r\n${lines.join('\r\n')}\r\n`;
		switch (mood) {
			case 'slow':
				setTimeout(() => answer(200, 'text/csv', text), SLOW).unref();
				return;
			case 'failing':
				return answer(500, 'text/plain', 'out of order');
			case 'nonsense':
				return answer(200, 'text/html', '<html><p>Welcome to our new site</p></html>');
			default:
				return answer(200, 'text/csv', text);
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
