/** Files that are weapons, given to the command that reads files: each is refused, soon, and within little memory. */
import { spawn } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from '../prepare.mjs';
import { note } from './support.mjs';
import { weapons } from './weapons.mjs';

/** Seconds, and megabytes of any one process: to start the command takes most of both. */
const LONGEST = 15;
const MEMORY = 300;

/** @param {string} folder @returns {Promise<import('./support.mjs').Outcome>} */
export async function files(folder) {
	const outcome = { passed: 0, failed: 0, said: /** @type {string[]} */ ([]) };
	for (const [name, bytes, why] of weapons()) {
		const path = join(folder, name);
		writeFileSync(path, bytes);
		const began = performance.now();
		const { code, said, peak } = await converted(path, join(folder, 'out.json'));
		const seconds = (performance.now() - began) / 1000;
		const problem =
			code !== 1 || !said.includes(why)
				? `ended with ${code}: ${said.slice(0, 200)}`
				: seconds > LONGEST || peak > MEMORY
					? `took ${seconds.toFixed(1)} s and ${peak.toFixed(0)} MB`
					: null;
		note(outcome, name, problem);
	}
	return outcome;
}

/** @param {string} from @param {string} to @returns {Promise<{ code: number | null, said: string, peak: number }>} */
function converted(from, to) {
	const child = spawn(process.execPath, ['scripts/convert.mjs', from, to], {
		cwd: ROOT,
		stdio: ['ignore', 'ignore', 'pipe']
	});
	let [said, peak] = ['', 0];
	child.stderr.on('data', (text) => (said += String(text)));
	const watched = setInterval(() => {
		for (const pid of [child.pid, ...childrenOf(child.pid)])
			peak = Math.max(peak, highWaterOf(pid));
	}, 10);
	return new Promise((resolve) =>
		child.once('close', (code) => {
			clearInterval(watched);
			resolve({ code, said, peak });
		})
	);
}

/** The most memory that a process has had so far, in megabytes (`proc_pid_status(5)`). @param {number | undefined} pid */
function highWaterOf(pid) {
	return Number(/^VmHWM:\s+(\d+) kB/m.exec(read(`/proc/${pid}/status`))?.[1] ?? 0) / 1024;
}

/** @param {number | undefined} pid */
const childrenOf = (pid) =>
	read(`/proc/${pid}/task/${pid}/children`).split(' ').filter(Boolean).map(Number);

/** @param {string} path */
function read(path) {
	try {
		return readFileSync(path, 'utf8');
	} catch {
		// It has ended.
		return '';
	}
}
