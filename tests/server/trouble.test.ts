import {
	chmodSync,
	mkdtempSync,
	readdirSync,
	readFileSync,
	rmSync,
	statSync,
	writeFileSync
} from 'node:fs';
import { connect, createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startServer } from '../../scripts/own-server.mjs';
import { canMount, disk, power } from '../../scripts/torture/disks.mjs';
import { kill } from '../../scripts/torture/killed.mjs';
import { card } from '../support/debts';
import { addPerson, signIn, welcome } from '../../scripts/accounts.mjs';
import { makeCase, startResiduum, TODAY, USD, type Residuum, wholly } from '../support/residuum';
import { wholeCase } from '../support/whole-case';

const folders: string[] = [];
const folder = () => {
	const made = mkdtempSync(join(tmpdir(), 'residuum-trouble-'));
	folders.push(made);
	return made;
};
afterAll(() => {
	for (const made of folders) rmSync(made, { recursive: true, force: true });
});

/** The largest file of a table in a data folder that is at rest. */
function filesOf(data: string): { path: string; size: number }[] {
	const base = join(data, 'postgres/base');
	return readdirSync(base, { recursive: true, withFileTypes: true })
		.filter((file) => file.isFile())
		.map((file) => join(file.parentPath, file.name))
		.map((path) => ({ path, size: statSync(path).size }));
}

/** A program that is stopped, damaged and started again by one test after the other, and the case in it. */
let residuum: Residuum;
let id: string;
let metrics: number;
beforeAll(async () => {
	metrics = await freePort();
	residuum = await startResiduum({ RESIDUUM_LOG: 'info', RESIDUUM_METRICS: String(metrics) });
	({ id } = await makeCase(residuum, 'Still there', [card({ name: 'Findable card' })]));
});
afterAll(() => residuum.remove());

describe('what was acknowledged', () => {
	it('is kept when the server is killed', async () => {
		const { said, passed } = await kill(join(folder(), 'data'), 1);
		expect({ said, passed }).toEqual({ said: [], passed: 1 });
	});

	it.runIf(canMount())('is kept when the power goes, and the history behind it', async () => {
		const { said, passed } = await power(folder(), 1);
		expect({ said, passed }).toEqual({ said: [], passed: 1 });
	});

	it.runIf(canMount())(
		'is kept when the disk is full, which is said, and saving goes on when it is not',
		async () => {
			const { said, passed } = await disk(folder());
			expect({ said, passed }).toEqual({ said: [], passed: 8 });
		}
	);
});

/** A port that nothing listens on. */
function freePort(): Promise<number> {
	return new Promise((resolve) => {
		const server = createServer().listen(0, '127.0.0.1', () => {
			const { port } = server.address() as AddressInfo;
			server.close(() => resolve(port));
		});
	});
}

/** The status of an answer to a request that is written by hand. */
function statusOf(port: number, request: string): Promise<number> {
	return new Promise((resolve, reject) => {
		const socket = connect(port, '127.0.0.1', () => socket.write(request));
		let answer = '';
		socket.on('data', (bytes) => (answer += String(bytes)));
		socket.on('end', () => resolve(Number(/^HTTP\/1.1 (\d+)/.exec(answer)?.[1])));
		socket.on('error', reject);
	});
}

/**
 * The longest that the program works without answering anybody else while a request is under way, in seconds: between
 * two answers that need no database. Its own time is counted, not that of others on the same machine.
 */
async function beside(request: () => Promise<{ status: number }>) {
	let isDone = false;
	const asked = request().finally(() => (isDone = true));
	let busiest = 0;
	while (!isDone) {
		const before = residuum.busy();
		expect((await fetch(`${residuum.address}/favicon.svg`)).status).toBe(200);
		busiest = Math.max(busiest, residuum.busy() - before);
		// Whoever asks without a pause takes the processor away from what is measured.
		await new Promise((resolve) => setTimeout(resolve, 5));
	}
	return { status: (await asked).status, busiest };
}

describe('a server', () => {
	it('saves, takes back and opens the largest case that is allowed, and keeps nobody waiting for more than 200 ms', async () => {
		const small = await makeCase(residuum, 'Small', [card()]);
		const event = (at: number) => ({
			id: crypto.randomUUID(),
			kind: 'extra',
			off: false,
			date: `${2027 + Math.floor(at / 12)}-${String((at % 12) + 1).padStart(2, '0')}-15`,
			amount: 1_000 + at,
			perYear: 52,
			until: null
		});
		const [first] = wholeCase().debts;
		const debts = Array.from({ length: 60 }, (_, index) => ({
			...first,
			id: crypto.randomUUID(),
			name: `Debt number ${index + 1} of sixty`,
			events: Array.from({ length: 60 }, (_, at) => event(at))
		}));
		const fresh = { label: 'Large', currency: USD, asOf: TODAY };
		const made = await residuum.request('POST', '/api/v1/cases', fresh);
		const { id } = made.body as { id: string };
		const { document } = small;
		const large = { ...document, label: 'Large', debts };
		const save = { basedOn: 1, what: 'all of it', ...wholly(large) };
		/** All that the server does for a request, in seconds of a processor. */
		const costOf = async (method: string, path: string, body?: object) => {
			const before = residuum.busy();
			const { status, busiest } = await beside(() => residuum.request(method, path, body));
			expect([path, status]).toEqual([path, 200]);
			expect(busiest, path).toBeLessThan(0.2);
			return residuum.busy() - before;
		};
		const saved = await costOf('PUT', `/api/cases/${id}`, save);
		expect(saved).toBeLessThan(1.5);
		// Measured by the save of the same run. A full copy writes every row of every table, in turns.
		for (const [most, method, path, body] of [
			[1.5, 'POST', `/api/cases/${id}/undo`, { basedOn: 2, key: crypto.randomUUID() }],
			[1.5, 'POST', `/api/cases/${id}/redo`, { basedOn: 3, key: crypto.randomUUID() }],
			[1.5, 'GET', `/cases/${id}`],
			[1, 'GET', `/api/cases/file?id=${id}`],
			[8, 'GET', `/api/cases/${id}/full-copy`],
			[1, 'GET', '/']
		] as const)
			expect(await costOf(method, path, body), path).toBeLessThan(most * saved);
	});

	it('is not held up by what is no request, however much there is of it', async () => {
		const long = 7_900_000;
		const { id } = await makeCase(residuum, 'Beside', [card()]);
		const keys = Array.from({ length: long / 20 }, (_, index) => `"unknown ${index}":1`).join();
		for (const [body, expected] of [
			['['.repeat(long), 422],
			[`{${keys}}`, 422],
			[`{"changes":[${'{},'.repeat(long / 3 - 10)}{}]}`, 422],
			[`{"changes":"${'\\u005b'.repeat(long / 6 - 10)}"}`, 422]
		] as const) {
			const send = (path: string, method: string) => async () => {
				const { headers, address } = residuum;
				const { status } = await fetch(address + path, { method, headers, body });
				return { status };
			};
			const saved = await beside(send(`/api/cases/${id}`, 'PUT'));
			expect([body.slice(0, 20), saved.status]).toEqual([body.slice(0, 20), expected]);
			expect(saved.busiest, body.slice(0, 20)).toBeLessThan(0.2);
			expect([413, 422]).toContain((await send(`/api/cases/${id}`, 'PATCH')()).status);
		}
	});

	it('keeps no copy of a client’s figures on the way, and lets no file be taken for another kind', async () => {
		const { id } = await makeCase(residuum, 'Headers', [card()]);
		for (const path of [
			'/',
			`/cases/${id}`,
			`/cases/${id}/__data.json`,
			'/nothing',
			'/favicon.svg'
		]) {
			const { headers } = await fetch(residuum.address + path);
			expect([path, headers.get('x-content-type-options')]).toEqual([path, 'nosniff']);
			if (path !== '/favicon.svg')
				expect([path, headers.get('cache-control')]).toEqual([path, 'no-store']);
		}
		for (const path of [
			'/.git/config',
			'/package.json',
			'/_app/',
			'/build/',
			'/%2e%2e/package.json'
		])
			expect([path, (await fetch(residuum.address + path)).status]).toEqual([path, 404]);
		const unknown = `/cases/${id}/debts/${crypto.randomUUID()}`;
		expect((await fetch(residuum.address + unknown)).status).toBe(404);
	});

	it('offers numbers of itself on a port of this machine, in which no case is told apart', async () => {
		expect((await fetch(`${residuum.address}/cases/${id}`)).status).toBe(200);
		const text = await (await fetch(`http://127.0.0.1:${metrics}/metrics`)).text();
		const line =
			'residuum_request_seconds_count{route="/cases/[id=uuid]",method="GET",status="200"}';
		expect(text).toContain(line);
		expect(text).toContain('residuum_data_damaged 0');
		expect(text).not.toContain(id);
		expect((await fetch(`http://127.0.0.1:${metrics}/`)).status).toBe(404);
	});

	it('logs one line of what went wrong and no word of a client, whatever is provoked', async () => {
		const secret = 'Zachariah Quelliwick';
		const { id, document } = await makeCase(residuum, secret, [card({ name: secret })]);
		const put = (body: unknown) => residuum.request('PUT', `/api/cases/${id}`, body);
		await put({ basedOn: 1, what: secret, ...wholly(document) });
		await put({ basedOn: 2, what: secret, ...wholly({ ...document, debts: [secret] }) });
		await put({ basedOn: 2, what: secret, ...wholly({ ...document, label: `${secret}\u0000` }) });
		await put(secret);
		await residuum.request('DELETE', '/api/v1/cases');
		await fetch(`${residuum.address}/%E0%A4%A?${secret}`).catch(() => undefined);
		await fetch(`${residuum.address}/cases/${secret}`);
		await fetch(`${residuum.address}/api/v1/cases/${id}`, { headers: { host: secret } }).catch(
			() => undefined
		);
		await residuum.stop();
		const printed = residuum.printed();
		expect(printed).not.toContain(secret);
		expect(printed).not.toContain('Quelliwick');
		expect(printed).not.toMatch(/\n\s+at /);
	});

	it('lets no other user of the machine into the data folder, also an old one', async () => {
		await residuum.stop();
		chmodSync(residuum.data, 0o777);
		await residuum.restart();
		expect(statSync(residuum.data).mode & 0o777).toBe(0o700);
	});

	it('does not wait for a body that never comes when it is told to stop', async () => {
		const { hostname, port } = new URL(residuum.address);
		const socket = connect(Number(port), hostname);
		socket.on('error', () => undefined);
		socket.write(
			`POST /api/cases HTTP/1.1\r\nHost: ${hostname}:${port}\r\nOrigin: ${residuum.address}\r\n` +
				'Content-Type: application/json\r\nContent-Length: 1000\r\n\r\n{'
		);
		await new Promise((resolve) => setTimeout(resolve, 300));
		const began = Date.now();
		expect(await residuum.stop()).toBe(0);
		expect(Date.now() - began).toBeLessThan(14_000);
	});

	it('is not opened to other machines unless it is said under which names, and somebody can let people in', async () => {
		const open = { RESIDUUM_DATA: join(folder(), 'data'), RESIDUUM_HOST: '0.0.0.0' };
		const refused = await startServer(open);
		expect(refused.address).toBeNull();
		expect(await refused.ended).toBe(1);
		expect(refused.printed()).toContain('name in RESIDUUM_NAMES the host names');
		const named = { ...open, RESIDUUM_NAMES: 'casebook.example' };
		const secret = addPerson(named, 'Mara Lindqvist', 'supervisor');
		const server = await startServer(named);
		const port = new URL(server.address ?? '').port;
		const asked = (host: string) =>
			statusOf(Number(port), `GET / HTTP/1.1\r\nHost: ${host}\r\nConnection: close\r\n\r\n`);
		// Where to sign in.
		expect(await asked(`casebook.example:${port}`)).toBe(303);
		await welcome(`http://127.0.0.1:${port}`, secret);
		const cookie = await signIn(`http://127.0.0.1:${port}`, 'Mara Lindqvist');
		const head = `Host: casebook.example\r\nCookie: ${cookie}\r\nConnection: close\r\n\r\n`;
		expect(await statusOf(Number(port), `GET / HTTP/1.1\r\n${head}`)).toBe(200);
		expect(await asked('elsewhere.example')).toBe(403);
		await server.stop();
	});
});

describe('damaged data', () => {
	const page = async (path: string) => {
		const response = await fetch(residuum.address + path);
		return {
			url: new URL(response.url).pathname,
			status: response.status,
			text: await response.text()
		};
	};
	const NOT_FOR_ANYBODY = /Aborted|ASSERTIONS|invalid page|relation "|unreachable|wasm/;

	it('that can’t be opened at all are said too, for any file that is cut short', async () => {
		await residuum.stop();
		for (const name of ['global/pg_control', 'PG_VERSION']) {
			const path = join(residuum.data, 'postgres', name);
			const whole = readFileSync(path);
			writeFileSync(path, Buffer.alloc(whole.length >> 1));
			await residuum.restart();
			const start = await page('/');
			expect(start).toMatchObject({ url: '/damaged', status: 200 });
			expect(start.text).not.toMatch(NOT_FOR_ANYBODY);
			expect(start.text).toContain('No case can be recovered.');
			expect((await page('/damaged/cases.json')).status).toBe(404);
			// Whoever watches does not start it again and again; whoever sends requests sends none.
			expect(await page('/healthz')).toMatchObject({ status: 200, text: 'damaged\n' });
			expect((await page('/readyz')).status).toBe(503);
			await residuum.stop();
			writeFileSync(path, whole);
		}
		await residuum.restart();
		expect((await page(`/cases/${id}`)).url).toBe(`/cases/${id}`);
	});

	it('are said table by table, with what can still be read out, and how to put a backup in their place', async () => {
		await residuum.stop();
		// The files in which this debt's name is: its table; its history may keep the document in another one, compressed.
		const named = filesOf(residuum.data).filter(({ path }) =>
			readFileSync(path).includes('Findable card')
		);
		expect(named.length).toBeGreaterThan(0);
		const smallest = named.sort((a, b) => a.size - b.size)[0];
		const history = named.filter(({ path }) => readFileSync(path).includes('baseline'));
		const table =
			named.find(({ path }) => !history.some((other) => other.path === path)) ?? smallest;
		const bytes = readFileSync(table?.path ?? '');
		bytes.fill(0x5a, 100, 8000);
		writeFileSync(table?.path ?? '', bytes);
		await residuum.restart();
		const start = await page('/');
		expect(start).toMatchObject({ url: '/damaged', status: 200 });
		expect(start.text).toContain('the debts');
		expect(start.text).toContain('Restore a backup');
		expect(start.text).not.toMatch(NOT_FOR_ANYBODY);
		const { text } = await page('/damaged/cases.json');
		const { cases } = JSON.parse(text) as { cases: { debts: { name: string }[] }[] };
		expect(start.text).toContain(`All ${cases.length} cases can still be recovered.`);
		expect(cases.map(({ debts }) => debts[0]?.name)).toContain('Findable card');
		// What was read out is a file that another casebook takes in as it is.
		const other = await startResiduum();
		const taken = await other.request('POST', '/api/cases/imports', { cases });
		expect([taken.status, (taken.body as { ids: string[] }).ids.length]).toEqual([
			201,
			cases.length
		]);
		await other.remove();
		const refused = await residuum.request('PATCH', `/api/cases/${id}`, { label: 'Other' });
		expect(refused).toMatchObject({ status: 503 });
	});
});
