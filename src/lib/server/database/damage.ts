/** Damaged data: what is damaged, and what can still be read out. */
import { caseDocument } from '../../document/schema/case';
import type { CaseDocument } from '../../document/case';
import { documentIn, STORED, storedIn, type StoredText } from './differences';
import { StatementFailed } from './statements';
import { KEPT, NAMED_BEFORE } from './tables';
import type { DatabaseThread } from './thread';

export interface Damage {
	readonly folder: string;
	/** The tables that can't be read whole; null: nothing can be read at all. */
	readonly tables: readonly string[] | null;
}

/** Errors that say that the data are not what they were when they were written (SQLSTATE classes XX and 58). */
export const isDamage = (error: unknown): boolean =>
	error instanceof StatementFailed &&
	(error.code === null ? isAbort(error) : /^(XX|58)/.test(error.code));

/** The database has given up: whatever it is asked from now on fails too. */
const isAbort = ({ code, said }: StatementFailed): boolean =>
	code === null && /abort|unreachable|out of bounds|null function|signature mismatch/i.test(said);

/** A database that may give up while it is read, and is then opened anew. */
export class Fragile {
	#thread: DatabaseThread;

	constructor(
		thread: DatabaseThread,
		private readonly reopen: () => Promise<DatabaseThread>
	) {
		this.#thread = thread;
	}

	get thread(): DatabaseThread {
		return this.#thread;
	}

	/** The rows, or null where they can't be read. */
	async read<T>(sql: string, values: readonly unknown[] = []): Promise<T[] | null> {
		try {
			return (await this.#thread.query<T>(sql, values)).rows;
		} catch (error) {
			if (!(error instanceof StatementFailed)) throw error;
			if (isAbort(error)) {
				await this.#thread.close().catch(() => undefined);
				this.#thread = await this.reopen();
			}
			return null;
		}
	}
}

/** Reads every table that is kept; the names of those that can't be read whole. */
export async function damagedTables(database: Fragile): Promise<string[]> {
	const damaged: string[] = [];
	for (const table of KEPT) {
		const before = (NAMED_BEFORE as Readonly<Record<string, string>>)[table];
		const read =
			(await database.read(readingAll(table))) ??
			(before === undefined ? null : await database.read(readingAll(before)));
		if (read === null) damaged.push(table);
	}
	return damaged;
}

/** SQL: every field of every row; of the history, which may be long, all but the documents. */
const readingAll = (table: string): string =>
	table === 'case_revision'
		? 'select count(*), sum(number), count(what) from case_revision'
		: `select count(*), sum(length(row.all)) from (select ${table}::text as all from ${table}) row`;

/** Cases as they were last saved, as far as their history can be read. */
export interface ReadOut {
	readonly documents: readonly CaseDocument[];
	/** Of so many cases nothing can be read; null: it can't even be read how many there are. */
	readonly lost: number | null;
}

/** Every case as it was last saved and can still be read: from the latest of its revisions that can. */
export async function readOut(database: Fragile): Promise<ReadOut> {
	const cases = await database.read<{ id: string; numbers: number[] }>(
		`select case_id as id, array_agg(number order by number desc) as numbers
		from case_revision group by case_id order by case_id`
	);
	if (cases === null) return { documents: [], lost: null };
	const found: (CaseDocument | null)[] = [];
	for (const { id, numbers } of cases) found.push(await latestOf(database, id, numbers));
	const documents = found.filter((document) => document !== null);
	return { documents, lost: found.length - documents.length };
}

/** Revisions of a case to try, from the latest back. */
const TRIED = 20;

async function latestOf(
	database: Fragile,
	id: string,
	numbers: readonly number[]
): Promise<CaseDocument | null> {
	for (const number of numbers.slice(0, TRIED)) {
		const rows = await database.read<StoredText>(
			`select ${STORED} where case_id = $1 and number = $2`,
			[id, number]
		);
		const [row] = rows ?? [];
		// What was read may have been changed by what has damaged it.
		const judged = row && caseDocument.safeParse(documentIn(storedIn(row)));
		if (judged?.success) return judged.data;
	}
	return null;
}
