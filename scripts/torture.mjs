/**
 * `npm run torture -- NAME …`: trials that take the program, and its figures, at their word. Without a name: all of them.
 *
 * kill      the program is killed while it saves, again and again
 * server    a PostgreSQL server is killed while the program saves into it, and the program itself, in turn
 * failover  of a PostgreSQL server and its standby the first is killed during saves, and the other promoted
 * power     the power goes: the disk as it is in the middle of saves is copied, and the copy started from
 * disk      the disk fills up while it saves, and is freed again
 * race      sharing, backups, restores and guesses at passwords, many at once
 * files     files that are weapons are given to the command that reads files
 * hold      how long somebody else waits while the program does the most that it can be asked to
 * random    the unit tests, with many times as many random cases
 *
 * `power` and `disk` need a disk of their own, which takes root and a loop device; without, they say so.
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuild, ensurePackages, ROOT } from './prepare.mjs';
import { canMount, disk, power } from './torture/disks.mjs';
import { failover } from './torture/failover.mjs';
import { files } from './torture/files.mjs';
import { kill, server } from './torture/killed.mjs';
import { race } from './torture/race.mjs';
import { note } from './torture/support.mjs';

/** @typedef {import('./torture/support.mjs').Outcome} Outcome */

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

/** @returns {Outcome} */
function hold() {
	const words = [join(ROOT, 'scripts/bench.mjs'), 'hold'];
	const { status } = spawnSync(process.execPath, words, { cwd: ROOT, stdio: 'inherit' });
	const outcome = { passed: 0, failed: 0, said: [] };
	note(outcome, 'nobody is held', status === 0 ? null : 'see above');
	return outcome;
}

/** @type {ReadonlyMap<string, (folder: string) => Promise<Outcome>>} */
const ALL = new Map([
	['kill', (/** @type {string} */ folder) => kill(join(folder, 'data'), 100)],
	['server', () => server(100)],
	['failover', () => failover(20)],
	['power', (/** @type {string} */ folder) => power(folder, 16)],
	['disk', (/** @type {string} */ folder) => disk(folder)],
	['race', (/** @type {string} */ folder) => race(folder, 10)],
	['files', (/** @type {string} */ folder) => files(folder)],
	['hold', async () => hold()],
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

await main(process.argv.slice(2));
