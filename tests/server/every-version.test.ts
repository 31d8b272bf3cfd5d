/**
 * Data of every version of the document since the first: the rows that the program of that version wrote for its demo, in
 * tables as its migrations made them, are opened by the present one; and backups since there are any.
 */
import { PGlite } from '@electric-sql/pglite';
import { cpSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { apply, MIGRATIONS } from '../../src/lib/server/database/migrate';
import type { CaseDocument, CaseState } from '../../src/lib/document/case';
import { emptyDebt } from '../../src/lib/document/debt';
import { VERSION } from '../../src/lib/document/version';
import { EMPTY_DATA, ROOT } from '../../scripts/prepare.mjs';
import { command } from '../../scripts/accounts.mjs';
import { emptied, statementsOn } from '../support/embedded';
import { startResiduum, temporaryFolder, type Residuum } from '../support/residuum';

/** The rows of a data folder, by table, as `to_jsonb` writes them. */
interface Kept {
	readonly version: number;
	readonly schema: string;
	readonly tables: Readonly<Record<string, readonly Record<string, unknown>[]>>;
}

const kept = Array.from({ length: VERSION }, (_, at) => at + 1).map(
	(version) =>
		JSON.parse(readFileSync(join(ROOT, `tests/versions/version-${version}.json`), 'utf8')) as Kept
);

/** A data folder as the program of a version left it: tables by its migrations, and its rows in them. */
async function folderOf({ schema, tables: { migration = [], ...tables } }: Kept): Promise<string> {
	const folder = temporaryFolder();
	cpSync(EMPTY_DATA, folder, { recursive: true });
	const database = await PGlite.create(join(folder, 'postgres'));
	const applied = new Set(migration.map(({ number }) => number));
	if (applied.size < MIGRATIONS.length) {
		await emptied(database);
		if (schema !== 'public')
			await database.exec(`create schema ${schema}; set search_path = ${schema}`);
		for (const one of MIGRATIONS)
			if (applied.has(one.number)) await apply(statementsOn(database), one);
	}
	// Rows come in any order, as they were: neither references nor triggers are asked.
	await database.exec('set session_replication_role = replica');
	for (const [table, rows] of Object.entries(tables)) {
		const into = `"${schema}"."${table}"`;
		await database.exec(`delete from ${into}`);
		await database.query(
			`insert into ${into} select * from jsonb_populate_recordset(null::${into}, $1)`,
			[JSON.stringify(rows)]
		);
	}
	await database.close();
	return folder;
}

/**
 * The cases of the rows are there, each a document of the present version with its debts and plans, and can be changed,
 * set back and changed again, also by a program that has to read all of it from history.
 */
async function isWhole(residuum: Residuum, { tables }: Kept): Promise<void> {
	const cases = tables['case_file'] ?? [];
	expect(cases.length).toBeGreaterThan(3);
	const changed: { id: unknown; revision: number; after: CaseDocument }[] = [];
	for (const { id, label, revision } of cases) {
		const before = await documentNow(residuum, id);
		expect(before).toMatchObject({ version: VERSION, label });
		const debts = tables['debt']?.filter((debt) => debt['case_id'] === id) ?? [];
		expect(before.debts.map(({ name, balance }) => [name, balance]).sort()).toEqual(
			debts.map(({ name, balance }) => [name, balance]).sort()
		);
		// With what only later versions have: fields of a debt, and the calendar that was given out.
		const debt = { ...emptyDebt(crypto.randomUUID()), withdrawn: ['1'] };
		const saved = await residuum.request('PUT', `/api/cases/${String(id)}`, {
			basedOn: revision,
			key: crypto.randomUUID(),
			what: 'debt',
			changes: [
				{ op: 'add', path: '/debts/-', value: debt },
				{ op: 'replace', path: '/calendar/sequence', value: before.calendar.sequence + 1 }
			]
		});
		expect(saved).toMatchObject({ status: 200, body: { revision: Number(revision) + 1 } });
		const after = await documentNow(residuum, id);
		expect(after.debts.at(-1)).toEqual(debt);
		expect(await stepped(residuum, id, 'undo', Number(revision) + 1)).toEqual(before);
		changed.push({ id, revision: Number(revision) + 2, after });
	}
	await residuum.stop();
	await residuum.restart();
	for (const { id, revision, after } of changed)
		expect(await stepped(residuum, id, 'redo', revision)).toEqual(after);
}

async function documentNow(residuum: Residuum, id: unknown): Promise<CaseDocument> {
	const { body } = await residuum.request('GET', `/api/v1/cases/${String(id)}`);
	return (body as CaseState).document;
}

/** The document after a step back or forward. */
async function stepped(
	residuum: Residuum,
	id: unknown,
	step: 'undo' | 'redo',
	basedOn: number
): Promise<CaseDocument> {
	const { status } = await residuum.request('POST', `/api/cases/${String(id)}/${step}`, {
		basedOn
	});
	expect(status).toBe(200);
	return documentNow(residuum, id);
}

/** Backups that programs made since there were any, with the version of their documents. */
const BACKUPS = [8, 9, 10, 11, 12, 13, 14, 15];

describe('data of version', () => {
	it.each(kept.map((one) => [one.version, one] as const))(
		'%i of the document are opened, changed and set back',
		async (_, one) => {
			const data = await folderOf(one);
			const residuum = await startResiduum({ RESIDUUM_DATA: data });
			try {
				await isWhole(residuum, one);
			} finally {
				await residuum.remove();
				rmSync(data, { recursive: true, force: true });
			}
		}
	);

	it.each(BACKUPS)('%i come back from the backup that their program made', async (version) => {
		const data = temporaryFolder();
		const backup = join(ROOT, `tests/versions/version-${version}.backup`);
		expect(command({ RESIDUUM_DATA: data }, 'restore', backup).said).toMatch(
			/^Restored: \d+ cases/
		);
		const residuum = await startResiduum({ RESIDUUM_DATA: data });
		try {
			await isWhole(residuum, kept[version - 1] as Kept);
		} finally {
			await residuum.remove();
			rmSync(data, { recursive: true, force: true });
		}
	});
});
