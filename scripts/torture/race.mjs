/**
 * What many do at once, where only one may win or all have to: a case shared, backups into one folder, a restore tried
 * while the data are in use, passwords guessed while somebody is at work.
 */
import { mkdirSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { addPerson, commandBeside, PASSWORD, signIn, welcome } from '../accounts.mjs';
import { ask, note, started } from './support.mjs';

/** So many at once. */
const MANY = 40;

/** @param {string} folder @param {number} rounds @returns {Promise<import('./support.mjs').Outcome>} */
export async function race(folder, rounds) {
	const outcome = { passed: 0, failed: 0, said: /** @type {string[]} */ ([]) };
	const backups = join(folder, 'backups');
	mkdirSync(backups);
	const environment = { RESIDUUM_DATA: join(folder, 'data'), RESIDUUM_NAMES: 'casebook.example' };
	const secret = addPerson(environment, 'Sella Wray', 'supervisor');
	const running = await started(environment);
	const { address } = running;
	await welcome(address, secret);
	const at = { address, cookie: await signIn(address, 'Sella Wray') };
	for (let round = 1; round <= rounds; round += 1) {
		const [sharing, backingUp, restoring, guessing] = await Promise.all([
			shared(at, round),
			backedUp(environment, join(backups, `${round}`)),
			commandBeside(environment, 'restore', join(backups, 'none')),
			guessed(at, round)
		]);
		note(outcome, `shared by many at once, ${round}`, sharing);
		note(outcome, `backed up by many at once, ${round}`, backingUp);
		const isRefused = restoring.refused.includes('stop it first');
		note(outcome, `restored while in use, ${round}`, isRefused ? null : restoring.refused);
		note(outcome, `guessed by many at once, ${round}`, guessing);
	}
	const left = readdirSync(backups).filter((name) => !/^\d+$/.test(name));
	note(outcome, 'nothing is left of backups', left.length === 0 ? null : left.join());
	await running.server.stop();
	return outcome;
}

/** Everybody shares a case with the same person: each is answered alike, and the person has it once. @param {import('./support.mjs').At} at @param {number} round */
async function shared(at, round) {
	const fresh = {
		label: `Shared ${round}`,
		currency: { code: 'USD', digits: 2 },
		asOf: '2026-12-15'
	};
	const { id } = (await ask(at, 'POST', '/api/v1/cases', fresh)).body;
	const made = await ask(at, 'POST', '/api/people', { name: `Person ${round}`, role: 'counselor' });
	const account = made.body.account.id;
	const statuses = await Promise.all(
		Array.from({ length: MANY }, async () => {
			const answer = await ask(at, 'PUT', `/api/cases/${id}/shared`, { accounts: [account] });
			return answer.status;
		})
	);
	const others = statuses.filter((status) => status >= 300);
	if (others.length > 0) return `answered with ${[...new Set(others)].join()}`;
	const { body } = await ask(at, 'GET', `/api/cases/${id}/holders`);
	const holds = body.shared.filter((/** @type {string} */ one) => one === account).length;
	return holds === 1 ? null : `the person is named ${holds} times`;
}

/** Several write the same file: all but one are told, or all wrote a whole one. @param {Record<string, string>} environment @param {string} path */
async function backedUp(environment, path) {
	const all = await Promise.all([1, 2, 3].map(() => commandBeside(environment, 'backup', path)));
	const good = all.filter(({ said }) => said.startsWith('Written, read again')).length;
	const told = all.filter(({ refused }) => refused.includes('is there already')).length;
	return good > 0 && good + told === all.length ? null : JSON.stringify(all);
}

/** Of many guesses at once a few are judged, and whoever has a session goes on. @param {import('./support.mjs').At} at @param {number} round */
async function guessed(at, round) {
	const { address } = at;
	const name = `Nobody ${round}`;
	const statuses = await Promise.all(
		Array.from({ length: MANY }, async () => {
			const answer = await ask({ address }, 'POST', '/api/session', { name, password: PASSWORD });
			return answer.status;
		})
	);
	const goesOn = await ask(at, 'GET', '/api/casebook');
	if (goesOn.status !== 200) return `who has a session was answered with ${goesOn.status}`;
	const judged = statuses.filter((status) => status === 422).length;
	const turnedAway = statuses.filter((status) => status === 429).length;
	if (judged + turnedAway < MANY) return `answered with ${[...new Set(statuses)].join()}`;
	return judged <= 5 ? null : `${judged} of ${MANY} guesses were judged`;
}
