/**
 * A backup as a file: compressed lines of JSON, the same whichever database it is of. The first says what it is a
 * backup of, each further one is a row with its table, and the last how many there are, and the SHA-256 of all lines
 * before it: a file that was cut off or changed is none.
 */
import { createHash, type Hash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { createInterface } from 'node:readline';
import type { Readable } from 'node:stream';
import { createGunzip } from 'node:zlib';
import { z } from 'zod';
import { KEPT, NAMED_BEFORE } from '../database/tables';
import { BackupRefused } from './refused';
import { isSealed, unsealed } from './sealed';

/** Every table that a backup may have rows of. */
const TABLES = [...KEPT, ...Object.values(NAMED_BEFORE)] as const;
export type Table = (typeof TABLES)[number];

const head = z.strictObject({
	residuum: z.literal('backup'),
	format: z.literal(1),
	/** When it was made, as an instant. */
	at: z.iso.datetime(),
	/** The last change in it, as an instant; null where it is empty. */
	last: z.iso.datetime().nullable(),
	/** The migrations that its data have been through. */
	migrations: z.array(z.strictObject({ number: z.int(), name: z.string(), hash: z.string() }))
});
export type Head = z.infer<typeof head>;

const tail = z.strictObject({
	end: z.literal(true),
	/** Rows by table. */
	counts: z.partialRecord(z.enum(TABLES), z.int()),
	sha256: z.string()
});
export type Tail = z.infer<typeof tail>;

/** The result of writing a backup. */
export interface Written {
	readonly cases: number;
	readonly revisions: number;
	readonly bytes: number;
	readonly sha256: string;
}

/** A row as a line: the database's own JSON of it, which nobody here looks into. */
export const rowLine = (table: Table, json: string): string => `${table} ${json}`;

export const hashOfLines = (): Hash => createHash('sha256');

/** The lines of a file, decrypted with a key where it is encrypted, and decompressed; refuses what is no such file. */
async function* linesOf(path: string, key: string | null): AsyncGenerator<string> {
	const file = createReadStream(path);
	const unpacked = createGunzip();
	const content = (await isSealed(path)) ? await openedBy(key, file, path) : file;
	const failed = new Promise<never>((_, reject) => {
		for (const each of [file, content, unpacked]) each.once('error', reject);
	});
	failed.catch(() => undefined);
	const lines = createInterface({ input: content.pipe(unpacked), crlfDelay: Infinity });
	const each = lines[Symbol.asyncIterator]();
	try {
		for (;;) {
			const next = await Promise.race([each.next(), failed]);
			if (next.done) return;
			yield next.value;
		}
	} catch (error) {
		const { code } = error as NodeJS.ErrnoException;
		throw new BackupRefused(
			code === 'ENOENT'
				? `There is no file ${path}.`
				: `${path} can’t be read as a backup (${code ?? 'unknown error'}): it is no backup, or not all of one.`
		);
	} finally {
		lines.close();
		file.destroy();
	}
}

async function openedBy(key: string | null, file: Readable, path: string): Promise<Readable> {
	if (key === null)
		throw new BackupRefused(
			`${path} is encrypted; give its secret key when it is asked for, or on the standard input.`
		);
	return unsealed(file, path, key);
}

/** Called with each row of a backup. */
type Take = (table: Table, json: string) => Promise<void>;

/** Reads a backup from its first line to its last, and whether all of it is there. `key`: the secret one of an encrypted file. */
export async function readBackup(
	path: string,
	key: string | null,
	take?: Take
): Promise<Head & Tail> {
	const notOne = (why: string) =>
		new BackupRefused(`${path} is no whole backup: ${why}. Take another one.`);
	const hash = hashOfLines();
	const counts: Partial<Record<Table, number>> = {};
	let first: Head | null = null;
	let last: Tail | null = null;
	for await (const line of linesOf(path, key)) {
		if (last !== null) throw notOne('something follows its end');
		if (first === null) {
			first = parsed(head, line) ?? null;
			if (first === null) throw notOne('it does not begin as one');
		} else if (line.startsWith('{')) {
			last = parsed(tail, line) ?? null;
			if (last === null) throw notOne('its end can’t be read');
			if (last.sha256 !== hash.digest('hex')) throw notOne('its content was changed');
			break;
		} else {
			const at = line.indexOf(' ');
			const table = line.slice(0, at) as Table;
			if (!TABLES.includes(table)) throw notOne('a line of it belongs nowhere');
			counts[table] = (counts[table] ?? 0) + 1;
			await take?.(table, line.slice(at + 1));
		}
		hash.update(line).update('\n');
	}
	if (first === null || last === null) throw notOne('its end is missing');
	for (const table of TABLES)
		if ((last.counts[table] ?? 0) !== (counts[table] ?? 0)) throw notOne('lines of it are missing');
	return { ...first, ...last };
}

function parsed<T>(schema: z.ZodType<T>, line: string): T | undefined {
	try {
		return schema.safeParse(JSON.parse(line)).data;
	} catch {
		return undefined;
	}
}
