/** Reference data on the server: versions, conflicts, refusals, and what a restart and a backup keep of them. */
import { afterAll, beforeAll, expect, inject, it } from 'vitest';
import { startResiduum, TESTER, type Residuum } from '../support/residuum';

/** With accounts whoever changed something is named. */
const isServer = (inject('postgres') as string | undefined) !== undefined;

let residuum: Residuum;
beforeAll(async () => {
	residuum = await startResiduum();
});
afterAll(() => residuum.remove());

const id = (at: number) => `5b2c9e10-4d7a-4e63-9c1f-${String(at).padStart(12, '0')}`;
const profile = (at: number, name: string) => ({
	kind: 'creditor',
	subject: id(at),
	term: 'profile',
	holdsFrom: '2026-12-15',
	knownFrom: '',
	content: {
		name,
		names: [],
		kind: 'card',
		address: [],
		email: '',
		language: 'en',
		currency: 'USD'
	}
});
const agreement = (at: number, holdsFrom: string, annualRate: number) => ({
	kind: 'creditor',
	subject: id(at),
	term: 'agreement',
	holdsFrom,
	knownFrom: 'a letter',
	content: { annualRate, payment: null, fee: 0, after: 1, conditions: '' }
});

interface Told {
	readonly version: number;
	readonly rows: readonly { term: string; version: number; content: unknown }[];
	readonly detail: string;
	readonly problems: readonly { at: string }[];
}
const put = async (basedOn: number, rows: readonly object[], kind = 'creditor') => {
	const { status, body } = await residuum.request('POST', `/api/reference/${kind}`, {
		basedOn,
		rows
	});
	return { status, ...(body as Told) };
};
const all = async () => (await residuum.request('GET', '/api/reference/creditor')).body as Told;

it('has a version for what is written together, and never writes over what others wrote since', async () => {
	const first = await put(0, [profile(1, 'Quayside Bank'), agreement(1, '2026-01-01', 80_000)]);
	expect([first.status, first.version]).toEqual([200, 1]);
	const second = await put(1, [agreement(1, '2026-01-01', 90_000)]);
	expect(second.version).toBe(2);
	// Another window still has the first version.
	const stale = await put(1, [agreement(1, '2026-01-01', 70_000)]);
	expect([stale.status, stale.detail]).toEqual([
		409,
		`${isServer ? `${TESTER} changed this` : 'This was changed elsewhere'} in the meantime. Nothing was saved. What holds now is shown; try again to put yours in its place.`
	]);
	// What it changes of another day is in nobody's way.
	expect((await put(1, [agreement(1, '2027-06-01', 70_000)])).version).toBe(3);
	const { rows, version } = await all();
	expect(version).toBe(3);
	expect(rows.map(({ term, version: of }) => [term, of])).toEqual([
		['agreement', 3],
		['agreement', 2],
		['profile', 1]
	]);
	const history = (await residuum.request('GET', `/api/reference/creditor/${id(1)}`)).body as Told;
	expect(history.rows.map(({ version: of }) => of)).toEqual([3, 2, 1, 1]);
});

it('withdraws a row by one without content, and keeps what was there in the history', async () => {
	const { version } = await all();
	await put(version, [{ ...agreement(1, '2027-06-01', 0), content: null }]);
	const { rows } = await all();
	expect(rows.filter(({ term }) => term === 'agreement')).toHaveLength(1);
	const history = (await residuum.request('GET', `/api/reference/creditor/${id(1)}`)).body as Told;
	expect(history.rows[0]?.content).toBeNull();
	expect(history.rows).toHaveLength(5);
});

it('refuses what can’t be, all of it, with the row and what is allowed', async () => {
	const { version } = await all();
	const twin = await put(version, [profile(2, '  QUAYSIDE bank')]);
	expect([twin.status, twin.detail]).toEqual([
		422,
		'There is another creditor called “QUAYSIDE bank”; use that one, or another name.'
	]);
	const bad = await put(version, [
		profile(3, 'Fine'),
		{ ...agreement(3, '2027-01-01', 80_000), content: { annualRate: 80_000 } }
	]);
	expect(bad.status).toBe(422);
	expect(bad.problems[0]?.at).toMatch(/^rows\.1\.content/);
	expect((await put(version, [profile(4, 'Elsewhere')], 'index')).status).toBe(422);
	expect((await put(version, [])).status).toBe(422);
	expect((await residuum.request('GET', '/api/reference/planet')).status).toBe(404);
	expect((await all()).version).toBe(version);
});

it('is not sent again where the page has it, and goes out as a table', async () => {
	const { address } = residuum;
	const first = await fetch(`${address}/api/reference/creditor`, { headers: residuum.headers });
	const etag = first.headers.get('etag') ?? '';
	const again = await fetch(`${address}/api/reference/creditor`, {
		headers: { ...residuum.headers, 'if-none-match': etag }
	});
	expect([first.status, again.status]).toEqual([200, 304]);
	const file = await fetch(`${address}/api/reference/creditor/file?as=csv`, {
		headers: residuum.headers
	});
	expect(await file.text()).toContain('Quayside Bank,,card,,,en,USD');
});

it('is there after a restart', async () => {
	const before = await all();
	await residuum.stop();
	await residuum.restart();
	expect(await all()).toEqual(before);
});
