/**
 * The one database: opened in the data folder, brought up to date, asked in transactions one after the other,
 * opened again when its thread is lost, and looked through for damage at the start.
 */
import { takeDataFolder, freeSpace, type DataFolder } from './data-folder';
import { damagedTables, Fragile, isDamage, readOut, type Damage, type ReadOut } from './damage';
import { log, OwnError } from './log';
import { migrate } from './migrate';
import { StartRefusal } from './start-refusal';
import type { Statements } from './statements';
import { DatabaseThread, StatementFailed, ThreadLost } from './thread';

/** Why the database can't do what it is asked, now; said to whoever asked. */
export class NotNow extends OwnError {
	override readonly name = 'NotNow';
	constructor(
		readonly reason: 'full' | 'opening' | 'damaged',
		message: string
	) {
		super(message);
	}
}

/**
 * So much must be free for a save, in bytes: the database's log grows by pieces of 16 MB, and tables beside
 * it. `RESIDUUM_ROOM` says it in MB.
 */
const ROOM = Number(process.env['RESIDUUM_ROOM'] ?? 48) * 2 ** 20;
/** So often a lost database is tried to be opened again, in milliseconds. */
const AGAIN = 1_000;

interface Opened {
	readonly folder: DataFolder;
	thread: DatabaseThread | null;
}
let opened: Opened | null = null;
let damage: Damage | null = null;
/** The end of the transaction that was asked for last: the next one begins then. */
let last: Promise<unknown> = Promise.resolve();

/**
 * Opens the embedded PostgreSQL in the data folder and brings it up to date. Once, at start. Damaged data do
 * not keep the program from starting: `damageFound` says what is damaged.
 * @throws StartRefusal with one sentence; nothing in the folder has then been changed.
 */
export async function openDatabase(path: string): Promise<void> {
	const folder = await takeDataFolder(path);
	const here: Opened = { folder, thread: null };
	try {
		if ((await freeSpace(folder.path)) < ROOM / 3)
			throw new StartRefusal(fullSentence(folder.path));
		here.thread = await openThread(here);
		await migrate(asTransaction);
		await lookThrough(here);
	} catch (error) {
		if (error instanceof StartRefusal) {
			await here.thread?.close().catch(() => undefined);
			await folder.release();
			throw error;
		}
		log.error({ code: codeOf(error) }, 'the database could not be opened');
		damage = { folder: folder.path, tables: null };
	}
	opened = here;

	/** Before it is open for everybody: a transaction of the thread at hand. */
	async function asTransaction<T>(work: (statements: Statements) => Promise<T>): Promise<T> {
		if (!here.thread) throw new ThreadLost('the database is not open');
		return within(here.thread, work);
	}
}

async function openThread(here: Opened): Promise<DatabaseThread> {
	const thread = new DatabaseThread(here.folder.database, () => {
		if (here.thread !== thread || opened !== here) return;
		here.thread = null;
		log.error('the database did not answer or ended; it is opened again');
		void openAgain(here);
	});
	try {
		await thread.opened;
	} catch (error) {
		// One that could not open its database is not left behind.
		await thread.close().catch(() => undefined);
		throw error;
	}
	return thread;
}

/** Tries until the database is open again: it recovers what was committed from its log. */
async function openAgain(here: Opened): Promise<void> {
	while (opened === here && here.thread === null) {
		await new Promise((resolve) => setTimeout(resolve, AGAIN));
		if ((await freeSpace(here.folder.path)) < ROOM) continue;
		try {
			here.thread = await openThread(here);
			log.warn('the database is open again');
		} catch (error) {
			log.error({ code: codeOf(error) }, 'the database could not be opened again');
		}
	}
}

/** Takes note of what is damaged. */
async function lookThrough(here: Opened): Promise<void> {
	if (!here.thread) return;
	const database = new Fragile(here.thread, () => openThread(here));
	const tables = await damagedTables(database);
	here.thread = database.thread;
	if (tables.length > 0) damage = { folder: here.folder.path, tables };
}

/** Every case that can still be read out of damaged data, as it was last saved. */
export async function readOutCases(): Promise<ReadOut[]> {
	const { thread } = here();
	if (!thread) return [];
	const database = new Fragile(thread, () => openThread(here()));
	const found = await readOut(database);
	here().thread = database.thread;
	return found;
}

const codeOf = (error: unknown): string =>
	error instanceof StatementFailed ? (error.code ?? 'no code') : (error as Error).name;

/** What is damaged; null where nothing is known to be. */
export const damageFound = (): Damage | null => damage;

/** Reads: as things are, in one transaction. */
export async function reading<T>(work: (statements: Statements) => Promise<T>): Promise<T> {
	return transaction(work);
}

/** Writes, all of it or nothing, and only where there is room for it on the disk. */
export async function writing<T>(work: (statements: Statements) => Promise<T>): Promise<T> {
	const { folder } = here();
	if ((await freeSpace(folder.path)) < ROOM) throw new NotNow('full', FULL);
	return transaction(work);
}

/** The SQLSTATE code of a file that could not grow. */
const DISK_FULL = '53100';
const DAMAGED = 'The data are damaged; the start page says how to go on.';
const FULL =
	'The disk that the data are on is full: free some space there, then it is saved by itself.';
const fullSentence = (path: string) =>
	`The disk of the data folder ${path} is full; free at least ${ROOM / 2 ** 20} MB there and start again, the data have been left as they are.`;

function here(): Opened {
	if (opened === null) throw new Error('the database is not open');
	return opened;
}

async function transaction<T>(work: (statements: Statements) => Promise<T>): Promise<T> {
	if (damage) throw new NotNow('damaged', DAMAGED);
	const turn = last.then(async () => {
		const { thread, folder } = here();
		if (thread) return within(thread, work);
		const isFull = (await freeSpace(folder.path)) < ROOM;
		throw isFull
			? new NotNow('full', FULL)
			: new NotNow('opening', 'The database is being opened again; this takes a few seconds.');
	});
	last = turn.catch(() => undefined);
	try {
		return await turn;
	} catch (error) {
		if (error instanceof StatementFailed && error.code === DISK_FULL)
			throw new NotNow('full', FULL);
		if (isDamage(error)) {
			damage ??= { folder: here().folder.path, tables: null };
			await lookThrough(here());
			throw new NotNow('damaged', DAMAGED);
		}
		if (error instanceof ThreadLost) {
			throw new NotNow('opening', 'The database did not answer and is being opened again.');
		}
		throw error;
	}
}

async function within<T>(
	thread: DatabaseThread,
	work: (statements: Statements) => Promise<T>
): Promise<T> {
	await thread.exec('begin');
	try {
		const result = await work(thread);
		await thread.exec('commit');
		return result;
	} catch (error) {
		await thread.exec('rollback').catch(() => undefined);
		throw error;
	}
}

/** Closes the database cleanly and lets the data folder go. */
export async function closeDatabase(): Promise<void> {
	if (opened === null) return;
	const { thread, folder } = opened;
	opened = null;
	await thread?.close().catch(() => undefined);
	await folder.release();
}
