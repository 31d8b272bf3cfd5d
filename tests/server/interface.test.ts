/** The interface for other programs: its description, a client made of that, and what is answered. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createConfig, lintFromString } from '@redocly/openapi-core';
import { generateApi } from 'swagger-typescript-api';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ROOT } from '../../scripts/prepare.mjs';
import type { CaseState } from '../../src/lib/document/case';
import { outlineOf } from '../../src/lib/document/outline';
import {
	caseAnswer,
	casesAnswer,
	debtsAnswer,
	plansAnswer,
	problemAnswer,
	writtenAnswer
} from '../../src/lib/document/schema/programs';
import { ROUTES } from '../../src/lib/server/people/access';
import { OPERATIONS } from '../../src/lib/server/programs/operations';
import { card } from '../support/debts';
import { pageData } from '../support/page-data';
import { letIn, type ProgramAt } from '../support/program';
import { referenceHousehold } from '../support/reference-household';
import { caseNow, makeCase, startResiduum, TODAY, type Residuum } from '../support/residuum';

let residuum: Residuum;
let program: ProgramAt;
beforeAll(async () => {
	residuum = await startResiduum();
	program = await letIn(residuum);
});
afterAll(() => residuum.remove());

const described = async () => (await fetch(`${residuum.address}/api/v1/openapi.json`)).text();

describe('the description', () => {
	it('is served to anybody, is valid, and passes the recommended rules', async () => {
		const problems = await lintFromString({
			source: await described(),
			absoluteRef: 'openapi.json',
			config: await createConfig({
				extends: ['recommended'],
				// It is served by whoever has it: there is no other server to be named.
				rules: { 'no-server-example.com': 'off' }
			})
		});
		expect(
			problems.map(({ ruleId, message, location }) => [ruleId, message, location[0]?.pointer])
		).toEqual([]);
	});

	it('is a file of the build, which a release has', async () => {
		const file = readFileSync(join(ROOT, 'build/openapi.json'), 'utf8');
		expect(JSON.parse(file)).toEqual(JSON.parse(await described()));
	});

	it('has every operation that there is, and no other', async () => {
		const { paths } = JSON.parse(await described()) as { paths: Record<string, object> };
		const said = Object.entries(paths).flatMap(([path, of]) =>
			Object.keys(of)
				.filter((method) => method !== 'parameters')
				.map((method) => `${method.toUpperCase()} ${path}`)
		);
		const routes = Object.entries(ROUTES)
			.filter(([route, needs]) => route.startsWith('/api/v1/') && needs.GET !== 'anyone')
			.flatMap(([route, needs]) =>
				Object.keys(needs).map((method) => `${method} ${route.replace('[id=uuid]', '{id}')}`)
			);
		expect(said.sort()).toEqual(routes.sort());
		expect(OPERATIONS).toHaveLength(routes.length);
	});
});

/** What somebody else’s program does: it takes a household in, and reads what its plan comes to. */
const CLIENT = `
import { Api, type CaseLine, type Plans } from './client';

const [address = '', token = '', asOf = '', debts = ''] = process.argv.slice(2);
const api = new Api({
	baseUrl: address,
	baseApiParams: { headers: { authorization: \`Bearer \${token}\` } }
});
const currency = { code: 'USD', digits: 2 };
const made = await api.api.createCase({ label: 'From the client file', currency, asOf });
const id: string = made.data.id;
for (const debt of JSON.parse(debts) as object[]) await api.api.addDebt(id, debt);
const before = await api.api.readCase(id);
const etag = before.headers.get('etag') ?? '';
await api.api.changeCase(id, [{ op: 'replace', path: '/label', value: 'Renamed' }], {
	headers: {
		'If-Match': etag,
		authorization: \`Bearer \${token}\`
	}
});
const plans: Plans = (await api.api.readPlans(id)).data;
const owed = (await api.api.readDebts(id)).data.debts.reduce((sum, { balance }) => sum + (balance ?? 0), 0);
const lines: CaseLine[] = [];
let cursor: string | undefined;
do {
	const { data } = await api.api.listCases({ sort: 'label', limit: 1, ...(cursor && { cursor }) });
	lines.push(...data.cases);
	cursor = data.next ?? undefined;
} while (cursor);
const refused = await api.api.readCase(crypto.randomUUID()).catch((error: { status: number }) => error.status);
console.log(JSON.stringify({ id, owed, plan: plans.plans[0], labels: lines.map(({ label }) => label), refused }));
`;

describe('a client that is made of the description', () => {
	it('compiles strictly, and takes a household in and out', async () => {
		const folder = mkdtempSync(join(tmpdir(), 'residuum-client-'));
		try {
			const spec = JSON.parse(await described()) as NonNullable<
				Parameters<typeof generateApi>[0]
			>['spec'];
			const { files } = await generateApi({
				spec: spec as never,
				output: false,
				silent: true,
				fileName: 'client'
			} as never);
			writeFileSync(join(folder, 'client.ts'), files[0]?.fileContent ?? '');
			writeFileSync(join(folder, 'use.mts'), CLIENT);
			writeFileSync(join(folder, 'package.json'), '{ "type": "module" }');
			const run = (script: string, ...words: string[]) =>
				execFileSync(process.execPath, [join(ROOT, 'node_modules', script), ...words], {
					encoding: 'utf8',
					cwd: folder
				});
			run(
				'typescript/bin/tsc',
				...'--noEmit --strict --skipLibCheck --target es2022 --lib es2022,dom --module esnext'.split(
					' '
				),
				...`--moduleResolution bundler --types node --typeRoots ${ROOT}/node_modules/@types use.mts`.split(
					' '
				)
			);
			const debts = referenceHousehold().map(({ id: _id, ...debt }) => debt);
			const said = JSON.parse(
				run(
					'tsx/dist/cli.mjs',
					'use.mts',
					residuum.address,
					program.token,
					TODAY,
					JSON.stringify(debts)
				)
			) as { id: string; owed: number; plan: object; labels: string[]; refused: number };
			const { document } = await caseNow(residuum, said.id);
			expect(document.label).toBe('Renamed');
			expect(document.debts.map(({ name, balance }) => [name, balance])).toEqual(
				debts.map(({ name, balance }) => [name, balance])
			);
			expect(said.plan).toEqual(JSON.parse(JSON.stringify(outlineOf(document).plans[0])));
			expect(said.owed).toBe(debts.reduce((sum, { balance }) => sum + (balance ?? 0), 0));
			expect(said.labels).toContain('Renamed');
			expect(said.refused).toBe(404);
		} finally {
			rmSync(folder, { recursive: true });
		}
	}, 180_000);
});

describe('what is answered', () => {
	it('is what the description says, strictly', async () => {
		const { id } = await makeCase(residuum, 'Described', referenceHousehold());
		const path = `/api/v1/cases/${id}`;
		for (const [asked, schema] of [
			['/api/v1/cases', casesAnswer],
			[path, caseAnswer],
			[`${path}/debts`, debtsAnswer],
			[`${path}/plans`, plansAnswer]
		] as const) {
			const { status, body } = await program.ask('GET', asked);
			expect([asked, status]).toEqual([asked, 200]);
			// Nothing is lost: all that is answered is described.
			expect(schema.parse(body)).toEqual(body);
		}
		const refused = await program.ask('GET', `/api/v1/cases/${crypto.randomUUID()}`);
		expect(problemAnswer.parse(refused.body)).toEqual(refused.body);
		expect(refused.headers.get('content-type')).toBe('application/problem+json');
		const written = await program.ask('POST', `${path}/debts`, { name: 'Another card' });
		expect(writtenAnswer.parse(written.body)).toEqual(written.body);
		const nowhere = await program.ask('GET', '/api/v1/nothing');
		expect([nowhere.status, problemAnswer.safeParse(nowhere.body).success]).toEqual([404, true]);
		expect((await program.ask('POST', '/api/v1/nothing', {})).status).toBe(404);
	});

	it('of a plan and its debts is what the reference cases say', async () => {
		const { id } = await makeCase(residuum, 'Reference', referenceHousehold());
		const { body } = await program.ask<CaseState>('GET', `/api/v1/cases/${id}`);
		const outline = JSON.parse(JSON.stringify(outlineOf(body.document))) as object;
		const debts = await program.ask<{ debts: object }>('GET', `/api/v1/cases/${id}/debts`);
		const plans = await program.ask<{ plans: object }>('GET', `/api/v1/cases/${id}/plans`);
		expect({ debts: debts.body.debts, plans: plans.body.plans }).toEqual(outline);
	});

	it('is in the trail where it was read, figures too, and not where it was known', async () => {
		const { id } = await makeCase(residuum, 'Looked at', referenceHousehold());
		const opened = async () => {
			const { entries } = await pageData<{ entries: { what: string; address: string }[] }>(
				residuum,
				`/audit-trail?of=${id}`
			);
			return entries.filter(
				({ what, address }) => what === 'opened a case' && address.endsWith('by Bookkeeping')
			).length;
		};
		for (const [at, path] of ['', '/debts', '/plans'].entries()) {
			const read = await program.ask('GET', `/api/v1/cases/${id}${path}`);
			expect([path, await opened()]).toEqual([path, at + 1]);
			const etag = read.headers.get('etag') ?? '';
			const known = await program.ask('GET', `/api/v1/cases/${id}${path}`, undefined, {
				'if-none-match': etag
			});
			expect([path, known.status, await opened()]).toEqual([path, 304, at + 1]);
			// A change is made for a revision, not for what was computed of it.
			if (path === '') continue;
			const change = [{ op: 'replace', path: '/label', value: 'x' }];
			const made = await program.ask('PATCH', `/api/v1/cases/${id}`, change, { 'if-match': etag });
			expect([path, made.status]).toEqual([path, 412]);
		}
	});

	it('is answered as it was, though the debt that was read is gone', async () => {
		const { id, document } = await makeCase(residuum, 'Gone since', [card()]);
		const send = () =>
			program.ask(
				'POST',
				`/api/v1/cases/${id}/readings`,
				{ on: TODAY, balances: [{ debt: document.debts[0]?.id, balance: 1 }] },
				{ 'idempotency-key': `gone ${id}`.replace(' ', '-') }
			);
		const first = await send();
		expect(first.status).toBe(201);
		const remove = [{ op: 'remove', path: '/debts/0' }];
		const tag = { 'if-match': first.headers.get('etag') ?? '' };
		expect((await program.ask('PATCH', `/api/v1/cases/${id}`, remove, tag)).status).toBe(200);
		const again = await send();
		expect([again.status, again.body]).toEqual([201, first.body]);
	});

	it('records balances of a visit, one a debt and day, and refuses what does not fit', async () => {
		const { id, document } = await makeCase(residuum, 'Read', [card(), card({ name: 'Other' })]);
		const [first, second] = document.debts.map((debt) => debt.id);
		const send = (on: string, balances: object[]) =>
			program.ask<{ id: string; problems: { at: string }[] }>(
				'POST',
				`/api/v1/cases/${id}/readings`,
				{ on, balances }
			);
		const made = await send(TODAY, [
			{ debt: first, balance: 400_000, interest: 5_100 },
			{ debt: second, balance: 1, date: '2026-12-01' }
		]);
		expect(made.status).toBe(201);
		const again = await send(TODAY, [{ debt: first, balance: 399_999 }]);
		expect(again.body.id).toBe(made.body.id);
		const { document: now } = await caseNow(residuum, id);
		expect(now.visits).toEqual([{ id: made.body.id, date: TODAY }]);
		expect(
			now.readings.map(({ debt, date, balance, interest }) => ({ debt, date, balance, interest }))
		).toEqual([
			{ debt: second, date: '2026-12-01', balance: 1, interest: null },
			{ debt: first, date: TODAY, balance: 399_999, interest: 5_100 }
		]);
		for (const [on, balances, status] of [
			[TODAY, [], 422],
			[TODAY, [{ debt: first, balance: -1 }], 422],
			[TODAY, [{ debt: first, balance: 1, date: '2027-01-01' }], 422],
			[TODAY, [{ debt: crypto.randomUUID(), balance: 1 }], 422],
			['2026-02-30', [{ debt: first, balance: 1 }], 422]
		] as const)
			expect([on, balances, (await send(on, [...balances])).status]).toEqual([
				on,
				balances,
				status
			]);
		expect((await caseNow(residuum, id)).document).toEqual(now);
	});

	it('makes each file as what it is, and says why there is none', async () => {
		const { id, document } = await makeCase(residuum, 'Filed', referenceHousehold());
		const [debt, plan] = [document.debts[0]?.id ?? '', document.plans[0]?.id ?? ''];
		const file = async (query: string) => {
			const response = await fetch(`${residuum.address}/api/v1/cases/${id}/files?${query}`, {
				headers: { authorization: `Bearer ${program.token}` }
			});
			return { status: response.status, text: (await response.text()).slice(0, 400) };
		};
		for (const [query, begins] of [
			['of=case&kind=json', '{\n\t"$schema": "residuum-cases.schema.json"'],
			['of=case&kind=csv', 'Name,Creditor,Account,Balance (USD)'],
			[`of=debt&id=${debt}&kind=pdf`, '%PDF-1.'],
			[`of=debt&id=${debt}&kind=xlsx`, 'PK'],
			[`of=debt&id=${debt}&kind=csv`, ''],
			[`of=plan&id=${plan}&kind=pdf`, '%PDF-1.'],
			[`of=plan&id=${plan}&kind=html`, '<!doctype html>'],
			[`of=plan&id=${plan}&kind=xlsx`, 'PK'],
			[`of=plan&id=${plan}&kind=csv`, ''],
			[`of=plan&id=${plan}&kind=svg`, '<svg '],
			['of=plans&kind=csv', ''],
			['of=plans&kind=svg', '<svg '],
			['of=budget+sheet&kind=csv', '']
		] as const) {
			const { status, text } = await file(query);
			expect([query, status, text.toLowerCase().startsWith(begins.toLowerCase())]).toEqual([
				query,
				200,
				true
			]);
			expect(text.length).toBeGreaterThan(20);
		}
		for (const [query, status, says] of [
			['', 422, 'case, debt, plan'],
			['of=plan&kind=pdf', 422, 'identifier'],
			[`of=debt&id=${debt}&kind=ics`, 422, 'pdf, xlsx, csv'],
			[`of=plan&id=${debt}&kind=pdf`, 404, 'no such debt or plan'],
			[`of=deposits&id=${plan}&kind=csv`, 422, 'cannot be created']
		] as const) {
			const made = await file(query);
			expect([query, made.status]).toEqual([query, status]);
			expect(made.text).toContain(says);
		}
	});
});
