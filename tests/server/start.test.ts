import { PGlite } from '@electric-sql/pglite';
import { createHash } from 'node:crypto';
import { cpSync, existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, describe, expect, it, vi } from 'vitest';
import { makeEmptyData } from '../../scripts/empty-data.mjs';
import { startServer } from '../../scripts/own-server.mjs';
import { EMPTY_DATA, ROOT } from '../../scripts/prepare.mjs';
import { VERSION, type CaseState } from '../../src/lib/document/case';
import { FIRST_PLAN } from '../../src/lib/document/plan';
import { card, cardOfVersion1 } from '../support/debts';
import { makeCase, startResiduum, temporaryFolder, TODAY, USD } from '../support/residuum';

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
	it('says that the port is taken, or the folder in use', async () => {
		const first = await startResiduum();
		const { port } = new URL(first.address);
		const onPort = await refusedStart({ RESIDUUM_DATA: temporaryFolder(), RESIDUUM_PORT: port });
		expect(onPort.code).toBe(1);
		expect(onPort.said).toContain(`Port ${port} on 127.0.0.1 is taken`);
		oneSentence(onPort.said);
		const onFolder = await refusedStart({ RESIDUUM_DATA: first.data });
		expect(onFolder.code).toBe(1);
		expect(onFolder.said).toContain(`${first.data} is in use by another Residuum`);
		oneSentence(onFolder.said);
		expect((await first.request('GET', '/')).status).toBe(200);
		await first.remove();
	});

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

describe('a first start', () => {
	it('begins with nothing, whatever what has built was set up for', async () => {
		const folder = temporaryFolder();
		folders.push(folder);
		vi.stubEnv('RESIDUUM_DEMO', `${ROOT}/demo`);
		vi.stubEnv('RESIDUUM_NAMES', 'casebook.example');
		vi.stubEnv('DATABASE_URL', 'postgres://nobody@127.0.0.1:1/none');
		await makeEmptyData(folder).finally(() => vi.unstubAllEnvs());
		const database = await PGlite.create(join(folder, 'postgres'));
		const { rows } = await database.query('select count(*)::int as cases from case_file');
		expect(rows).toEqual([{ cases: 0 }]);
		await database.close();
	});

	it('begins from the database of the build, also where an earlier one was broken off', async () => {
		const folder = temporaryFolder();
		folders.push(folder);
		const brokenOff = join(folder, 'postgres.new');
		mkdirSync(brokenOff);
		writeFileSync(join(brokenOff, 'PG_VERSION'), '');
		const residuum = await startResiduum({ RESIDUUM_DATA: folder });
		expect(existsSync(brokenOff)).toBe(false);
		await makeCase(residuum, 'The first', [card()]);
		expect((await residuum.request('GET', '/')).body).toContain('The first');
		await residuum.remove();
	});
});

/** A database as it was after some of the migrations. */
async function databaseAt(...names: readonly string[]) {
	const folder = temporaryFolder();
	folders.push(folder);
	cpSync(join(EMPTY_DATA, 'postgres'), join(folder, 'postgres'), { recursive: true });
	const database = await PGlite.create(join(folder, 'postgres'));
	await database.exec(`drop schema public cascade; create schema public;
		create table migration (number integer primary key, name text not null,
		hash text not null, applied_at timestamptz not null default now())`);
	for (const [index, name] of names.entries()) {
		const sql = readFileSync(join(ROOT, 'migrations', name), 'utf8');
		const hash = createHash('sha256').update(sql).digest('hex');
		await database.exec(sql);
		await database.query('insert into migration values ($1, $2, $3)', [index + 1, name, hash]);
	}
	return { folder, database };
}

describe('data of a version before', () => {
	it('is brought up to date, and its history can still be stepped through', async () => {
		const { folder, database } = await databaseAt('0001_casebook.sql');
		const id = crypto.randomUUID();
		const old = (held: number | null) => {
			const debts = [cardOfVersion1({ held })];
			return { version: 1, label: 'Long ago', currency: USD, asOf: TODAY, debts };
		};
		await database.exec('begin');
		await database.query(
			`insert into case_file values ($1, 'Long ago', 'USD', 2, '2026-12-15', 2, now())`,
			[id]
		);
		for (const [number, held] of [null, 14_000].entries()) {
			await database.query(
				'insert into case_revision (case_id, number, parent, what, document) values ($1, $2, $3, $4, $5)',
				[id, number + 1, number === 0 ? null : 1, 'amount held', old(held)]
			);
		}
		await database.query(
			`insert into debt values ($1, gen_random_uuid(), 0, 'Quillmark card', 418236, 22.49, '2027-01-15',
				'interest-plus', 1, null, 100, 2500, 14000, 0)`,
			[id]
		);
		await database.exec('commit');
		await database.close();

		const server = await startServer({ RESIDUUM_DATA: folder, RESIDUUM_TODAY: TODAY });
		expect(server.address).not.toBeNull();
		const state = await fetch(`${server.address}/api/cases/${id}/undo`, {
			method: 'POST',
			headers: { origin: String(server.address), 'content-type': 'application/json' },
			body: JSON.stringify({ basedOn: 2 })
		});
		const { document, redo } = (await state.json()) as CaseState;
		expect(document.debts[0]).toEqual(card({ id: document.debts[0]?.id }));
		expect(redo).toBe('amount held');
		const page = await fetch(`${server.address}/cases/${id}`);
		expect(page.status).toBe(200);
		await server.stop();
	});

	it('keeps the one plan that a case had, with its sheet and what it was measured against', async () => {
		const { folder, database } = await databaseAt(
			'0001_casebook.sql',
			'0002_one_debt_completely.sql',
			'0003_several_debts.sql'
		);
		const [id, debt, happening] = [1, 2, 3].map(() => crypto.randomUUID());
		const happens = {
			id: happening,
			kind: 'one-off',
			off: false,
			date: '2027-04-15',
			amount: 40_000,
			everyYear: true
		};
		const sheet = { income: [{ name: 'pay', amount: 100_000, perYear: 26 }], needs: [] };
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
		await database.exec('begin');
		await database.query(
			`insert into case_file values ($1, 'Before', 'USD', 2, '2026-12-15', 1, now())`,
			[id]
		);
		await database.query(
			`insert into case_revision (case_id, number, what, document) values ($1, 1, 'new case', $2)`,
			[id, document]
		);
		await database.query(
			`insert into plan values ($1, 'required-plus', 15000, 'listed', 'today')`,
			[id]
		);
		await database.query('insert into plan_place values ($1, 0, $2)', [id, debt]);
		await database.query(
			`insert into plan_happening values ($1, $2, 0, 'one-off', false, '2027-04-15', 40000, true)`,
			[id, happening]
		);
		await database.query(`insert into plan_line values ($1, 'income', 0, 'pay', 100000, 26)`, [id]);
		await database.exec('commit');
		await database.close();

		const server = await startServer({ RESIDUUM_DATA: folder, RESIDUUM_TODAY: TODAY });
		const answer = await fetch(`${server.address}/api/cases/${id}`, {
			method: 'PUT',
			headers: { origin: String(server.address), 'content-type': 'application/json' },
			body: JSON.stringify({ basedOn: 0, what: 'late', document })
		});
		// Based on no revision there is: the case as it is comes back.
		expect(answer.status).toBe(409);
		const { state } = (await answer.json()) as { state: CaseState };
		expect(state.document).toMatchObject({
			version: VERSION,
			against: 'today',
			sheet,
			choices: []
		});
		expect(state.document.plans).toEqual([
			{ ...FIRST_PLAN, budget, order: 'listed', listed: [debt], happenings: [happens] }
		]);
		await server.stop();
	});
});

describe('an end', () => {
	it.each(['SIGINT', 'SIGTERM'] as const)('by %s closes the database cleanly', async (signal) => {
		const residuum = await startResiduum();
		await makeCase(residuum, 'Closed cleanly', [card()]);
		expect(await residuum.stop(signal)).toBe(0);
		const database = await PGlite.create(join(residuum.data, 'postgres'));
		const { rows } = await database.query('select label, revision from case_file');
		expect(rows).toEqual([{ label: 'Closed cleanly', revision: 2 }]);
		// Revisions can't be rewritten, not even by hand.
		await expect(database.exec(`update case_revision set what = 'x'`)).rejects.toThrow(
			'revisions are only ever appended'
		);
		await expect(database.exec(`delete from case_revision`)).rejects.toThrow('appended');
		await database.close();
		await residuum.remove();
	});
});
