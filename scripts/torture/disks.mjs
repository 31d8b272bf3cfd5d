/** A disk of its own, which loses its power or fills up. */
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ask, Counter, missing, note, started, wait } from './support.mjs';

/** @typedef {import('./support.mjs').Outcome} Outcome */

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
			const says = String(refused?.body.detail).includes('full');
			note(outcome, `${what}: it is said`, says ? null : String(refused?.body.detail));
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
