/** Puts a backup in the place of the data that are there. */
import { stat } from 'node:fs/promises';
import { writing } from '../database';
import { apply, MIGRATIONS } from '../database/migrate';
import { StatementFailed, type Statements } from '../database/statements';
import { dropAll, SCHEMA, strangerIn } from '../database/tables';
import { forgetAgain, forgottenCases } from '../cases/retention';
import { append } from '../people/trail';
import { readBackup, type Head, type Table, type Written } from './file';
import { lastChange } from './last-change';
import { BackupRefused } from './refused';

/** SQLSTATE of what can't be dropped because of what is built on it. */
const BUILT_ON = '2BP01';
/** Most rows, and most characters of them, written in one statement. */
const ROWS = 200;
const CHARACTERS = 4_000_000;

/**
 * Restores a backup: all of it or nothing. One of an older version is brought up to date.
 * @param key the secret key of an encrypted one; null: none was given
 * @throws BackupRefused where the file is not whole, of a newer version, or older than the data that are there
 */
export async function restoreBackup(
	path: string,
	key: string | null,
	overNewer: boolean
): Promise<Restored> {
	// Nothing is touched before all of it has been read.
	const { counts, sha256, ...head } = await readBackup(path, key);
	const known = new Map(MIGRATIONS.map(({ number, hash }) => [number, hash]));
	if (head.migrations.some(({ number, hash }) => known.get(number) !== hash))
		throw new BackupRefused(`${path} was made by a newer Residuum; restore it with that version.`);
	const forgotten = await writing(async (statements) => {
		await refuseOlder(statements, head, overNewer);
		const before = await forgottenCases(statements);
		await putBack(statements, path, key, head);
		const again = await forgetAgain(statements, before);
		await append(statements, null, 'command', [
			{ what: 'restored a backup', detail: `made ${head.at}` },
			...again.map((subject) => ({
				what: 'deleted a case for good' as const,
				subject,
				detail: 'brought back by a backup'
			}))
		]);
		return again.length;
	});
	const { size: bytes } = await stat(path);
	const { case_file: cases = 0, case_revision: revisions = 0 } = counts;
	return { cases, revisions, bytes, sha256, forgotten };
}

/** What was restored; `forgotten`: how many of the cases had been deleted for good since, and are so again. */
interface Restored extends Written {
	readonly forgotten: number;
}

/** Puts what a file holds in the place of all that is there, brought up to date. */
async function putBack(
	statements: Statements,
	path: string,
	key: string | null,
	{ migrations }: Pick<Head, 'migrations'>
): Promise<void> {
	await clear(statements);
	const upTo = Math.max(...migrations.map(({ number }) => number));
	for (const migration of MIGRATIONS)
		if (migration.number <= upTo) await apply(statements, migration);
	await fill(statements, path, key);
	for (const migration of MIGRATIONS)
		if (migration.number > upTo) await apply(statements, migration);
}

/** What migrations put into new tables gives way to what a backup has. */
const PUT_BY_MIGRATIONS: ReadonlySet<Table> = new Set<Table>([
	'account_role',
	'directory_policy',
	'trail_head'
]);

/** Makes room: what is the program's own goes, and only that. */
async function clear(statements: Statements): Promise<void> {
	await dropAll(statements).catch((error: unknown) => {
		if (!(error instanceof StatementFailed) || error.code !== BUILT_ON) throw error;
		throw new BackupRefused(
			`Something in the database that is not Residuum’s, a view perhaps, is built on its tables, and would be lost. Drop it first, and make it again afterwards.`
		);
	});
	const stranger = await strangerIn(statements);
	if (stranger !== null)
		throw new BackupRefused(
			`The schema ${SCHEMA}, which is for Residuum alone, has something else in it (${stranger}), which nothing but you can put back. Move it elsewhere first.`
		);
}

async function refuseOlder(statements: Statements, head: Head, overNewer: boolean): Promise<void> {
	const last = await lastChange(statements);
	if (overNewer || last === null || (head.last !== null && last <= head.last)) return;
	throw new BackupRefused(
		`The data that are there were changed on ${last}, after this backup was made (${head.at}), and would be lost. Make a backup of them first; then restore this one with --over-newer.`
	);
}

/** Puts every row of a file into tables that have none. */
export async function fill(
	statements: Statements,
	path: string,
	key: string | null
): Promise<void> {
	// Rows come in whichever order.
	await statements.exec('set constraints all deferred');
	let of: Table | null = null;
	let rows: string[] = [];
	let length = 0;
	const flush = async (): Promise<void> => {
		if (of !== null && PUT_BY_MIGRATIONS.has(of)) await statements.exec(`delete from ${of}`);
		if (of !== null && rows.length > 0)
			await statements.query(
				`insert into ${of} select * from jsonb_populate_recordset(null::${of}, $1)`,
				[`[${rows.join(',')}]`]
			);
		rows = [];
		length = 0;
	};
	await readBackup(path, key, async (table, json) => {
		if (table !== of || rows.length >= ROWS || length > CHARACTERS) await flush();
		of = table;
		rows.push(json);
		length += json.length;
	});
	await flush();
}
