/** A PostgreSQL server with a standby: the first is killed during saves, the other promoted, and all goes on. */
import { addPerson, signIn, welcome } from '../accounts.mjs';
import { Counter, missing, note, ready, started, wait } from './support.mjs';

/**
 * So many times, each with the one that was promoted as the first and a new standby in the place of the killed one.
 * The program runs through all of it; it is never told which of both it is.
 * @param {number} rounds
 * @returns {Promise<import('./support.mjs').Outcome>}
 */
export async function failover(rounds) {
	const outcome = { passed: 0, failed: 0, said: /** @type {string[]} */ ([]) };
	// What it needs may have to be installed first.
	const { startPostgres } = await import('../postgres.mjs');
	let first = await startPostgres();
	let standby = await first.standBy();
	try {
		await first.waitForStandby();
		const environment = { DATABASE_URL: `${first.url('postgres')} ${standby.url('postgres')}` };
		const secret = addPerson(environment, 'Sella Wray', 'supervisor');
		const running = await started(environment);
		await welcome(running.address, secret);
		const at = { address: running.address, cookie: await signIn(running.address, 'Sella Wray') };
		for (let round = 1; round <= rounds; round += 1) {
			const counters = [new Counter(at), new Counter(at)];
			for (const counter of counters) await counter.open();
			for (const counter of counters) counter.go();
			await wait(100 + Math.random() * 600);
			await first.end('SIGKILL');
			await standby.promote();
			for (const counter of counters) await counter.stop();
			await ready(running.address);
			for (const { id, acknowledged } of counters)
				note(outcome, `failover ${round}`, await missing(at, id, acknowledged));
			await first.remove();
			[first, standby] = [standby, await standby.standBy(first.folder)];
			await first.waitForStandby();
		}
		await running.server.stop();
	} finally {
		await standby.remove();
		await first.remove();
	}
	return outcome;
}
