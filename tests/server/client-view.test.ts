/** The screen turned to a client, where there are accounts: what turns it back, and whose browser it is. */
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { PASSWORD, signIn } from '../../scripts/accounts.mjs';
import { queryOnce } from '../../scripts/postgres.mjs';
import { card } from '../support/debts';
import { makeCase, startResiduum, type Residuum } from '../support/residuum';
import { staffOf } from '../support/staff';

let residuum: Residuum;
const { cookies, ids, letIn, as } = staffOf(() => residuum);

const IVO = 'Ivo Brandt';
let home: string;

const database = <Row extends Record<string, unknown>>(statement: string): Promise<Row[]> =>
	queryOnce<Row>(residuum.settings['DATABASE_URL'] ?? '', statement);
const turn = (code: string | null) => as(IVO, 'POST', `/api/cases/${home}/client-view`, { code });
const turnBack = (typed: string) => as(IVO, 'POST', '/api/client-view/end', { typed });

beforeAll(async () => {
	residuum = await startResiduum();
	await letIn(IVO, 'counselor');
	({ id: home } = await makeCase(residuum, 'Ivo’s own', [card()]));
	await residuum.request('PUT', `/api/cases/${home}/owner`, { to: ids.get(IVO) });
});
beforeEach(() => database('delete from sign_in_failure'));
afterAll(() => residuum.remove());

describe('a screen that is turned to a client', () => {
	it('answers nothing else, and is turned back by the password where there is no code', async () => {
		expect((await turn(null)).status).toBe(204);
		expect((await as(IVO, 'GET', '/')).location).toBe('/client-view');
		expect((await as(IVO, 'GET', '/client-view')).status).toBe(200);
		for (const [method, path] of [
			['GET', '/api/casebook'],
			['GET', `/api/v1/cases/${home}`],
			['POST', '/api/v1/cases'],
			['DELETE', '/api/session'],
			['PUT', '/api/session'],
			['POST', `/api/cases/${home}/client-view`]
		] as const)
			expect([
				path,
				(await as(IVO, method, path, method === 'GET' ? undefined : {})).status
			]).toEqual([path, 423]);
		expect((await turnBack('1234')).status).toBe(422);
		expect((await turnBack('not the password')).status).toBe(422);
		expect((await turnBack(PASSWORD)).status).toBe(204);
		expect((await as(IVO, 'GET', '/')).status).toBe(200);
		expect((await as(IVO, 'GET', '/client-view')).status).toBe(404);
	});

	it('is turned back by its code or by the password, and leaves the person’s other browsers alone', async () => {
		cookies.set('elsewhere', await signIn(residuum.address, IVO));
		await turn('4071');
		expect((await as('elsewhere', 'GET', '/')).status).toBe(200);
		expect((await as(IVO, 'GET', '/')).location).toBe('/client-view');
		expect((await turnBack('4071')).status).toBe(204);
		await turn('4071');
		expect((await turnBack(PASSWORD)).status).toBe(204);
		// What the database keeps turns nothing back.
		await turn('4071');
		const kept = await database<{ code: string }>('select code from client_view');
		expect(kept[0]?.code).toMatch(/^\$argon2id\$/);
		expect((await turnBack('4071')).status).toBe(204);
		expect(await database('select code from client_view')).toEqual([]);
	});

	it('lets nobody try ten thousand codes', async () => {
		await turn('9876');
		const statuses = await Promise.all(
			Array.from({ length: 60 }, async (_, at) => (await turnBack(String(1000 + at))).status)
		);
		expect(statuses.filter((status) => status === 422).length).toBeLessThanOrEqual(5);
		expect(statuses.filter((status) => status === 429).length).toBeGreaterThanOrEqual(55);
		// Not even with the right one, for a while.
		expect((await turnBack('9876')).status).toBe(429);
		await database('delete from sign_in_failure');
		expect((await turnBack('9876')).status).toBe(204);
	});

	it('shows a stranger nothing once the session has ended', async () => {
		await turn('4071');
		await database(
			"delete from session where account_id = (select id from account where folded = 'ivo brandt')"
		);
		expect((await as(IVO, 'GET', '/client-view')).location).toBe('/sign-in');
		cookies.set(IVO, await signIn(residuum.address, IVO));
		expect((await as(IVO, 'GET', '/')).status).toBe(200);
	});

	it('refuses a code that is none', async () => {
		for (const code of ['407', '40711', 'abcd', '４０７１', '', 4071])
			expect((await as(IVO, 'POST', `/api/cases/${home}/client-view`, { code })).status).toBe(422);
		expect((await as(IVO, 'GET', '/')).status).toBe(200);
	});
});
