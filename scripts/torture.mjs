/**
 * `npm run torture -- kill`, `-- server`, `-- power`, `-- disk`: takes the program's word that what it acknowledged is kept.
 * `npm run torture -- random`: takes the figures' word that they hold for anything that is drawn.
 *
 * kill    the program is killed while it saves, again and again
 * server  a PostgreSQL server is killed while the program saves into it, and the program itself, in turn
 * power   the power goes: the disk as it is in the middle of saves is copied, and the copy started from
 * disk    the disk fills up while it saves, and is freed again
 * random  the unit tests, with many times as many random cases
 *
 * `power` and `disk` need a disk of their own, which takes root and a loop device; without, they say so.
 */
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { addPerson, signIn, welcome } from './accounts.mjs';
import { startServer } from './own-server.mjs';
import { ensureBuild, ensurePackages, ROOT } from './prepare.mjs';

/** @typedef {Awaited<ReturnType<typeof startServer>>} Server */
/** @typedef {{ passed: number, failed: number, said: string[] }} Outcome */

/** Where it is asked, and as whom. @typedef {{ address: string, cookie?: string }} At */

/**
 * @param {At} at @param {string} method @param {string} path @param {unknown} [body]
 * @returns {Promise<{ status: number, body: any }>}
 */
async function ask({ address, cookie = '' }, method, path, body) {
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
class Counter {
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
		const made = await ask(this.at, 'POST', '/api/cases', fresh);
		this.id = made.body.id;
		const { body } = await ask(this.at, 'POST', `/api/cases/${this.id}/undo`, { basedOn: -1 });
		this.document = { ...body.state.document, debts: [{ ...DEBT, id: crypto.randomUUID() }] };
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
async function missing(at, id, acknowledged) {
	const { body, status } = await ask(at, 'POST', `/api/cases/${id}/undo`, { basedOn: -1 });
	if (status !== 409) return `the case is not there (${status})`;
	let { document, revision } = body.state;
	const balance = document.debts[0]?.balance ?? 0;
	if (balance < acknowledged)
		return `${acknowledged} saves were acknowledged, ${balance} are there`;
	for (let back = 1; back <= 3 && balance - back > 0; back += 1) {
		const step = await ask(at, 'POST', `/api/cases/${id}/undo`, { basedOn: revision });
		if (step.status !== 200 || step.body.document.debts[0]?.balance !== balance - back) {
			return `undo does not lead back to save ${balance - back}`;
		}
		revision = step.body.revision;
	}
	return null;
}

/** @param {Record<string, string>} environment */
async function started(environment) {
	const server = await startServer({ RESIDUUM_TODAY: '2026-12-15', ...environment });
	if (server.address === null) throw new Error(server.printed());
	return { server, address: server.address };
}

const wait = (/** @type {number} */ milliseconds) =>
	new Promise((resolve) => setTimeout(resolve, milliseconds));

/**
 * @param {string} folder @param {number} rounds
 * @returns {Promise<Outcome>}
 */
export async function kill(folder, rounds) {
	/** @type {Outcome} */
	const outcome = { passed: 0, failed: 0, said: [] };
	let running = await started({ RESIDUUM_DATA: folder });
	for (let round = 1; round <= rounds; round += 1) {
		const counter = new Counter(running);
		await counter.open();
		counter.go();
		await wait(Math.random() * 1500);
		await running.server.stop('SIGKILL');
		await counter.stop();
		running = await started({ RESIDUUM_DATA: folder });
		const problem = await missing(running, counter.id, counter.acknowledged);
		note(outcome, `kill ${round}`, problem);
	}
	await running.server.stop();
	return outcome;
}

/**
 * Kills a PostgreSQL server, and the program beside it, each so many times.
 * @param {number} rounds
 * @returns {Promise<Outcome>}
 */
export async function server(rounds) {
	/** @type {Outcome} */
	const outcome = { passed: 0, failed: 0, said: [] };
	// What it needs may have to be installed first.
	const { startPostgres } = await import('./postgres.mjs');
	const postgres = await startPostgres();
	try {
		const environment = { DATABASE_URL: postgres.url('postgres') };
		const secret = addPerson(environment, 'Sella Wray', 'supervisor');
		let running = await started(environment);
		await welcome(running.address, secret);
		const cookie = await signIn(running.address, 'Sella Wray');
		for (let round = 1; round <= 2 * rounds; round += 1) {
			const counter = new Counter({ address: running.address, cookie });
			await counter.open();
			counter.go();
			await wait(Math.random() * 600);
			const isProgram = round % 2 === 0;
			if (isProgram) await running.server.stop('SIGKILL');
			else await postgres.end('SIGKILL');
			await counter.stop();
			if (isProgram) running = await started(environment);
			else await postgres.startAgain();
			await ready(running.address);
			const problem = await missing(
				{ address: running.address, cookie },
				counter.id,
				counter.acknowledged
			);
			note(outcome, `${isProgram ? 'program' : 'PostgreSQL'} killed, ${round}`, problem);
		}
		await running.server.stop();
	} finally {
		await postgres.remove();
	}
	return outcome;
}

/** Waits until the program has its database. @param {string} address */
async function ready(address) {
	for (let time = 0; time < 300; time += 1) {
		const { status } = await fetch(`${address}/readyz`).catch(() => ({ status: 0 }));
		if (status === 200) return;
		await wait(100);
	}
	throw new Error('the program did not come back');
}

/** @param {Outcome} outcome @param {string} what @param {string | null} problem */
function note(outcome, what, problem) {
	outcome[problem === null ? 'passed' : 'failed'] += 1;
	if (problem !== null) outcome.said.push(`${what}: ${problem}`);
}

/** Whether this process can make disks of its own. */
export function canMount() {
	const folder = mkdtempSync(join(tmpdir(), 'residuum-disk-'));
	try {
		new Disk(folder, 'try', 16).remove();
		return true;
	} catch {
		return false;
	} finally {
		rmSync(folder, { recursive: true, force: true });
	}
}

/** A small disk of its own: a file with a file system in it. */
class Disk {
	/** @param {string} folder @param {string} name @param {number} [megabytes] not given: the file is there */
	constructor(folder, name, megabytes) {
		this.image = join(folder, `${name}.img`);
		this.path = join(folder, name);
		if (megabytes !== undefined) {
			quiet('truncate', '-s', `${megabytes}M`, this.image);
			quiet('mkfs.ext4', '-q', '-m', '0', this.image);
		}
		mkdirSync(this.path);
		quiet('mount', '-o', 'loop', this.image, this.path);
	}

	/** The disk as it is: what is not on it yet is lost in the copy. @param {string} to */
	copy(to) {
		quiet('cp', '--sparse=always', this.image, to);
	}

	remove() {
		quiet('umount', this.path);
		rmSync(this.image);
	}
}

/** @param {string} tool @param {string[]} words */
const quiet = (tool, ...words) =>
	execFileSync(tool, words, { stdio: ['ignore', 'ignore', 'pipe'] });

/** @param {string} folder @param {number} rounds @returns {Promise<Outcome>} */
export async function power(folder, rounds) {
	/** @type {Outcome} */
	const outcome = { passed: 0, failed: 0, said: [] };
	const disk = new Disk(folder, 'power', 400);
	const { server, address } = await started({ RESIDUUM_DATA: join(disk.path, 'data') });
	const counters = [new Counter({ address }), new Counter({ address })];
	for (const counter of counters) await counter.open();
	for (const counter of counters) counter.go();
	/** @type {{ image: string, acknowledged: number[] }[]} */
	const cuts = [];
	for (let round = 1; round <= rounds; round += 1) {
		await wait(300 + Math.random() * 1500);
		const acknowledged = counters.map((counter) => counter.acknowledged);
		// Held still, so that the copy is of one moment.
		server.signal('SIGSTOP');
		const image = join(folder, `cut-${round}.img`);
		disk.copy(image);
		server.signal('SIGCONT');
		cuts.push({ image, acknowledged });
	}
	for (const counter of counters) await counter.stop();
	await server.stop();
	disk.remove();
	for (const [at, { acknowledged }] of cuts.entries()) {
		const cut = new Disk(folder, `cut-${at + 1}`);
		const again = await started({ RESIDUUM_DATA: join(cut.path, 'data') });
		const problems = [];
		for (const [which, counter] of counters.entries()) {
			problems.push(await missing(again, counter.id, acknowledged[which] ?? 0));
		}
		note(outcome, `power cut ${at + 1}`, problems.find((problem) => problem !== null) ?? null);
		await again.server.stop();
		cut.remove();
	}
	return outcome;
}

/** @param {string} folder @returns {Promise<Outcome>} */
export async function disk(folder) {
	/** @type {Outcome} */
	const outcome = { passed: 0, failed: 0, said: [] };
	// Once the program sees it coming; once it is hit by it, in the middle of a commit.
	for (const [what, room] of /** @type {const} */ ([
		['a full disk that is seen', '48'],
		['a full disk that is not', '0']
	])) {
		const small = new Disk(folder, `disk-${room}`, 200);
		const data = {
			RESIDUUM_DATA: join(small.path, 'data'),
			RESIDUUM_ROOM: room,
			RESIDUUM_WATCH: '3000'
		};
		const { server, address } = await started(data);
		const counter = new Counter({ address });
		await counter.open();
		for (let save = 0; save < 5; save += 1) await counter.save();
		const filler = join(small.path, 'filler');
		try {
			writeFileSync(filler, Buffer.alloc(190 * 2 ** 20));
		} catch {
			// As much of it as there was room for.
		}
		const until = Date.now() + 60_000;
		let refused = null;
		while (refused === null && Date.now() < until) {
			const saved = await counter.save();
			if (saved.status !== 200) refused = saved;
		}
		note(
			outcome,
			`${what}: a save is not acknowledged`,
			[503, 507].includes(refused?.status ?? 0) ? null : `got ${refused?.status}`
		);
		if (room !== '0') {
			const read = await ask({ address }, 'GET', '/');
			note(outcome, `${what}: reading goes on`, read.status === 200 ? null : `got ${read.status}`);
			const says = String(refused?.body.message).includes('full');
			note(outcome, `${what}: it is said`, says ? null : String(refused?.body.message));
		}
		rmSync(filler);
		let again = null;
		for (let time = 0; time < 60 && again?.status !== 200; time += 1) {
			await wait(500);
			again = await counter.save().catch(() => null);
			if (again?.status === 409) counter.acknowledged = again.body.state.document.debts[0].balance;
			if (again?.status === 409) counter.revision = again.body.state.revision;
		}
		note(
			outcome,
			`${what}: once it is freed, saves go on`,
			again?.status === 200 ? null : `got ${again?.status}`
		);
		note(
			outcome,
			`${what}: nothing is lost`,
			await missing({ address }, counter.id, counter.acknowledged)
		);
		await server.stop();
		small.remove();
	}
	return outcome;
}

/** How many times as many. */
const MORE = 15;

/** @returns {Outcome} */
function random() {
	const words = [join(ROOT, 'node_modules/vitest/vitest.mjs'), 'run', '--project', 'unit'];
	const env = { ...process.env, RESIDUUM_RANDOM: String(MORE) };
	const { status } = spawnSync(process.execPath, words, { cwd: ROOT, env, stdio: 'inherit' });
	const outcome = { passed: 0, failed: 0, said: [] };
	note(outcome, `${MORE} times as many random cases`, status === 0 ? null : 'see above');
	return outcome;
}

/** @type {ReadonlyMap<string, (folder: string) => Promise<Outcome>>} */
const ALL = new Map([
	['kill', (/** @type {string} */ folder) => kill(join(folder, 'data'), 100)],
	['server', () => server(100)],
	['power', (/** @type {string} */ folder) => power(folder, 16)],
	['disk', (/** @type {string} */ folder) => disk(folder)],
	['random', async () => random()]
]);

/** @param {readonly string[]} names */
async function main(names) {
	const unknown = names.find((name) => !ALL.has(name));
	if (unknown !== undefined) {
		console.error(`There is no torture “${unknown}”; there are ${[...ALL.keys()].join(', ')}.`);
		process.exit(1);
	}
	ensurePackages();
	ensureBuild();
	const total = { passed: 0, failed: 0 };
	for (const [name, run] of ALL) {
		if (names.length > 0 && !names.includes(name)) continue;
		if (['power', 'disk'].includes(name) && !canMount()) {
			console.log(`${name} is left out: it needs root and a loop device, and here is neither.`);
			continue;
		}
		const folder = mkdtempSync(join(tmpdir(), `residuum-${name}-`));
		const outcome = await run(folder);
		for (const line of outcome.said) console.log(line);
		console.log(`${name}: ${outcome.passed} passed, ${outcome.failed} failed`);
		total.passed += outcome.passed;
		total.failed += outcome.failed;
		rmSync(folder, { recursive: true, force: true });
	}
	console.log(`${total.passed} passed, ${total.failed} failed`);
	process.exitCode = total.failed === 0 ? 0 : 1;
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href)
	await main(process.argv.slice(2));
