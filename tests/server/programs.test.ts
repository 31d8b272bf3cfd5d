/** Other programs that are let in: what forces their door, and what is carried out once. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { command, signIn } from '../../scripts/accounts.mjs';
import { queryOnce } from '../../scripts/postgres.mjs';
import type { CaseState } from '../../src/lib/document/case';
import { SCOPES, type Program } from '../../src/lib/document/programs';
import { OPERATIONS } from '../../src/lib/server/programs/operations';
import { card } from '../support/debts';
import { pageData } from '../support/page-data';
import { askBy, letIn, type Answered, type ProgramAt } from '../support/program';
import {
	caseNow,
	makeCase,
	startResiduum,
	TESTER,
	TODAY,
	type Residuum
} from '../support/residuum';
import { staffOf } from '../support/staff';

let residuum: Residuum;
let program: ProgramAt;
const { cookies, ids, letIn: letPersonIn, as } = staffOf(() => residuum);
const IVO = 'Ivo Brandt';
/** Somebody whose role lets programs in, and sees their own cases only. */
const TALA = 'Tala Fjord';

const sql = (query: string) => queryOnce(residuum.settings['DATABASE_URL'] ?? '', query);
const programs = async () =>
	(await pageData<{ programs: Program[] }>(residuum, '/programs')).programs;
const fresh = { label: 'Ferry Lane', currency: { code: 'USD', digits: 2 }, asOf: TODAY };
const byTala = async (scopes = SCOPES) => {
	const request = (method: string, path: string, body?: unknown) => as(TALA, method, path, body);
	return letIn({ address: residuum.address, request }, scopes, 'Client file');
};

beforeAll(async () => {
	residuum = await startResiduum();
	await letPersonIn(IVO, 'counselor');
	await residuum.request('PUT', '/api/roles', { role: 'Linker', may: ['work', 'programs'] });
	await letPersonIn(TALA, 'Linker');
	program = await letIn(residuum);
});
afterAll(() => residuum.remove());

const casesFor = async ({ token }: Pick<ProgramAt, 'token'>) =>
	(await askBy(residuum.address, token, 'GET', '/api/v1/cases')).status;

describe('a token', () => {
	it('is nowhere in the database, says what it is for, and when it was used', async () => {
		const { token, id, ask } = await letIn(residuum, ['cases:read'], 'Quarterly report');
		const rows = await sql(`select program_token::text as row from program_token`);
		const secret = token.replace('residuum_', '');
		expect(secret).toHaveLength(43);
		const hex = Buffer.from(secret, 'utf8').toString('hex');
		for (const { row } of rows as { row: string }[]) {
			expect(row).not.toContain(secret);
			expect(row).not.toContain(hex);
		}
		const before = (await programs()).find((one) => one.id === id);
		expect(before).toMatchObject({
			purpose: 'Quarterly report',
			person: TESTER,
			scopes: ['cases:read'],
			usedAt: null,
			isOver: false
		});
		expect((await ask('GET', '/api/v1/cases')).status).toBe(200);
		const after = (await programs()).find((one) => one.id === id);
		expect(Date.now() - Date.parse(after?.usedAt ?? '')).toBeLessThan(60_000);
	});

	it('is good no more when it has ended, was revoked, or its person may not let programs in', async () => {
		const ended = await letIn(residuum);
		await sql(
			`update program_token set ends_at = now() - interval '1 second' where id = '${ended.id}'`
		);
		expect(await casesFor(ended)).toBe(401);
		expect((await programs()).find(({ id }) => id === ended.id)?.isOver).toBe(true);

		const revoked = await letIn(residuum);
		expect(await casesFor(revoked)).toBe(200);
		await residuum.request('DELETE', `/api/programs/${revoked.id}`);
		expect(await casesFor(revoked)).toBe(401);

		const ofTala = await byTala();
		expect(await casesFor(ofTala)).toBe(200);
		const change = (body: object) => residuum.request('POST', `/api/people/${ids.get(TALA)}`, body);
		await change({ what: 'role', role: 'counselor' });
		expect(await casesFor(ofTala)).toBe(401);
		await change({ what: 'role', role: 'Linker' });
		expect(await casesFor(ofTala)).toBe(200);
		const need = (needsSecondFactor: boolean) =>
			residuum.request('PATCH', '/api/roles', { role: 'Linker', needsSecondFactor });
		await need(true);
		expect(await casesFor(ofTala)).toBe(401);
		await need(false);
		expect(await casesFor(ofTala)).toBe(200);
		await change({ what: 'lock' });
		expect(await casesFor(ofTala)).toBe(401);
		await change({ what: 'unlock' });
		expect(await casesFor(ofTala)).toBe(200);
		cookies.set(TALA, await signIn(residuum.address, TALA));
	});

	it('of somebody of the directory is good while they come in by it', async () => {
		const ofTala = await byTala();
		const seen = (when: string) =>
			sql(
				`update account set directory_subject = 'https://directory.example tala',
				directory_seen_at = ${when} where id = '${ids.get(TALA)}'`
			);
		await seen('now()');
		expect(await casesFor(ofTala)).toBe(200);
		await seen(`now() - interval '31 days'`);
		expect(await casesFor(ofTala)).toBe(401);
		await seen('null');
		expect(await casesFor(ofTala)).toBe(401);
		await sql(
			`update account set directory_subject = null, directory_seen_at = null where id = '${ids.get(TALA)}'`
		);
	});

	it('is made only by who may, and seen and revoked only by its person or who lets people in', async () => {
		const asked = { purpose: 'x', scopes: ['cases:read'], days: 30 };
		expect((await as(IVO, 'POST', '/api/programs', asked)).status).toBe(403);
		const mine = await letIn(residuum);
		expect((await as(TALA, 'DELETE', `/api/programs/${mine.id}`)).status).toBe(404);
		expect(await casesFor(mine)).toBe(200);
		const hers = await byTala();
		const seen = await pageData<{ programs: Program[] }>(
			{ address: residuum.address, headers: { cookie: cookies.get(TALA) ?? '' } },
			'/programs'
		);
		expect(new Set(seen.programs.map(({ person }) => person))).toEqual(new Set([TALA]));
		expect((await residuum.request('DELETE', `/api/programs/${hers.id}`)).status).toBe(204);
	});

	it.each([
		['no purpose', { purpose: ' ', scopes: ['cases:read'], days: 30 }],
		['nothing that it allows', { purpose: 'x', scopes: [], days: 30 }],
		['an unknown scope', { purpose: 'x', scopes: ['people:write'], days: 30 }],
		['a scope twice', { purpose: 'x', scopes: ['cases:read', 'cases:read'], days: 30 }],
		['no end', { purpose: 'x', scopes: ['cases:read'], days: 100_000 }]
	])('is not made with %s', async (_, asked) => {
		expect((await residuum.request('POST', '/api/programs', asked)).status).toBe(422);
	});

	it('is in the trail, and so is what is done by it', async () => {
		const { id, ask } = await letIn(residuum, ['cases:write'], 'Intake');
		const { body } = await ask<{ id: string }>('POST', '/api/v1/cases', fresh);
		await residuum.request('DELETE', `/api/programs/${id}`);
		const { entries } = await pageData<{
			entries: { what: string; subject: string; name: string; address: string; detail: string }[];
		}>(residuum, '/audit-trail');
		expect(entries.find(({ subject }) => subject === body.id)).toMatchObject({
			what: 'began a case',
			name: TESTER,
			address: expect.stringMatching(/, by Intake$/) as string
		});
		expect(entries.filter(({ subject }) => subject === id).map(({ what }) => what)).toEqual([
			'kept a program out',
			'let a program in'
		]);
		expect(JSON.stringify(entries)).not.toContain('residuum_');
		expect(command(residuum.settings, 'trail', 'verify').said).toContain('entries');
	});
});

describe('whoever tries to get in', () => {
	it('does nothing that the token does not allow, whatever its person may', async () => {
		const { id } = await makeCase(residuum, 'Out of scope', [card()]);
		for (const scope of SCOPES) {
			const { ask } = await letIn(residuum, [scope], `Only ${scope}`);
			for (const { method, route, scope: needed } of OPERATIONS) {
				const path = route.replace('[id=uuid]', id);
				const { status, body } = await ask<{ detail?: string }>(
					method,
					path,
					method === 'GET' ? undefined : {}
				);
				if (needed === scope) expect([status, path]).not.toEqual([403, path]);
				else {
					expect([status, path]).toEqual([403, path]);
					expect(body.detail).toContain(needed);
				}
			}
		}
		for (const { id: one } of await programs())
			await residuum.request('DELETE', `/api/programs/${one}`);
		program = await letIn(residuum);
	});

	it.each([
		['GET', '/api/casebook', 401],
		['GET', '/api/cases/file', 401],
		['GET', '/people', 303],
		['GET', '/programs', 303],
		['POST', '/api/programs', 403],
		['POST', '/api/people', 403]
	])('reaches nothing but the interface, however strong the person is: %s %s', async (...asked) => {
		const [method, path, status] = asked;
		const response = await fetch(`${residuum.address}${path}`, {
			method,
			headers: { authorization: `Bearer ${program.token}`, 'content-type': 'application/json' },
			body: method === 'POST' ? '{}' : null,
			redirect: 'manual'
		});
		expect(response.status).toBe(status);
		if (status === 303) expect(response.headers.get('location')).toMatch(/^\/sign-in/);
	});

	it('sees no case that the person does not see', async () => {
		const { id } = await makeCase(residuum, 'Not Tala’s', [card()]);
		const hers = await byTala();
		for (const path of ['', '/debts', '/plans', '/files?of=case&kind=json'])
			expect((await hers.ask('GET', `/api/v1/cases/${id}${path}`)).status).toBe(404);
		const patch = [{ op: 'replace', path: '/label', value: 'Mine' }];
		const asked = await hers.ask('PATCH', `/api/v1/cases/${id}`, patch, { 'if-match': '"2"' });
		expect(asked.status).toBe(404);
		const { body } = await hers.ask<{ cases: { id: string }[] }>('GET', '/api/v1/cases?limit=200');
		expect(body.cases.map((one) => one.id)).not.toContain(id);
	});

	it('comes in by no other secret, nor one that is misspelled', async () => {
		const { token } = program;
		const session = /residuum-session=([^;]+)/.exec(residuum.headers['cookie'] ?? '')?.[1] ?? '';
		const others = [
			'',
			'x',
			token.slice(0, -1),
			`${token}A`,
			token.replace('residuum_', ''),
			session
		];
		for (const one of [...others, `residuum_${session}`, token.toUpperCase()]) {
			const { status, headers } = await askBy(residuum.address, one, 'GET', '/api/v1/cases');
			expect([one, status]).toEqual([one, 401]);
			expect(headers.get('www-authenticate')).toMatch(/^Bearer/);
		}
		const basic = await fetch(`${residuum.address}/api/v1/cases`, {
			headers: { authorization: `Basic ${Buffer.from(`x:${token}`).toString('base64')}` }
		});
		expect(basic.status).toBe(401);
		const inAddress = await fetch(`${residuum.address}/api/v1/cases?access_token=${token}`);
		expect(inAddress.status).toBe(401);
	});

	it('is no page of elsewhere that has a browser send its session', async () => {
		const { cookie = '' } = residuum.headers;
		for (const origin of [{}, { origin: 'https://elsewhere.example' }]) {
			const response = await fetch(`${residuum.address}/api/v1/cases`, {
				method: 'POST',
				headers: { cookie, 'content-type': 'application/json', ...origin },
				body: JSON.stringify(fresh)
			});
			expect(response.status).toBe(403);
		}
		// A session counts for nothing beside a token that is none.
		const both = await fetch(`${residuum.address}/api/v1/cases`, {
			headers: { cookie, authorization: 'Bearer none' }
		});
		expect(both.status).toBe(401);
	});
});

describe('a change', () => {
	const relabel = (value: string) => [{ op: 'replace', path: '/label', value }];

	it('is made for the revision that it names, and for no other', async () => {
		const { id } = await makeCase(residuum, 'Tagged', [card()]);
		const path = `/api/v1/cases/${id}`;
		const read = await program.ask<CaseState>('GET', path);
		const etag = read.headers.get('etag') ?? '';
		const known = await program.ask('GET', path, undefined, { 'if-none-match': etag });
		expect([known.status, known.body]).toEqual([304, '']);
		expect((await program.ask('PATCH', path, relabel('x'))).status).toBe(428);
		for (const tag of ['*', '"1"', 'W/"2"', '2', '"99"', '"2", "3"'])
			expect((await program.ask('PATCH', path, relabel('x'), { 'if-match': tag })).status).toBe(
				412
			);
		const all = await Promise.all(
			Array.from({ length: 10 }, (_, n) =>
				program.ask('PATCH', path, relabel(`Tagged ${n}`), { 'if-match': etag })
			)
		);
		expect(all.map(({ status }) => status).sort()).toEqual([200, ...Array<number>(9).fill(412)]);
		const now = await caseNow(residuum, id);
		expect(now.revision).toBe(read.body.revision + 1);
		expect(now.undo).toBe('change by Bookkeeping');
	});

	it('damages nothing where it is not allowed', async () => {
		const { id } = await makeCase(residuum, 'Whole', [card()]);
		const before = await caseNow(residuum, id);
		const tag = { 'if-match': `"${before.revision}"` };
		for (const [changes, where] of [
			[[{ op: 'replace', path: '/debts/0/balance', value: -1 }], 'document.debts.0.balance'],
			[[{ op: 'remove', path: '/plans/0' }], 'document.plans'],
			[[{ op: 'add', path: '/debts/-', value: {} }], 'document.debts.1.id'],
			[
				[{ op: 'replace', path: '/currency', value: { code: 'EUR', digits: 2 } }],
				'document.currency'
			],
			[[{ op: 'copy', from: '/debts/0', path: '/debts/1' }], '0.op'],
			[[], '']
		] as const) {
			const { status, body } = await program.ask<{ problems: { at: string }[] }>(
				'PATCH',
				`/api/v1/cases/${id}`,
				changes,
				tag
			);
			expect([where, status, body.problems[0]?.at]).toEqual([where, 422, where]);
		}
		const typed = { ...tag, 'content-type': 'text/plain' };
		const other = await program.ask('PATCH', `/api/v1/cases/${id}`, relabel('x'), typed);
		expect(other.status).toBe(415);
		expect(await caseNow(residuum, id)).toEqual(before);
	});
});

describe('a request with a key', () => {
	const key = (value: string) => ({ 'idempotency-key': value });
	const countOf = async (label: string) => {
		const path = `/api/v1/cases?search=${encodeURIComponent(label)}`;
		return (await program.ask<{ cases: unknown[] }>('GET', path)).body.cases.length;
	};

	it('is carried out once, however often and at once it is sent', async () => {
		const label = 'Idempotent Lane';
		const send = () =>
			program.ask<{ id?: string }>('POST', '/api/v1/cases', { ...fresh, label }, key('a'));
		const all = await Promise.all(Array.from({ length: 8 }, send));
		const done = all.filter(({ status }) => status === 201);
		expect(all.filter(({ status }) => status !== 201 && status !== 409)).toEqual([]);
		expect(done.length).toBeGreaterThan(0);
		const again = await send();
		expect([again.status, again.headers.get('etag')]).toEqual([201, '"1"']);
		expect(new Set([...done, again].map(({ body }) => body.id)).size).toBe(1);
		expect(await countOf(label)).toBe(1);
		const other = await program.ask(
			'POST',
			'/api/v1/cases',
			{ ...fresh, label: 'Other' },
			key('a')
		);
		expect(other.status).toBe(422);
		// Of another program it is another key.
		const { ask } = await letIn(residuum, SCOPES, 'Another');
		expect(
			(await ask('POST', '/api/v1/cases', { ...fresh, label: 'Theirs' }, key('a'))).status
		).toBe(201);
	});

	it.each([
		[
			'begins-a-case',
			(id: string) => ['POST', '/api/v1/cases', { ...fresh, label: `Lost ${id}` }] as const
		],
		[
			'adds-a-debt',
			(id: string) => ['POST', `/api/v1/cases/${id}/debts`, { name: 'Lost' }] as const
		],
		[
			'records-a-balance',
			(id: string, debt: string) =>
				[
					'POST',
					`/api/v1/cases/${id}/readings`,
					{ on: TODAY, balances: [{ debt, balance: 1_234 }] }
				] as const
		]
	])(
		'that %s is carried out once, also where the program was ended before it answered',
		async (what, of) => {
			const { id, document } = await makeCase(residuum, 'Ended', [card()]);
			const [method, path, body] = of(id, document.debts[0]?.id ?? '');
			const first = await program.ask(method, path, body, key(what));
			expect(first.status).toBe(201);
			const done = await caseNow(residuum, id);
			// As if nothing had been written down but that it was begun, a while ago.
			await sql(
				`update program_answer set status = null, headers = null, body = null,
			began_at = now() - interval '2 minutes' where key = '${what}'`
			);
			const again = await program.ask<{ id: string }>(method, path, body, key(what));
			expect([again.status, again.body.id]).toEqual([
				201,
				(first as Answered<{ id: string }>).body.id
			]);
			expect(await caseNow(residuum, id)).toEqual(done);
		}
	);

	it('is refused as it was, and is done where it could not be done before', async () => {
		const { id } = await makeCase(residuum, 'Refused', [card()]);
		const patch = [{ op: 'replace', path: '/label', value: 'Renamed' }];
		const send = (tag: string, value: string) =>
			program.ask('PATCH', `/api/v1/cases/${id}`, patch, { 'if-match': tag, ...key(value) });
		expect((await send('"1"', 'stale')).status).toBe(412);
		expect((await send('"1"', 'stale')).status).toBe(412);
		expect((await send('"2"', 'good')).status).toBe(200);
		const again = await send('"2"', 'good');
		expect([again.status, again.headers.get('etag')]).toEqual([200, '"3"']);
		for (const bad of ['two words', 'ä', 'x'.repeat(201)]) {
			const sent = await program
				.ask('POST', '/api/v1/cases', fresh, key(bad))
				.catch(() => ({ status: 400 }));
			expect([bad, sent.status]).toEqual([bad, 400]);
		}
	});
});

describe('ten thousand requests', () => {
	it('are answered as many as a minute has, the others are told to wait, and people go on', async () => {
		const own = await startResiduum({ RESIDUUM_REQUESTS: '100' });
		try {
			const { ask, id } = await letIn(own);
			const all: Answered<unknown>[] = [];
			const flood = async () => {
				while (all.length < 10_000) {
					const portion = Array.from({ length: 50 }, () => ask('GET', '/api/v1/cases?limit=1'));
					all.push(...(await Promise.all(portion)));
				}
			};
			const waits: number[] = [];
			let isOver = false;
			const works = async () => {
				while (!isOver) {
					const began = performance.now();
					expect((await own.request('GET', '/api/casebook')).status).toBe(200);
					waits.push(performance.now() - began);
				}
			};
			const working = works();
			const began = Date.now();
			await flood();
			isOver = true;
			await working;
			const windows = 1 + Math.ceil((Date.now() - began) / 60_000);
			const answered = all.filter(({ status }) => status === 200);
			const refused = all.filter(({ status }) => status === 429);
			expect(answered.length + refused.length).toBe(all.length);
			expect(answered.length).toBeGreaterThanOrEqual(100);
			expect(answered.length).toBeLessThanOrEqual(100 * windows);
			expect(answered[0]?.headers.get('ratelimit-policy')).toBe('"token";q=100;w=60');
			const last = refused.at(-1);
			expect(last?.headers.get('ratelimit')).toMatch(/^"token";r=0;t=\d+$/);
			expect(Number(last?.headers.get('retry-after'))).toBeGreaterThan(0);
			expect(last?.body).toMatchObject({ status: 429, title: 'Too Many Requests' });
			expect(waits.length).toBeGreaterThan(5);
			expect(waits.sort((a, b) => a - b)[Math.floor(waits.length / 2)]).toBeLessThan(3_000);
			// Another token has its own.
			expect(
				await (await letIn(own, SCOPES, `Beside ${id}`)).ask('GET', '/api/v1/cases')
			).toMatchObject({
				status: 200
			});
		} finally {
			await own.remove();
		}
	});

	it('with tokens that are none are answered no more either', async () => {
		const own = await startResiduum();
		try {
			const all = await Promise.all(
				Array.from({ length: 100 }, (_, n) =>
					askBy(own.address, `residuum_${n}`, 'GET', '/api/v1/cases')
				)
			);
			const statuses = all.map(({ status }) => status);
			expect(statuses.filter((status) => status === 401)).toHaveLength(60);
			expect(statuses.filter((status) => status === 429)).toHaveLength(40);
			expect((await own.request('GET', '/api/casebook')).status).toBe(200);
		} finally {
			await own.remove();
		}
	});
});
