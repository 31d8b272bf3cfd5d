/** Who may come in, and what each of them may do: every route, for everybody. */
import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { startServer } from '../../scripts/own-server.mjs';
import { queryOnce } from '../../scripts/postgres.mjs';
import { ROOT } from '../../scripts/prepare.mjs';
import type { BookPage } from '../../src/lib/document/casebook';
import type { AccountSummary } from '../../src/lib/document/people';
import type { CaseState } from '../../src/lib/document/case';
import { ROUTES, type Need } from '../../src/lib/server/people/access';
import { addPerson, command, signIn, welcome } from '../../scripts/accounts.mjs';
import { card } from '../support/debts';
import { expectKeptSums } from '../support/kept-sums';
import { makeCase, startResiduum, TESTER, type Residuum, wholly } from '../support/residuum';
import { staffOf } from '../support/staff';

let residuum: Residuum;
const { cookies, ids, letIn, as } = staffOf(() => residuum);

const IVO = 'Ivo Brandt';
const SENNA = 'Senna Okafor';
const PELL = 'Pell Audit';
const TALA = 'Tala Fjord';
/** A role that was made: a counselor who hands their own cases over and reads the trail. */
const LEAD = 'Team lead';

beforeAll(async () => {
	residuum = await startResiduum({ RESIDUUM_WEBHOOK_HOSTS: 'clients.example' });
	await letIn(IVO, 'counselor');
	await letIn(SENNA, 'counselor');
	await letIn(PELL, 'reader');
	await residuum.request('PUT', '/api/roles', { role: LEAD, may: ['work', 'hand over', 'trail'] });
	await letIn(TALA, LEAD);
});
afterAll(() => residuum.remove());

/** Every route of the program with its methods, as its files have them. */
function routesOfFiles(): Map<string, Set<string>> {
	const routes = new Map<string, Set<string>>();
	const folder = join(ROOT, 'src/routes');
	for (const file of readdirSync(folder, { recursive: true, encoding: 'utf8' })) {
		const isPage = file.endsWith('+page.svelte');
		if (!isPage && !file.endsWith('+server.ts')) continue;
		const place = dirname(file);
		const route = place === '.' ? '/' : `/${place}`;
		const methods = routes.get(route) ?? new Set<string>();
		if (isPage) methods.add('GET');
		else {
			const content = readFileSync(join(folder, file), 'utf8');
			for (const [, method = ''] of content.matchAll(/export const ([A-Z]+):/g))
				methods.add(method);
		}
		routes.set(route, methods);
	}
	return routes;
}

type Relation = 'own' | 'shared' | 'other';
type Answer = 'in' | 'sign in' | 'refused' | 'not there';

/** What is allowed, written down a second time: by what a route needs, who asks, and whose the case is. */
function allowed(need: Need, role: string | null, relation: Relation): Answer {
	if (need === 'anyone' || need === 'stranger') return 'in';
	if (need === 'machine' || need === 'directory') return 'not there';
	if (role === null) return 'sign in';
	if (need === 'client view') return 'not there';
	if (need === 'signed in' || need === 'own factor') return 'in';
	if (need === 'work') return role === 'reader' ? 'refused' : 'in';
	if (role === 'supervisor') return 'in';
	if (need === 'trail') return role === LEAD ? 'in' : 'refused';
	if (need === 'people' || need === 'reference' || need === 'programs') return 'refused';
	if (relation === 'other') return 'not there';
	if (need === 'forget') return 'refused';
	if (need === 'see' || need === 'see message') return 'in';
	if (role === 'reader') return 'refused';
	if (need === 'hand over') return role === LEAD && relation === 'own' ? 'in' : 'refused';
	return need === 'change' || relation === 'own' ? 'in' : 'refused';
}

/** A question of one's own about all cases; any identifier for who can't ask one. */
async function questionOf(name: string | null): Promise<string> {
	const asked = { change: { kind: 'money' }, of: 'all' };
	const { status, body } = await as(name, 'POST', '/api/what-if', asked);
	return status === 201 ? (body as { id: string }).id : crypto.randomUUID();
}

/** A program that a supervisor has let in, for a route that is about one. */
async function programFor(route: string): Promise<string> {
	if (!route.includes('[program=uuid]')) return '';
	const asked = { purpose: 'Bookkeeping', scopes: ['cases:read'], days: 30 };
	const { body } = await residuum.request('POST', '/api/programs', asked);
	return (body as { id: string }).id;
}

/** The same of one that is told. */
async function webhookFor(route: string): Promise<string> {
	if (!route.includes('[webhook=uuid]')) return '';
	const asked = { address: 'https://clients.example/told', kinds: ['case.created'] };
	const { body } = await residuum.request('POST', '/api/webhooks', asked);
	return (body as { id: string }).id;
}

describe('the table of what is allowed', () => {
	it('has every route of the program, each with its methods, and no other', () => {
		const ofFiles = [...routesOfFiles()].map(([route, methods]) => [route, [...methods].sort()]);
		const ofTable = Object.entries(ROUTES).map(([route, needs]) => [
			route,
			Object.keys(needs).sort()
		]);
		expect(ofTable.sort()).toEqual(ofFiles.sort());
	});

	it('is what everybody meets: every route, for every role, with own, shared and others’ cases', async () => {
		const cases = new Map<Relation, { id: string; message: string }>();
		const debt = card();
		/** Whose the case is, and with whom it is shared, so that it is that to the one who asks. */
		async function holds(id: string, who: string, relation: Relation): Promise<void> {
			const owner = relation === 'own' ? who : who === SENNA ? IVO : SENNA;
			await residuum.request('PUT', `/api/cases/${id}/owner`, { to: ids.get(owner) });
			const accounts = relation === 'shared' ? [ids.get(who)] : [];
			await residuum.request('PUT', `/api/cases/${id}/shared`, { accounts });
		}
		for (const relation of ['own', 'shared', 'other'] as const) {
			const { id } = await makeCase(residuum, `A case that is ${relation}`, [debt]);
			const message = crypto.randomUUID();
			await residuum.request('POST', `/api/cases/${id}/outbox`, {
				key: message,
				to: 'client@harbour.example',
				subject: 'Your plan',
				text: 'Here it is.',
				language: 'en',
				attachments: [{ name: 'a.txt', type: 'text/plain', content: 'YQ==' }]
			});
			cases.set(relation, { id, message });
		}
		const people: readonly (readonly [string | null, string | null, readonly Relation[]])[] = [
			[null, null, ['other']],
			[IVO, 'counselor', ['own', 'shared', 'other']],
			[TALA, LEAD, ['own', 'shared', 'other']],
			[PELL, 'reader', ['shared', 'other']],
			[TESTER, 'supervisor', ['other']]
		];
		cookies.set(TESTER, residuum.headers['cookie'] ?? '');
		const met: unknown[] = [];
		const wanted: unknown[] = [];
		for (const [name, role, relations] of people) {
			for (const relation of relations) {
				const { id = '', message = '' } = cases.get(relation) ?? {};
				if (name !== null) await holds(id, name, relation);
				const run = await questionOf(name);
				for (const [route, needs] of Object.entries(ROUTES)) {
					const path = route
						.replace('[id=uuid]', id)
						.replace('[message=uuid]', message)
						.replace('[debt=uuid]', debt.id)
						.replace('[account=uuid]', ids.get(SENNA) ?? '')
						.replace('[kind=reference]', 'creditor')
						.replace('[subject=uuid]', id)
						.replace('[run=uuid]', run)
						.replace('[place]', '0');
					for (const [method, need] of Object.entries(needs)) {
						// What is deleted permanently is a case of its own, and deleted.
						const deleted = route.endsWith('/permanent-deletion')
							? await makeCase(residuum, 'Forgotten', [debt])
							: null;
						if (deleted) await residuum.request('DELETE', `/api/cases/${deleted.id}`);
						// What would be brought back must be gone first.
						if (route.endsWith('/restore')) await residuum.request('DELETE', `/api/cases/${id}`);
						const asked = (deleted ? path.replace(id, deleted.id) : path)
							.replace('[program=uuid]', await programFor(route))
							.replace('[webhook=uuid]', await webhookFor(route));
						const answer = await as(name, method, asked, method === 'GET' ? undefined : {});
						if (
							route.endsWith('/restore') ||
							(route === '/api/cases/[id=uuid]' && method === 'DELETE')
						)
							await residuum.request('POST', `/api/cases/${id}/restore`);
						if (route === '/api/session' && method === 'DELETE' && name !== null) {
							cookies.set(name, await signIn(residuum.address, name));
							if (name === TESTER) residuum.headers['cookie'] = cookies.get(name) ?? '';
						}
						const line = [name, relation, method, route];
						met.push([...line, answerOf(answer.status, answer.location)]);
						wanted.push([...line, allowed(need, role, deleted ? 'other' : relation)]);
					}
				}
			}
		}
		expect(met).toEqual(wanted);
		expect(met.length).toBeGreaterThan(250);
	});

	const answerOf = (status: number, location: string | null): Answer => {
		if (status === 401 || location?.startsWith('/sign-in')) return 'sign in';
		if (status === 403) return 'refused';
		return status === 404 ? 'not there' : 'in';
	};

	it('answers another one’s case like one that is not there, to the byte', async () => {
		const { id } = await makeCase(residuum, 'Not for Ivo', [card()]);
		const nowhere = crypto.randomUUID();
		for (const [method, path] of [
			['GET', '/cases/CASE'],
			['GET', '/cases/CASE/plan'],
			['GET', '/cases/CASE/__data.json'],
			['PUT', '/api/cases/CASE'],
			['DELETE', '/api/cases/CASE'],
			['POST', '/api/cases/CASE/undo'],
			['GET', '/api/cases/file?id=CASE']
		] as const) {
			const answers = [id, nowhere].map((one) =>
				as(IVO, method, path.replace('CASE', one), method === 'GET' ? undefined : {})
			);
			const [its, none] = await Promise.all(answers);
			const plain = (answer: typeof its) =>
				JSON.stringify(answer?.body).replaceAll(id, 'CASE').replaceAll(nowhere, 'CASE');
			expect([path, its?.status, plain(its)]).toEqual([path, none?.status, plain(none)]);
		}
		const { body } = await as(IVO, 'GET', '/');
		expect(body).not.toContain('Not for Ivo');
		const { body: file } = await as(IVO, 'GET', '/api/cases/file');
		expect(JSON.stringify(file)).not.toContain('Not for Ivo');
	});

	it('hands a case over to who works with cases, and to nobody else', async () => {
		const { id } = await makeCase(residuum, 'Handed over', [card()]);
		expect((await as(IVO, 'GET', `/cases/${id}`)).status).toBe(404);
		const to = (name: string) =>
			residuum.request('PUT', `/api/cases/${id}/owner`, { to: ids.get(name) });
		expect((await to(PELL)).status).toBe(422);
		expect((await to(IVO)).status).toBe(204);
		expect((await as(IVO, 'GET', `/cases/${id}`)).status).toBe(200);
		expect((await as(IVO, 'GET', '/')).body).toContain('Handed over');
		expect((await to(SENNA)).status).toBe(204);
		expect((await as(IVO, 'GET', `/cases/${id}`)).status).toBe(404);
	});
});

describe('a case that is shared', () => {
	it('is shared by many at once without a failure: the last one says with whom', async () => {
		const { id } = await makeCase(residuum, 'Shared at once', [card()]);
		const accounts = [IVO, PELL, SENNA].map((name) => ids.get(name) ?? '');
		const statuses = await Promise.all(
			Array.from({ length: 12 }, async (_, at) => {
				const some = { accounts: accounts.slice(0, 1 + (at % 3)) };
				return (await residuum.request('PUT', `/api/cases/${id}/shared`, some)).status;
			})
		);
		expect(new Set(statuses)).toEqual(new Set([204]));
	});

	it('is read and worked on by whom it is shared with, and not deleted', async () => {
		const { id } = await makeCase(residuum, 'Shared with Ivo', [card()]);
		const shared = { accounts: [ids.get(IVO)] };
		await residuum.request('PUT', `/api/cases/${id}/shared`, shared);
		expect((await as(IVO, 'PATCH', `/api/cases/${id}`, { label: 'By Ivo' })).status).toBe(200);
		expect((await as(IVO, 'DELETE', `/api/cases/${id}`)).status).toBe(403);
		expect((await as(IVO, 'GET', `/cases/${id}`)).status).toBe(200);
	});
});

describe('accounts', () => {
	const people = async (): Promise<AccountSummary[]> => {
		const { body } = await residuum.request('GET', '/people/__data.json');
		return JSON.stringify(body).includes('isLocked') ? (body as never) : [];
	};

	it('are locked at once, and reset by a link that works once', async () => {
		await letIn('Ruben Castellane', 'counselor');
		const id = ids.get('Ruben Castellane') ?? '';
		expect((await as('Ruben Castellane', 'GET', '/')).status).toBe(200);
		expect((await residuum.request('POST', `/api/people/${id}`, { what: 'lock' })).status).toBe(
			200
		);
		expect((await as('Ruben Castellane', 'GET', '/')).status).toBe(303);
		await expect(signIn(residuum.address, 'Ruben Castellane')).rejects.toThrow('422');
		await residuum.request('POST', `/api/people/${id}`, { what: 'unlock' });
		cookies.set('before', await signIn(residuum.address, 'Ruben Castellane'));
		const { body } = await residuum.request('POST', `/api/people/${id}`, { what: 'link' });
		const { secret } = body as { secret: string };
		// Until it is used the password is what it was.
		expect((await as('before', 'GET', '/')).status).toBe(200);
		await welcome(residuum.address, secret);
		expect((await as('before', 'GET', '/')).status).toBe(303);
		await expect(welcome(residuum.address, secret)).rejects.toThrow('422');
		expect(await people()).not.toEqual([]);
	});

	it.each([
		['short', 'eleven char', 'it needs 12 at least'],
		['one of the commonest', 'unbelievable', 'one of the commonest'],
		['one key held down', 'aaaaaaaaaaaaaaaa', 'too few different characters'],
		['with the name in it', 'my name is Ivo Brandt', 'has the name in it'],
		[
			'longer than anybody types',
			'seven grey herring nets '.repeat(6),
			'longer than 128 characters'
		]
	])('take no password that is %s', async (_, password, why) => {
		const id = ids.get(IVO) ?? '';
		const { body } = await residuum.request('POST', `/api/people/${id}`, { what: 'link' });
		const { secret: token } = body as { secret: string };
		const refused = await residuum.request('POST', '/api/welcome', { token, password });
		expect(refused.status).toBe(422);
		expect((refused.body as { detail: string }).detail).toContain(why);
	});

	it.each([
		['of small letters alone', 'heron ferry lantern'],
		['of sixty-four characters', 'four slow grey herons, '.repeat(3).slice(0, 64)],
		['of a hundred and twenty-eight', 'four slow grey herons, '.repeat(6).slice(0, 128)],
		['of letters, spaces and signs of any writing', 'чайка над  водой 海鷗 🪶']
	])('take a password that is %s, all of it', async (_, password) => {
		const name = `Kept ${crypto.randomUUID()}`;
		await letIn(name, 'counselor');
		const id = ids.get(name) ?? '';
		const { body } = await residuum.request('POST', `/api/people/${id}`, { what: 'link' });
		const { secret: token } = body as { secret: string };
		const set = await residuum.request('POST', '/api/welcome', { token, password });
		expect(set.status).toBe(200);
		await expect(signIn(residuum.address, name, password.slice(0, -1))).rejects.toThrow('422');
		expect(await signIn(residuum.address, name, password)).toContain('residuum-session');
	});

	it('are made, listed and locked by the command, but for the last who could let anybody in', () => {
		const { settings } = residuum;
		expect(command(settings, 'accounts', 'list').said).toContain(`${TESTER}  ·  supervisor`);
		const twice = command(settings, 'accounts', 'add', 'ivo  BRANDT', '--role', 'reader', '--link');
		expect([twice.status, twice.refused]).toEqual([
			1,
			'There is an account of the name “ivo BRANDT” already; take another name.'
		]);
		// Another supervisor who has not used their link yet could not let anybody in.
		const another = ['accounts', 'add', 'Mara Unused', '--role', 'supervisor', '--link'] as const;
		expect(command(settings, ...another).status).toBe(0);
		expect(command(settings, 'accounts', 'lock', TESTER).refused).toContain('Nobody else who');
		expect(command(settings, 'accounts', 'role', TESTER, 'reader').refused).toContain(
			'Nobody else who'
		);
		expect(command(settings, 'accounts', 'role', IVO, 'captain').refused).toContain(
			'There is no role “captain”'
		);
		expect(command(settings, 'accounts', 'role', IVO).refused).toContain('A role is needed');
		expect(command(settings, 'accounts', 'lock', 'Nobody Here').refused).toContain('no account');
		expect(command(settings, 'accounts', 'dance').refused).toContain('npm run --silent accounts');
	});

	it('are needed before anybody is let in from elsewhere', async () => {
		const name = `test_${crypto.randomUUID().replaceAll('-', '')}`;
		await queryOnce(inject('postgres').replace('NAME', 'postgres'), `create database ${name}`);
		const environment = { DATABASE_URL: inject('postgres').replace('NAME', name) };
		const refused = await startServer(environment);
		expect(refused.address).toBeNull();
		expect(refused.printed()).toContain('There is no supervisor yet');
		const secret = addPerson(environment, 'Mara Lindqvist', 'supervisor');
		const server = await startServer(environment);
		await welcome(server.address ?? '', secret);
		expect(await signIn(server.address ?? '', 'Mara Lindqvist')).toContain('residuum-session');
		await server.stop();
	});
});

describe('roles', () => {
	const define = (who: string, role: string, may: readonly string[]) =>
		as(who, 'PUT', '/api/roles', { role, may });
	const refusal = ({ status, body }: { status: number; body: unknown }) => [
		status,
		(body as { detail?: string } | null)?.detail
	];

	it('are made and changed: whoever has one may at once do what it includes, and no more', async () => {
		await residuum.request('PUT', '/api/roles', { role: 'Auditor', may: [] });
		await letIn('Runa Vell', 'Auditor');
		const status = async (path: string) => (await as('Runa Vell', 'GET', path)).status;
		expect([await status('/audit-trail'), await status('/glance')]).toEqual([403, 403]);
		const { id } = await makeCase(residuum, 'Seen by the auditor', [card()]);
		expect(await status(`/cases/${id}`)).toBe(404);
		await residuum.request('PUT', '/api/roles', { role: 'Auditor', may: ['trail', 'all cases'] });
		expect([await status('/audit-trail'), await status('/glance')]).toEqual([200, 403]);
		expect(await status(`/cases/${id}`)).toBe(200);
		expect((await as('Runa Vell', 'PATCH', `/api/cases/${id}`, {})).status).toBe(403);
		const { said } = command(residuum.settings, 'accounts', 'role', 'Runa Vell', LEAD);
		expect(said).toBe(`Done: Runa Vell, ${LEAD}.`);
		expect([await status('/audit-trail'), await status('/glance')]).toEqual([200, 200]);
	});

	it('give nobody more than who gives them may do, and take over nobody who may do more', async () => {
		await residuum.request('PUT', '/api/roles', { role: 'Front desk', may: ['people'] });
		await letIn('Odo Falk', 'Front desk');
		const tooMuch = [422, expect.stringContaining('more than your own role includes')];
		expect(refusal(await define('Odo Falk', 'Front desk', ['people', 'trail']))).toEqual(tooMuch);
		expect(refusal(await define('Odo Falk', LEAD, []))).toEqual(tooMuch);
		const made = (role: string) =>
			as('Odo Falk', 'POST', '/api/people', { name: `Made as ${role}`, role });
		expect(refusal(await made('supervisor'))).toEqual(tooMuch);
		expect((await made('reader')).status).toBe(200);
		for (const [name, what] of [
			[TESTER, { what: 'link' }],
			[TESTER, { what: 'lock' }],
			[IVO, { what: 'role', role: 'reader' }],
			[PELL, { what: 'role', role: 'supervisor' }]
		] as const) {
			const id = ids.get(name) ?? (await accountId(name));
			expect(refusal(await as('Odo Falk', 'POST', `/api/people/${id}`, what))).toEqual(tooMuch);
		}
		// Nor by asking as a role that has the words of more.
		expect((await define('Odo Falk', 'Much', ['people', 'people'])).status).toBe(422);
		expect((await define('Odo Falk', 'Much', ['everything'])).status).toBe(422);
		expect((await define(IVO, 'Much', ['work'])).status).toBe(403);
	});

	it('that are built in stay, and others as long as somebody has them', async () => {
		expect(refusal(await define(TESTER, ' Supervisor', []))).toEqual([
			422,
			expect.stringContaining('is built in')
		]);
		expect(refusal(await define(TESTER, 'team  LEAD', []))).toEqual([
			422,
			expect.stringContaining('“Team lead” already')
		]);
		const gone = (role: string) => as(TESTER, 'DELETE', '/api/roles', { role });
		expect(refusal(await gone(LEAD))).toEqual([422, expect.stringContaining('have this role')]);
		expect(refusal(await gone('reader'))).toEqual([422, expect.stringContaining('is built in')]);
		expect(refusal(await gone('captain'))).toEqual([422, expect.stringContaining('no role')]);
		await define(TESTER, 'Short-lived', ['work']);
		expect((await gone('Short-lived')).status).toBe(204);
		const { body } = await residuum.request('GET', '/audit-trail');
		expect(body).toContain('Short-lived: work');
	});

	/** The account of somebody who was not let in here. */
	async function accountId(name: string): Promise<string> {
		const rows = await queryOnce(
			residuum.settings['DATABASE_URL'] ?? '',
			`select id from residuum.account where name = '${name}'`
		);
		return String((rows as { id: string }[])[0]?.id);
	}
});

describe('two people in one case', () => {
	it('see each other, and a stale save names whose change it met', async () => {
		const { id, document, revision } = await makeCase(residuum, 'Two in it', [card()]);
		await residuum.request('PUT', `/api/cases/${id}/owner`, { to: ids.get(IVO) });
		const here = (name: string, isHere: boolean) =>
			as(name, 'POST', `/api/cases/${id}/here`, { here: isHere });
		cookies.set(TESTER, residuum.headers['cookie'] ?? '');
		expect((await here(IVO, true)).body).toEqual({ others: [] });
		expect((await here(TESTER, true)).body).toEqual({ others: [IVO] });
		expect((await here(IVO, true)).body).toEqual({ others: [TESTER] });
		await here(TESTER, false);
		expect((await here(IVO, true)).body).toEqual({ others: [] });

		const save = (name: string, label: string) =>
			as(name, 'PUT', `/api/cases/${id}`, {
				basedOn: revision,
				what: 'client label',
				...wholly({ ...document, label })
			});
		expect((await save(IVO, 'By Ivo')).status).toBe(200);
		const stale = await save(TESTER, 'By the tester');
		expect(stale.status).toBe(409);
		const { authors, state } = stale.body as { authors: string[]; state: CaseState };
		expect(authors).toEqual([IVO]);
		expect(state.document.label).toBe('By Ivo');
	});

	it('see each other’s questions only where they are reminded of them', async () => {
		const id = await questionOf(IVO);
		const question = async (name: string) =>
			(await as(name, 'GET', `/api/what-if/${id}/question`)).status;
		expect([await question(IVO), await question(SENNA)]).toEqual([200, 404]);
		const running = async (name: string) =>
			((await as(name, 'GET', '/api/what-if')).body as { running: object[] }).running;
		expect(await running(SENNA)).toEqual([]);
		const remind = (name: string) => as(name, 'PUT', `/api/what-if/${id}/reminders`);
		expect((await remind(SENNA)).status).toBe(404);
		expect((await remind(IVO)).status).toBe(204);
		expect(await question(SENNA)).toBe(200);
		expect((await as(SENNA, 'GET', `/api/what-if/${id}`)).status).toBe(404);
	});

	it('have the sums of what each of them sees', async () => {
		expect(await expectKeptSums(residuum)).toBeGreaterThan(3);
		const { id } = await makeCase(residuum, 'Seen by another', [card()]);
		const totalsOf = async () => ((await as(IVO, 'GET', '/api/casebook')).body as BookPage).totals;
		const before = await totalsOf();
		await residuum.request('PUT', `/api/cases/${id}/shared`, { accounts: [ids.get(IVO)] });
		const [owed] = before.owed;
		expect((await totalsOf()).cases).toBe(before.cases + 1);
		expect((await totalsOf()).owed[0]?.amount).toBeGreaterThan(owed?.amount ?? 0);
		// One that is shared with its own owner is there once.
		await residuum.request('PUT', `/api/cases/${id}/owner`, { to: ids.get(IVO) });
		expect((await totalsOf()).cases).toBe(before.cases + 1);
		await expectKeptSums(residuum);
	});
});
