/** What a collector reads in the log of who came in and who was refused. */
import { expect, it } from 'vitest';
import { PASSWORD } from '../../scripts/accounts.mjs';
import { card } from '../support/debts';
import { askBy } from '../support/program';
import { ask, makeCase, startResiduum, type Residuum } from '../support/residuum';
import { staffOf } from '../support/staff';

interface Line {
	readonly event?: string;
	readonly why?: string;
	readonly route?: string | null;
	readonly account?: string | null;
	readonly [more: string]: unknown;
}

/** The lines of the log about access, each of which is JSON. */
const linesOf = (residuum: Residuum): Line[] =>
	residuum
		.printed()
		.split('\n')
		.filter((line) => line.startsWith('{'))
		.map((line) => JSON.parse(line) as Line)
		.filter(({ event }) => event !== undefined);

it('has sign-ins and refusals as lines of JSON, without anything of a client or what was typed', async () => {
	const residuum = await startResiduum();
	const { letIn, ids, as } = staffOf(() => residuum);
	await letIn('Ivo Brandt', 'counselor');
	const { id } = await makeCase(residuum, 'Figures of nobody', [
		card({ balance: 7_654_321 as never })
	]);
	const before = linesOf(residuum).length;

	const headers = { origin: residuum.address, 'content-type': 'application/json' };
	const session = (name: string, password: string) =>
		ask(residuum.address, headers, 'POST', '/api/session', { name, password });
	await session('Ivo Brandt', 'typed in the wrong place');
	await session('typed as a name', PASSWORD);
	await session('Ivo Brandt', PASSWORD);
	await as('Ivo Brandt', 'GET', `/cases/${id}`);
	await as('Ivo Brandt', 'GET', `/api/v1/cases/${id}`);
	await as('Ivo Brandt', 'POST', '/api/people', { name: 'Somebody', role: 'supervisor' });
	await as(null, 'GET', '/api/casebook');
	// Who opens a page signed out is led to the sign-in, not refused.
	await as(null, 'GET', '/');
	await askBy(residuum.address, 'residuum_guessed', 'GET', '/api/v1/cases');
	await ask(
		residuum.address,
		{ ...headers, origin: 'https://elsewhere.example' },
		'POST',
		'/api/session',
		{
			name: 'Ivo Brandt',
			password: PASSWORD
		}
	);
	for (let tries = 0; tries < 5; tries += 1) await session('nobody here', 'not the password');
	await as('Ivo Brandt', 'DELETE', '/api/session');

	const account = ids.get('Ivo Brandt') ?? '';
	const told = linesOf(residuum).slice(before);
	const short = told.map(({ event, why = '', route = '', account: by, subject = null }) =>
		[event, why, route, by ?? subject ?? ''].filter(Boolean).join(' · ')
	);
	const refused = 'was refused a sign-in';
	expect(short).toEqual([
		`${refused} · ${account}`,
		refused,
		`signed in · ${account}`,
		`refused · no case · /cases/[id=uuid] · ${account}`,
		`refused · no case · /api/v1/cases/[id=uuid] · ${account}`,
		`refused · refused · /api/people · ${account}`,
		'refused · sign in · /api/casebook',
		'refused · no valid token · /api/v1/cases',
		'refused · another origin · /api/session',
		refused,
		refused,
		refused,
		refused,
		'refused · too many requests · /api/session',
		`signed out · ${account}`
	]);
	expect(told.every(({ level, time, address }) => level === 30 && time && address)).toBe(true);
	const all = residuum.printed();
	for (const kept of ['Figures', '7654321', id, 'typed', 'nobody here', 'Ivo', PASSWORD, 'guessed'])
		expect([kept, all.includes(kept)]).toEqual([kept, false]);
	await residuum.remove();

	const silent = await startResiduum({ RESIDUUM_LOG: 'silent' });
	expect(linesOf(silent)).toEqual([]);
	await silent.remove();
});
