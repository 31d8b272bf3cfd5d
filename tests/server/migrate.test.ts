/** What keeps data from being brought up to date, said in one sentence; they are then as they were. */
import { PGlite } from '@electric-sql/pglite';
import { cpSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeEach, describe, expect, it } from 'vitest';
import { apply, migrate, MIGRATIONS } from '../../src/lib/server/database/migrate';
import { StatementFailed, type Statements } from '../../src/lib/server/database/statements';
import { EMPTY_DATA } from '../../scripts/prepare.mjs';
import { emptied, statementsOn } from '../support/embedded';
import { temporaryFolder } from '../support/residuum';

const folder = temporaryFolder();
cpSync(join(EMPTY_DATA, 'postgres'), join(folder, 'postgres'), { recursive: true });
const database = await PGlite.create(join(folder, 'postgres'));
afterAll(async () => {
	await database.close();
	rmSync(folder, { recursive: true });
});

const statements = statementsOn(database);

async function transaction<T>(work: (within: Statements) => Promise<T>): Promise<T> {
	await database.exec('begin');
	try {
		const result = await work(statements);
		await database.exec('commit');
		return result;
	} catch (error) {
		await database.exec('rollback');
		throw error;
	}
}

/** All that there is: what is recorded, which tables, and what is in one of them. */
async function present(): Promise<unknown> {
	await database.exec('set search_path = residuum, public');
	const { rows: applied } = await database.query('select * from migration order by number');
	const { rows: tables } = await database.query(
		`select table_schema, table_name, column_name from information_schema.columns
		where table_schema in ('public', 'residuum') order by 1, 2, 3`
	);
	const { rows: cases } = await database.query('select * from case_file');
	return { applied, tables, cases };
}

const ID = '7a1f6f0e-2c11-4a9b-9a55-0b8a52c5f001';

/** A database as it was after the first so many migrations, with a case in it. */
async function migratedTo(number: number): Promise<void> {
	await emptied(database);
	for (const migration of MIGRATIONS.slice(0, number))
		await transaction((within) => apply(within, migration));
	await transaction(async ({ exec }) => {
		await exec(`insert into case_file (id, label, currency, currency_digits, as_of, revision, touched_at)
			values ('${ID}', 'Kept through it all', 'USD', 2, '2026-12-15', 1, now())`);
		await exec(`insert into case_revision (case_id, number, what, document)
			values ('${ID}', 1, 'new case', '{"version": 1}')`);
	});
}

beforeEach(() => migratedTo(3));

it.each([
	[
		'of a newer version',
		`insert into migration (number, name, hash) values (9999, '9999_later.sql', 'x')`,
		'The data was written by a newer Residuum (its migration 9999_later.sql'
	],
	[
		'of a changed migration',
		`update migration set hash = 'other' where number = 1`,
		'Migration 0001_casebook.sql has been changed since'
	],
	[
		'without a table that a migration changes',
		'drop table plan cascade',
		`can’t be applied to this data (42P01)`
	],
	[
		'with a table that a migration would make',
		'create table outbox_message (id integer)',
		'can’t be applied to this data (42P07)'
	]
])('leaves data %s as it is', async (_, change, said) => {
	await database.exec(change);
	const before = await present();
	const error = await migrate(transaction).catch((refusal: unknown) => refusal);
	expect(error).toMatchObject({
		name: 'StartRefusal',
		message: expect.stringContaining(said) as string
	});
	expect((error as Error).message.split('\n')).toHaveLength(1);
	expect(await present()).toEqual(before);
});

it('passes on what is no fault of the data, for whoever knows what to do about it', async () => {
	const full = new StatementFailed('53100', null, 'no space left on device');
	const before = await present();
	const exec = (sql: string) =>
		sql === MIGRATIONS[5]?.sql ? Promise.reject(full) : statements.exec(sql);
	const running = migrate((work) => transaction(() => work({ ...statements, exec })));
	await expect(running).rejects.toBe(full);
	expect(await present()).toEqual(before);
});

it('brings data of any version before up to date', async () => {
	await migrate(transaction);
	const { rows } = await database.query('select label from residuum.case_file');
	expect(rows).toEqual([{ label: 'Kept through it all' }]);
	expect(await present()).toMatchObject({ applied: { length: MIGRATIONS.length } });
});

describe('the schema of its own', () => {
	const ofOthers = `create table public.ledger (id integer); insert into public.ledger values (7);
		create function public.folded(text) returns text language sql as 'select $1'`;
	const inPublic = async () => {
		const { rows } = await database.query<{ name: string }>(
			`select relname::text as name from pg_class where relnamespace = 'public'::regnamespace
			union all select proname from pg_proc where pronamespace = 'public'::regnamespace order by 1`
		);
		return rows.map(({ name }) => name);
	};

	it('takes exactly what was the program’s, and leaves what tells a version before of it', async () => {
		// What others have made beside it has other names.
		await database.exec('create table public.ledger (id integer)');
		await migrate(transaction);
		expect(await inPublic()).toEqual(['ledger', 'migration']);
		const { rows } = await database.query(
			'select number from public.migration order by number desc limit 1'
		);
		expect(rows).toEqual([{ number: 15 }]);
		// And it is found again.
		const before = await present();
		await migrate(transaction);
		expect(await present()).toEqual(before);
	});

	it('is where new data begin, whatever stands beside them', async () => {
		await database.exec(`drop schema public cascade; create schema public; ${ofOthers};
			create table public.migration (id integer); create table public.debt (id integer)`);
		await migrate(transaction);
		expect(await inPublic()).toEqual(['debt', 'folded', 'ledger', 'migration']);
		expect(await present()).toMatchObject({ applied: { length: MIGRATIONS.length }, cases: [] });
	});

	it('is refused where others have something in it', async () => {
		await database.exec(`drop schema public cascade; create schema public;
			create schema residuum; create table residuum.ledger (id integer)`);
		await expect(migrate(transaction)).rejects.toThrow(/has something else in it \(ledger\)/);
		const { rows } = await database.query(`select relname from pg_class
			where relnamespace = 'residuum'::regnamespace`);
		expect(rows).toEqual([{ relname: 'ledger' }]);
	});
});
