/** What is not what it says it is, or never comes to an end, is turned away, also from somebody who is signed in. */
import { request } from 'node:http';
import { connect } from 'node:net';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { PASSWORD } from '../../scripts/accounts.mjs';
import { makeCase, startResiduum, TESTER, TODAY, USD, type Residuum } from '../support/residuum';

let residuum: Residuum;
beforeAll(async () => {
	residuum = await startResiduum({ RESIDUUM_PROXY: '1' });
});
afterAll(() => residuum.remove());

const fresh = { label: 'Forged', currency: USD, asOf: TODAY };

/** Asks with exactly these headers. */
function asked(
	method: string,
	path: string,
	headers: Record<string, string | undefined>,
	body = ''
): Promise<{ status: number; headers: NodeJS.Dict<string | string[]> }> {
	const { hostname, port, host } = new URL(residuum.address);
	const given = Object.entries({ host, ...headers }).flatMap(([name, value]) =>
		value === undefined ? [] : [[name, value]]
	);
	return new Promise((resolve, reject) => {
		const sent = request(
			{
				hostname,
				port,
				method,
				path,
				headers: Object.fromEntries(given) as Record<string, string>
			},
			(response) => {
				response.resume();
				response.once('end', () =>
					resolve({ status: response.statusCode ?? 0, headers: response.headers })
				);
			}
		);
		sent.once('error', reject);
		sent.end(body);
	});
}

it('takes nothing under a foreign name, from a foreign page, or in a form that one could send', async () => {
	const post = (headers: Record<string, string | undefined>) =>
		asked('POST', '/api/v1/cases', { ...residuum.headers, ...headers }, JSON.stringify(fresh));
	expect((await post({})).status).toBe(201);
	for (const headers of [
		{ host: 'elsewhere.example' },
		{ host: 'elsewhere.example', origin: 'http://elsewhere.example' },
		{ origin: 'http://elsewhere.example' },
		{ origin: `${residuum.address}.elsewhere.example` },
		{ origin: 'null' },
		{ origin: undefined },
		{ 'content-type': 'text/plain' },
		{ 'content-type': 'application/x-www-form-urlencoded' }
	])
		expect([headers, (await post(headers)).status]).toEqual([headers, 403]);
	for (const path of ['/', '/api/casebook', '/people', '/healthz'])
		expect([
			path,
			(await asked('GET', path, { ...residuum.headers, host: 'elsewhere.example' })).status
		]).toEqual([path, 403]);
});

it('takes nothing without a session, or with one that is made up', async () => {
	const { cookie = '' } = residuum.headers;
	const [name = '', secret = ''] = cookie.split('=');
	for (const forged of [
		undefined,
		`${name}=`,
		`${name}=${secret.slice(1)}`,
		`${name}=${'A'.repeat(5000)}`,
		`other=${secret}`
	]) {
		const headers = { ...residuum.headers, cookie: forged };
		const { status } = await asked('POST', '/api/v1/cases', headers, JSON.stringify(fresh));
		expect([forged, status]).toEqual([forged, 401]);
		expect((await asked('GET', '/', headers)).headers['location']).toBe('/sign-in?to=%2F');
	}
});

it('gives a session a cookie for no script and no other site, and behind TLS for no open line', async () => {
	for (const [protocol, secure] of [
		['https', true],
		['http', false]
	] as const) {
		const origin = residuum.address.replace('http:', `${protocol}:`);
		const headers = {
			...residuum.headers,
			origin,
			cookie: undefined,
			'x-forwarded-proto': protocol,
			'x-forwarded-for': '203.0.113.7'
		};
		const answer = await asked(
			'POST',
			'/api/session',
			headers,
			JSON.stringify({ name: TESTER, password: PASSWORD })
		);
		expect(answer.status).toBe(200);
		const [cookie = ''] = answer.headers['set-cookie'] ?? [];
		expect(cookie.startsWith(secure ? '__Host-residuum-session=' : 'residuum-session=')).toBe(true);
		expect(cookie).toMatch(/; HttpOnly/);
		expect(cookie).toMatch(/; SameSite=Strict/);
		expect([protocol, cookie.includes('; Secure')]).toEqual([protocol, secure]);
	}
});

it('takes no body larger than any case can be, from anybody', async () => {
	const { id } = await makeCase(residuum, 'Small');
	const body = JSON.stringify({ what: 'x'.repeat(9_000_000) });
	const put = (headers: Record<string, string | undefined>) =>
		asked('PUT', `/api/cases/${id}`, headers, body).catch(() => ({ status: 0 }));
	expect((await put(residuum.headers)).status).toBe(413);
	// Nobody is asked to send all of it; the line may be closed on them.
	expect([0, 401, 413]).toContain((await put({ ...residuum.headers, cookie: undefined })).status);
	expect((await residuum.request('GET', '/api/casebook')).status).toBe(200);
});

it('waits for a body for half a minute, or little longer, and meanwhile answers everybody else', async () => {
	const { hostname, port, host } = new URL(residuum.address);
	const socket = connect(Number(port), hostname);
	const heard: string[] = [];
	const began = Date.now();
	const closed = new Promise<number>((resolve) => {
		socket.on('data', (data) => heard.push(data.toString()));
		socket.on('error', () => undefined);
		socket.once('close', () => resolve(Date.now() - began));
	});
	const headers = Object.entries({ ...residuum.headers, host, 'content-length': '1000' });
	socket.write(
		`POST /api/cases HTTP/1.1\r\n${headers.map(([name, value]) => `${name}: ${value}`).join('\r\n')}\r\n\r\n{`
	);
	// A character now and then does not keep it open.
	const trickle = setInterval(() => socket.write(' '), 1000);
	expect((await residuum.request('GET', '/api/casebook')).status).toBe(200);
	const after = await closed;
	clearInterval(trickle);
	expect(after).toBeGreaterThan(25_000);
	expect(after).toBeLessThan(75_000);
	expect(heard.join('')).toMatch(/^(HTTP\/1.1 4|$)/);
	const book = await residuum.request('GET', '/api/casebook?search=Forged');
	expect((book.body as { totals: { found: number } }).totals.found).toBe(1);
});

it('behind a proxy, answers also what asks past it, as whatever watches the program does', async () => {
	for (const path of ['/healthz', '/readyz', '/'])
		expect([path, (await fetch(residuum.address + path)).status]).toEqual([path, 200]);
});
