/**
 * PostgreSQL embedded in a data folder: asked in transactions one after the other, opened again when its thread is
 * lost, and looked through for damage at the start.
 */
import { log } from '../log';
import { settings } from '../settings';
import { damagedTables, Fragile, isDamage, readOut, type Damage, type ReadOut } from './damage';
import { beginDatabase, freeSpace, takeDataFolder, type DataFolder } from './data-folder';
import type { Migrate } from './migrate';
import { StartRefusal } from './start-refusal';
import {
	DatabaseLost,
	DISK_FULL,
	FULL,
	NotNow,
	StatementFailed,
	type Purpose,
	type Statements
} from './statements';
import { withCopy } from './scratch';
import type { Store } from './store';
import { SCHEMA } from './tables';
import { DatabaseThread, transactionIn } from './thread';

/**
 * So much must be free for a save, in bytes: the database's log grows by pieces of 16 MB, and tables beside
 * it. `RESIDUUM_ROOM` says it in MB.
 */
const ROOM = settings().room * 2 ** 20;
/** So often a lost database is tried to be opened again, in milliseconds. */
const AGAIN = 1_000;

const DAMAGED = 'The data are damaged. The start page says what to do.';
const fullSentence = (path: string) =>
	`The disk of the data folder ${path} is full; free at least ${ROOM / 2 ** 20} MB there and start again, the data have been left as they are.`;

/** @throws StartRefusal with one sentence; nothing in the folder has then been changed. */
export async function openEmbedded(path: string, migrate: Migrate): Promise<Store> {
	const folder = await takeDataFolder(path);
	const store = new Embedded(folder);
	try {
		if ((await freeSpace(folder.path)) < ROOM / 3)
			throw new StartRefusal(fullSentence(folder.path));
		await beginDatabase(folder);
		await store.open(migrate);
	} catch (error) {
		await store.close();
		throw error;
	}
	return store;
}

class Embedded implements Store {
	readonly #folder: DataFolder;
	#thread: DatabaseThread | null = null;
	#damage: Damage | null = null;
	#isOpen = false;
	/** The end of what was asked for last: the next begins then. */
	#last: Promise<unknown> = Promise.resolve();

	constructor(folder: DataFolder) {
		this.#folder = folder;
	}

	async open(migrate: Migrate): Promise<void> {
		try {
			const thread = await this.#openThread();
			this.#thread = thread;
			await migrate((work) => transactionIn(thread, 'writing', work));
			await this.#lookThrough();
		} catch (error) {
			if (error instanceof StartRefusal) throw error;
			if (error instanceof StatementFailed && error.code === DISK_FULL)
				throw new StartRefusal(fullSentence(this.#folder.path));
			log.error({ code: codeOf(error) }, 'the database could not be opened');
			this.#damage = { folder: this.#folder.path, tables: null };
		}
		this.#isOpen = true;
	}

	damage(): Damage | null {
		return this.#damage;
	}

	async readOut(): Promise<ReadOut> {
		if (!this.#thread) return { documents: [], lost: null };
		const database = new Fragile(this.#thread, () => this.#openThread());
		const found = await readOut(database);
		this.#thread = database.thread;
		return found;
	}

	async transaction<T>(purpose: Purpose, work: (statements: Statements) => Promise<T>): Promise<T> {
		const { path } = this.#folder;
		if (purpose === 'writing' && (await freeSpace(path)) < ROOM) throw new NotNow('full', FULL);
		if (this.#damage) throw new NotNow('damaged', DAMAGED);
		try {
			return await this.#inTurn((thread) => transactionIn(thread, purpose, work));
		} catch (error) {
			throw await this.#told(error);
		}
	}

	/** From a copy, which is made while this goes on but for a moment. */
	async still<T>(scratch: string, work: (statements: Statements) => Promise<T>): Promise<T> {
		if (this.#damage) throw new NotNow('damaged', DAMAGED);
		const whileStill = (copy: () => Promise<void>): Promise<void> =>
			this.#inTurn(async (thread) => {
				await thread.exec('checkpoint');
				await copy();
			});
		return withCopy(this.#folder.database, scratch, whileStill, (copy) =>
			transactionIn(copy, 'reading', work)
		);
	}

	/** Works with the database after everything that was asked for before. */
	#inTurn<T>(work: (thread: DatabaseThread) => Promise<T>): Promise<T> {
		const turn = this.#last.then(async () => {
			if (this.#thread) return work(this.#thread);
			throw (await freeSpace(this.#folder.path)) < ROOM
				? new NotNow('full', FULL)
				: new NotNow('opening', 'The database is reopening. This takes a few seconds.');
		});
		this.#last = turn.catch(() => undefined);
		return turn;
	}

	/** Turns an error of a transaction into the error for the caller. */
	async #told(error: unknown): Promise<unknown> {
		if (error instanceof StatementFailed && error.code === DISK_FULL)
			return new NotNow('full', FULL);
		if (isDamage(error)) {
			this.#damage ??= { folder: this.#folder.path, tables: null };
			await this.#lookThrough();
			return new NotNow('damaged', DAMAGED);
		}
		return error instanceof DatabaseLost
			? new NotNow('opening', 'The database did not respond and is reopening.')
			: error;
	}

	async close(): Promise<void> {
		this.#isOpen = false;
		const thread = this.#thread;
		this.#thread = null;
		await thread?.close().catch(() => undefined);
		await this.#folder.release();
	}

	async #openThread(): Promise<DatabaseThread> {
		const thread = new DatabaseThread(this.#folder.database, () => {
			if (this.#thread !== thread || !this.#isOpen) return;
			this.#thread = null;
			log.error('the database did not answer or ended; it is opened again');
			void this.#openAgain();
		});
		try {
			await thread.opened;
			// Data of a version before, where they are too damaged to be brought up to date, are read where they were.
			await thread.exec(`set search_path = ${SCHEMA}, public`);
		} catch (error) {
			// One that could not open its database is not left behind.
			await thread.close().catch(() => undefined);
			throw error;
		}
		return thread;
	}

	/** Tries until the database is open again: it recovers what was committed from its log. */
	async #openAgain(): Promise<void> {
		while (this.#isOpen && this.#thread === null) {
			await new Promise((resolve) => setTimeout(resolve, AGAIN));
			if ((await freeSpace(this.#folder.path)) < ROOM) continue;
			try {
				this.#thread = await this.#openThread();
				log.warn('the database is open again');
			} catch (error) {
				log.error({ code: codeOf(error) }, 'the database could not be opened again');
			}
		}
	}

	/** Takes note of what is damaged. */
	async #lookThrough(): Promise<void> {
		if (!this.#thread) return;
		const database = new Fragile(this.#thread, () => this.#openThread());
		const tables = await damagedTables(database);
		this.#thread = database.thread;
		if (tables.length > 0) this.#damage = { folder: this.#folder.path, tables };
	}
}

const codeOf = (error: unknown): string =>
	error instanceof StatementFailed ? (error.code ?? 'no code') : (error as Error).name;
