/** Indexes on the server: the debts that follow one, which of them are behind, and asking whoever publishes them. */
import { afterAll, beforeAll, expect, it } from 'vitest';
import { startIndex } from '../../standins/index/server.mjs';
import { card } from '../support/debts';
import { caseNow, makeCase, startResiduum, wholly, type Residuum } from '../support/residuum';

const INDEX = '5b2c9e10-4d7a-4e63-9c1f-0000000000a1';
let residuum: Residuum;
let publisher: Awaited<ReturnType<typeof startIndex>>;
beforeAll(async () => {
	publisher = await startIndex();
	residuum = await startResiduum({ RESIDUUM_INDEXES: publisher.address });
});
afterAll(async () => {
	await residuum.remove();
	await publisher.stop();
});

const put = async (basedOn: number, rows: readonly object[]): Promise<void> => {
	const own = { kind: 'index', subject: INDEX, knownFrom: '' };
	const { status, body } = await residuum.request('POST', '/api/reference/index', {
		basedOn,
		rows: rows.map((row) => ({ ...own, ...row }))
	});
	expect([status, body]).toEqual([200, { version: basedOn + 1 }]);
};
const value = (holdsFrom: string, annual: number | null) => ({
	term: 'value',
	holdsFrom,
	content: annual === null ? null : { annual }
});
const NEWER = 'follows an index with newer values';
const isBehind = async (): Promise<boolean> =>
	String((await residuum.request('GET', '/')).body).includes(NEWER);

it('says which debts follow one, and only while its values are others that they are behind', async () => {
	const name = 'Harbour rate';
	const profile = { term: 'profile', holdsFrom: '2026-01-01', content: { name, about: '' } };
	await put(0, [profile, value('2026-01-01', 70_000)]);
	const follows = {
		index: INDEX,
		name,
		version: 1,
		margin: 120_000,
		from: null,
		every: 1,
		lookBack: 0,
		step: null,
		cap: null,
		floor: 0,
		reamortize: false,
		values: [{ date: '2026-01-01', annual: 70_000 }]
	};
	const debts = [card({ name: 'By the harbour', follows }), card({ name: 'By hand' })];
	const { id } = await makeCase(residuum, 'One of two follows', debts);
	const { body } = await residuum.request('GET', `/api/reference/index/${INDEX}/cases`);
	expect(body).toEqual({
		debts: [
			{
				caseId: id,
				label: 'One of two follows',
				debt: debts[0]?.id,
				name: 'By the harbour',
				version: 1
			}
		]
	});
	expect(await isBehind()).toBe(false);
	await put(1, [value('2026-12-10', 72_500)]);
	expect(await isBehind()).toBe(true);
	await put(2, [value('2026-12-10', null)]);
	expect(await isBehind()).toBe(false);
	await put(3, [value('2026-12-12', 75_000)]);
	expect(await isBehind()).toBe(true);
	const values = [...follows.values, { date: '2026-12-12', annual: 75_000 }];
	const { document, revision } = await caseNow(residuum, id);
	const taken = document.debts.map((debt, at) =>
		at === 0 ? { ...debt, follows: { ...follows, version: 4, values } } : debt
	);
	const saved = await residuum.request('PUT', `/api/cases/${id}`, {
		basedOn: revision,
		what: 'values of the index',
		...wholly({ ...document, debts: taken })
	});
	expect(saved.status).toBe(200);
	expect(await isBehind()).toBe(false);
	await residuum.request('DELETE', `/api/cases/${id}`);
	await put(4, [value('2026-12-14', 80_000)]);
	expect(await isBehind()).toBe(false);
});

it('asks whoever publishes an index, who may not know it or send nonsense', async () => {
	const ask = (name: string) => residuum.request('POST', '/api/indexes', { name });
	const told = await ask('Coast prime rate');
	expect(told).toMatchObject({ status: 200, body: { kind: 'text' } });
	expect((told.body as { text: string }).text).toMatch(/^\d{4}-\d\d-\d\d,[\d.]+$/m);
	expect(await ask('No such rate')).toMatchObject({ status: 200, body: { kind: 'unknown' } });
	expect((await ask('')).status).toBe(422);
	await fetch(`${publisher.address}/told`, { method: 'POST', body: '{"is":"failing"}' });
	expect(await ask('Coast prime rate')).toMatchObject({ status: 200, body: { kind: 'silent' } });
});
