/** The program, and a PostgreSQL server, killed in the middle of saves. */
import { addPerson, signIn, welcome } from '../accounts.mjs';
import { Counter, missing, note, ready, started, wait } from './support.mjs';

/** @typedef {import('./support.mjs').Outcome} Outcome */

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
	const { startPostgres } = await import('../postgres.mjs');
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
