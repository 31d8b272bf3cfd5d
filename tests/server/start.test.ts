import { PGlite } from '@electric-sql/pglite';
import { createHash } from 'node:crypto';
import { cpSync, existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { makeEmptyData } from '../../scripts/empty-data.mjs';
import { startServer } from '../../scripts/own-server.mjs';
import { EMPTY_DATA, ROOT } from '../../scripts/prepare.mjs';
import { VERSION } from '../../src/lib/document/version';
import type { CaseState } from '../../src/lib/document/case';
import { NO_HOUSEHOLD } from '../support/earlier-names';
import { FIRST_PLAN } from '../../src/lib/document/plan';
import { card, cardOfVersion1 } from '../support/debts';
import {
	makeCase,
	startResiduum,
	temporaryFolder,
	TODAY,
	USD,
	type Residuum,
	wholly
} from '../support/residuum';

const folders: string[] = [];
afterAll(() => {
	for (const folder of folders) rmSync(folder, { recursive: true, force: true });
});

/** What a start that must be refused printed and exited with. */
async function refusedStart(environment: Record<string, string>) {
	const server = await startServer(environment);
	expect(server.address).toBeNull();
	return { code: await server.ended, said: server.printed().trim() };
}

const oneSentence = (said: string) => expect(said.split('\n')).toHaveLength(1);

describe('a start that is refused', () => {
	it('says that the folder can’t be written to', async () => {
		const folder = temporaryFolder();
		folders.push(folder);
		writeFileSync(join(folder, 'a-file'), '');
		const { code, said } = await refusedStart({ RESIDUUM_DATA: join(folder, 'a-file', 'data') });
		expect(code).toBe(1);
		expect(said).toMatch(/The data folder .* can’t be written to/);
		oneSentence(said);
	});
});

describe('the database of the build', () => {
	it('has nothing in it, whatever what has built was set up for', async () => {
		const folder = temporaryFolder();
		folders.push(folder);
		vi.stubEnv('RESIDUUM_DEMO', `${ROOT}/demo`);
		vi.stubEnv('RESIDUUM_NAMES', 'casebook.example');
		vi.stubEnv('DATABASE_URL', 'postgres://nobody@127.0.0.1:1/none');
		await makeEmptyData(folder).finally(() => vi.unstubAllEnvs());
		const database = await PGlite.create(join(folder, 'postgres'));
		const { rows } = await database.query('select count(*)::int as cases from residuum.case_file');
		expect(rows).toEqual([{ cases: 0 }]);
		await database.close();
	});
});

describe('a data folder, from its first start to its end', () => {
	let residuum: Residuum;
	afterAll(() => residuum.remove());

	it('begins from the database of the build, also where an earlier one was broken off', async () => {
		const folder = temporaryFolder();
		folders.push(folder);
		const brokenOff = join(folder, 'postgres.new');
		mkdirSync(brokenOff);
		writeFileSync(join(brokenOff, 'PG_VERSION'), '');
		residuum = await startResiduum({ RESIDUUM_DATA: folder });
		expect(existsSync(brokenOff)).toBe(false);
		await makeCase(residuum, 'The first', [card()]);
		expect((await residuum.request('GET', '/')).body).toContain('The first');
	});

	it('is held by one program alone, and so is the port', async () => {
		const { port } = new URL(residuum.address);
		const onPort = await refusedStart({ RESIDUUM_DATA: temporaryFolder(), RESIDUUM_PORT: port });
		expect(onPort.code).toBe(1);
		expect(onPort.said).toContain(`Port ${port} on 127.0.0.1 is taken`);
		oneSentence(onPort.said);
		const data = String(residuum.settings['RESIDUUM_DATA']);
		const onFolder = await refusedStart({ RESIDUUM_DATA: data });
		expect(onFolder.code).toBe(1);
		expect(onFolder.said).toContain(`${data} is in use by another Residuum`);
		oneSentence(onFolder.said);
		expect((await residuum.request('GET', '/')).status).toBe(200);
	});

	it.each(['SIGINT', 'SIGTERM'] as const)('is closed cleanly by %s', async (signal) => {
		if (signal === 'SIGTERM') await residuum.restart();
		expect(await residuum.stop(signal)).toBe(0);
		const database = await PGlite.create(
			join(String(residuum.settings['RESIDUUM_DATA']), 'postgres')
		);
		const { rows } = await database.query('select label, revision from residuum.case_file');
		expect(rows).toEqual([{ label: 'The first', revision: 2 }]);
		// Revisions can't be rewritten, not even by hand.
		await expect(database.exec(`update residuum.case_revision set what = 'x'`)).rejects.toThrow(
			'revisions are only ever appended'
		);
		await expect(database.exec(`delete from residuum.case_revision`)).rejects.toThrow('appended');
		await database.close();
	});
});

describe('data that this program can’t bring up to date are left as they are', () => {
	it.each([
		[
			'those of a newer one',
			`insert into residuum.migration (number, name, hash) values (9999, '9999_later.sql', 'x')`,
			'written by a newer Residuum (its migration 9999_later.sql'
		],
		[
			'those of another migration',
			`update residuum.migration set hash = 'x' where number = 1`,
			'0001_casebook.sql has been changed since'
		],
		[
			'those that somebody has changed',
			`delete from residuum.migration where number = (select max(number) from residuum.migration)`,
			// A table that is there already, or a column: PostgreSQL’s class 42.
			'can’t be applied to this data (42'
		]
	])('%s', async (_, change, said) => {
		const folder = temporaryFolder();
		folders.push(folder);
		cpSync(join(EMPTY_DATA, 'postgres'), join(folder, 'postgres'), { recursive: true });
		const database = await PGlite.create(join(folder, 'postgres'));
		await database.exec(change);
		await database.close();
		const refused = await refusedStart({ RESIDUUM_DATA: folder });
		expect(refused.code).toBe(1);
		expect(refused.said).toContain(said);
		oneSentence(refused.said);
	});
});

/** Brings a database on by some of the migrations, as the program itself did then. */
async function bringOn(database: PGlite, names: readonly string[], from: number): Promise<void> {
	for (const [index, name] of names.entries()) {
		const sql = readFileSync(join(ROOT, 'migrations', name), 'utf8');
		const hash = createHash('sha256').update(sql).digest('hex');
		await database.exec(sql);
		await database.query('insert into migration values ($1, $2, $3)', [from + index, name, hash]);
	}
}

describe('data of versions before', () => {
	const [first, second, debt, event] = [1, 2, 3, 4].map(() => crypto.randomUUID());
	const happens = {
		id: event,
		kind: 'one-off',
		off: false,
		date: '2027-04-15',
		amount: 40_000,
		everyYear: true
	};
	const pay = { name: 'pay', amount: 100_000, perYear: 26 };
	const sheet = { income: [pay], needs: [] };
	const budget = { kind: 'required-plus', extra: 15_000 };
	const plan = {
		budget,
		order: 'listed',
		listed: [debt],
		baseline: 'today',
		happenings: [happens],
		sheet
	};
	const document = { version: 3, label: 'Before', currency: USD, asOf: TODAY, debts: [], plan };
	let server: Awaited<ReturnType<typeof startServer>>;

	/** A case of the first version, with a change to step back to. */
	async function writeFirst(database: PGlite): Promise<void> {
		const old = (held: number | null) => {
			const debts = [cardOfVersion1({ held })];
			return { version: 1, label: 'Long ago', currency: USD, asOf: TODAY, debts };
		};
		await database.exec('begin');
		await database.query(
			`insert into case_file values ($1, 'Long ago', 'USD', 2, '2026-12-15', 2, now())`,
			[first]
		);
		for (const [number, held] of [null, 14_000].entries()) {
			await database.query(
				'insert into case_revision (case_id, number, parent, what, document) values ($1, $2, $3, $4, $5)',
				[first, number + 1, number === 0 ? null : 1, 'amount held', old(held)]
			);
		}
		await database.query(
			`insert into debt values ($1, gen_random_uuid(), 0, 'Quillmark card', 418236, 22.49, '2027-01-15',
				'interest-plus', 1, null, 100, 2500, 14000, 0)`,
			[first]
		);
		await database.exec('commit');
	}

	/** A case of the third version, whose one plan has everything in it. */
	async function writeSecond(database: PGlite): Promise<void> {
		await database.exec('begin');
		await database.query(
			`insert into case_file values ($1, 'Before', 'USD', 2, '2026-12-15', 1, now())`,
			[second]
		);
		await database.query(
			`insert into case_revision (case_id, number, what, document) values ($1, 1, 'new case', $2)`,
			[second, document]
		);
		await database.query(
			`insert into plan values ($1, 'required-plus', 15000, 'listed', 'today')`,
			[second]
		);
		await database.query('insert into plan_place values ($1, 0, $2)', [second, debt]);
		await database.query(
			`insert into plan_happening values ($1, $2, 0, 'one-off', false, '2027-04-15', 40000, true)`,
			[second, event]
		);
		await database.query(`insert into plan_line values ($1, 'income', 0, 'pay', 100000, 26)`, [
			second
		]);
		await database.exec('commit');
	}

	beforeAll(async () => {
		const folder = temporaryFolder();
		folders.push(folder);
		cpSync(join(EMPTY_DATA, 'postgres'), join(folder, 'postgres'), { recursive: true });
		const database = await PGlite.create(join(folder, 'postgres'));
		await database.exec(`drop schema residuum cascade; drop schema public cascade; create schema public;
			create table migration (number integer primary key, name text not null,
			hash text not null, applied_at timestamptz not null default now())`);
		await bringOn(database, ['0001_casebook.sql'], 1);
		await writeFirst(database);
		await bringOn(database, ['0002_one_debt_completely.sql', '0003_several_debts.sql'], 2);
		await writeSecond(database);
		await database.close();
		server = await startServer({ RESIDUUM_DATA: folder, RESIDUUM_TODAY: TODAY });
		expect(server.address).not.toBeNull();
	});
	afterAll(() => server.stop());

	/** Asks for a change of a case. */
	async function change(method: string, path: string, body: object): Promise<Response> {
		const headers = { origin: String(server.address), 'content-type': 'application/json' };
		return fetch(`${server.address}${path}`, { method, headers, body: JSON.stringify(body) });
	}

	it('are brought up to date, and their history can still be stepped through', async () => {
		const state = await change('POST', `/api/cases/${first}/undo`, { basedOn: 2 });
		expect(state.status).toBe(200);
		const now = await fetch(`${server.address}/api/v1/cases/${first}`);
		const back = (await now.json()) as CaseState;
		const [written] = back.document.debts;
		expect(written).toEqual(card({ id: written?.id, kind: 'other' }));
		expect(back.redo).toBe('amount held');
		const page = await fetch(`${server.address}/cases/${first}`);
		expect(page.status).toBe(200);
	});

	it('keep the one plan that a case had, with its sheet and what it was measured against', async () => {
		const answer = await change('PUT', `/api/cases/${second}`, {
			basedOn: 0,
			what: 'late',
			...wholly(document)
		});
		// Based on no revision there is: the case as it is comes back.
		expect(answer.status).toBe(409);
		const { state } = (await answer.json()) as { state: CaseState };
		expect(state.document).toMatchObject({
			version: VERSION,
			against: 'today',
			sheet: { income: [{ ...pay, from: null, until: null }], needs: [] },
			choices: []
		});
		expect(state.document.plans).toEqual([
			{
				...FIRST_PLAN,
				...NO_HOUSEHOLD,
				budget,
				order: 'listed',
				listed: [debt],
				events: [happens]
			}
		]);
	});
});
