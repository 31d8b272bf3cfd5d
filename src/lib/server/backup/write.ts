/** Writes a backup: all of one state of the data, while the program goes on. */
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { existsSync } from 'node:fs';
import { open, rename, rm, stat, type FileHandle } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { Readable } from 'node:stream';
import { createGzip } from 'node:zlib';
import { readingStill } from '../database';
import { MIGRATIONS } from '../database/migrate';
import { DISK_FULL, type Statements } from '../database/statements';
import { KEPT } from '../database/tables';
import { hashOfLines, readBackup, rowLine, type Head, type Table, type Written } from './file';
import { settings } from '../settings';
import { lastChange } from './last-change';
import { proveBackup } from './prove';
import { BackupRefused } from './refused';
import { newKeyPair, sealed } from './sealed';

/** Rows fetched at once: fewer from tables whose rows may hold a whole case or a message with its files. */
const ROWS = 500;
const LARGE_ROWS = 10;
const LARGE: ReadonlySet<Table> = new Set(['case_revision', 'forecast', 'outbox_message']);

/** Rows in an order in which each comes after those that it refers to. */
const ORDERED: Partial<Record<Table, string>> = {
	case_revision: 'order by case_id, number',
	trail_entry: 'order by number'
};

/**
 * Writes a backup to a new file, reads it again, and restores it for trial. It is of one state, whatever is saved
 * meanwhile; of several programs that write the same one at once, each writes a whole one. Where there are public keys
 * it is encrypted to them as it is written, and to one more, whose secret key proves this very file and is then forgotten.
 * @throws BackupRefused where there is no room for it, or the file is there already
 */
export async function writeBackup(path: string): Promise<Written> {
	if (existsSync(path)) throw new BackupRefused(`${path} is there already; name another file.`);
	// Of a length of its own: a name may be as long as a disk allows.
	const part = join(dirname(path), `residuum-${randomUUID()}.part`);
	const { backupKeys } = settings();
	const proof = backupKeys.length > 0 ? await newKeyPair() : null;
	const seal = (content: Readable): Promise<Readable> =>
		proof === null ? Promise.resolve(content) : sealed(content, [...backupKeys, proof.public]);
	try {
		const file = await open(part, 'w', 0o600);
		try {
			await readingStill(part, (statements) => pour(statements, file, seal));
			await file.sync();
		} finally {
			await file.close();
		}
		const key = proof?.secret ?? null;
		const { counts, sha256 } = await readBackup(part, key);
		await proveBackup(part, key, counts);
		await rename(part, path);
		const { size: bytes } = await stat(path);
		return { cases: counts.case_file ?? 0, revisions: counts.case_revision ?? 0, bytes, sha256 };
	} catch (error) {
		await rm(part, { force: true });
		const { code } = error as NodeJS.ErrnoException;
		if (typeof code !== 'string' || !(code === DISK_FULL || /^E[A-Z]+$/.test(code))) throw error;
		throw new BackupRefused(`${path} can’t be written (${code}); name a file where there is room.`);
	}
}

async function pour(
	statements: Statements,
	file: FileHandle,
	seal: (content: Readable) => Promise<Readable>
): Promise<void> {
	const packed = createGzip();
	const content = await seal(packed);
	const written = (async () => {
		for await (const chunk of content) await file.write(chunk as Buffer);
	})();
	// Whoever waits below hears of it, too.
	written.catch(() => packed.destroy());
	const hash = hashOfLines();
	const put = async (line: string): Promise<void> => {
		if (!packed.write(`${line}\n`)) await Promise.race([once(packed, 'drain'), written]);
	};
	const putHashed = async (line: string): Promise<void> => {
		hash.update(line).update('\n');
		await put(line);
	};
	const first: Head = {
		residuum: 'backup',
		format: 1,
		at: new Date().toISOString(),
		last: await lastChange(statements),
		migrations: MIGRATIONS.map(({ number, name, hash }) => ({ number, name, hash }))
	};
	await putHashed(JSON.stringify(first));
	const counts: Partial<Record<Table, number>> = {};
	for (const table of KEPT) {
		for await (const json of rowsOf(statements, table)) {
			counts[table] = (counts[table] ?? 0) + 1;
			await putHashed(rowLine(table, json));
		}
	}
	await put(JSON.stringify({ end: true, counts, sha256: hash.digest('hex') }));
	packed.end();
	await written;
}

/** Every row of a table as the database's own JSON. */
async function* rowsOf(statements: Statements, table: Table): AsyncGenerator<string> {
	await statements.exec(
		`declare each_row cursor for select to_jsonb(${table})::text as json from ${table} ${ORDERED[table] ?? ''}`
	);
	const most = LARGE.has(table) ? LARGE_ROWS : ROWS;
	for (;;) {
		const { rows } = await statements.query<{ json: string }>(`fetch ${most} from each_row`);
		for (const { json } of rows) yield json;
		if (rows.length < most) break;
	}
	await statements.exec('close each_row');
}
