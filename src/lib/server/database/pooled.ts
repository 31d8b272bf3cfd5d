/** A PostgreSQL server of its own, through a pool of connections; several processes of the program may share it. */
import pg from 'pg';
import { log } from '../log';
import { settings } from '../settings';
import type { ReadOut } from './damage';
import type { Migrate } from './migrate';
import { StartRefusal } from './start-refusal';
import {
	BEGIN,
	DISK_FULL,
	FULL,
	NotNow,
	StatementFailed,
	type Purpose,
	type Result,
	type Statements
} from './statements';
import type { Store } from './store';
import { SCHEMA } from './tables';

/** No statement takes so long, in milliseconds; the server ends what does. */
const LONGEST = settings().watch;
/** How long a connection is waited for: a new one, or one that others have. */
const LONGEST_CONNECTING = 5_000;
/** A server that starts beside the program is waited for so long, and asked so often. */
const LONGEST_STARTING = 15_000;
const AGAIN = 500;
/** Where others were in its way, a transaction is tried so often. */
const TRIES = 4;

const GONE =
	'The database server is not responding. What you type stays here and is saved once it responds.';

/** SQLSTATE of what another try mends: two transactions that could not be put in an order, or waited for each other. */
const IN_THE_WAY = new Set(['40001', '40P01']);
/** SQLSTATE of a server that takes no writing: a standby. */
const READ_ONLY = '25006';
/** SQLSTATEs that say that the connection, or the server, is gone, full of others, or no more the one that takes writing. */
const AWAY = new RegExp(`^(08|57P|53300|${READ_ONLY})`);

/** As the embedded database gives them: amounts are numbers. */
const INT8 = 20;
const types: pg.CustomTypesConfig = {
	getTypeParser: (oid: number, format?: 'text' | 'binary') =>
		oid === INT8 ? integerOf : (pg.types.getTypeParser(oid, format ?? 'text') as never)
};

function integerOf(text: string): number {
	const integer = Number(text);
	if (!Number.isSafeInteger(integer)) throw new RangeError('an integer that is not safe');
	return integer;
}

/** @throws StartRefusal where the server can't be reached, or its data are not for this program. */
export async function openPooled(addresses: readonly string[], migrate: Migrate): Promise<Store> {
	const store = new Pooled(poolOf(addresses), addresses.length);
	try {
		await store.waitUntilThere();
		await migrate((work) => store.once('writing', work));
	} catch (error) {
		await store.close();
		if (error instanceof StartRefusal) throw error;
		throw new StartRefusal(refusalOf(error));
	}
	return store;
}

/**
 * Connects to whichever of several addresses takes writing: of a server and its standby only one does, and after the
 * one was lost it is the other. An address that fails gives way to the next, for whoever connects after.
 */
function writableAmong(addresses: readonly string[]): typeof pg.Client {
	let chosen = 0;
	return class extends pg.Client {
		readonly #tried = chosen;

		constructor(options: pg.ClientConfig) {
			super({ ...options, connectionString: addresses[chosen] });
		}

		override connect(): Promise<pg.Client>;
		override connect(told: (error: Error) => void): void;
		override connect(told?: (error: Error) => void): Promise<pg.Client> | undefined {
			const connected = this.#connect();
			if (!told) return connected;
			connected.then(() => (told as (error?: Error) => void)(), told);
			return undefined;
		}

		async #connect(): Promise<pg.Client> {
			try {
				await super.connect();
				await this.#begin();
				return this;
			} catch (error) {
				if (this.#tried === chosen) chosen = (chosen + 1) % addresses.length;
				throw error;
			}
		}

		async #begin(): Promise<void> {
			const { rows } = await this.query<{ is_read_only: string }>(
				// What is asked often is in memory: whatever is read of an index costs little more than of its table.
				// Days and instants are written as in a data folder, whatever the server is set to.
				`select set_config('search_path', '${SCHEMA}', false), set_config('random_page_cost', '1.1', false),
					set_config('datestyle', 'ISO, MDY', false), set_config('timezone', 'UTC', false),
					current_setting('transaction_read_only') as is_read_only`
			);
			if (rows[0]?.is_read_only === 'off') return;
			await this.end();
			throw Object.assign(new Error('this server takes no writing'), { code: READ_ONLY });
		}
	};
}

function poolOf(addresses: readonly string[]): pg.Pool {
	const pool = new pg.Pool({
		Client: writableAmong(addresses),
		types,
		max: settings().connections,
		application_name: 'residuum',
		connectionTimeoutMillis: LONGEST_CONNECTING,
		statement_timeout: LONGEST,
		// Where no answer comes at all, not even that it took too long.
		query_timeout: LONGEST + 2_000,
		idle_in_transaction_session_timeout: LONGEST + 5_000,
		keepAlive: true
	});
	// A connection that is lost while nobody uses it: the pool makes another one.
	const silently = (): void => undefined;
	pool.on('error', silently);
	pool.on('connect', (client) => client.on('error', silently));
	return pool;
}

/** Never the address itself: a password may be in it. */
function refusalOf(error: unknown): string {
	const code = codeOf(error);
	switch (code) {
		case '28P01':
		case '28000':
			return 'The database server refuses the user or the password of DATABASE_URL.';
		case '3D000':
			return 'The database that DATABASE_URL names does not exist; make it with createdb, or name another one.';
		case '42501':
			return 'The user of DATABASE_URL may not make a schema in that database; give it the right, or name another one.';
		case READ_ONLY:
			return 'The database server of DATABASE_URL takes no writing: it is a standby. Name the one that does, or both with a space between them.';
		case DISK_FULL:
			return 'The disk of the database server of DATABASE_URL is full; free some space there and start again, the data have been left as they are.';
		default:
			return `The database server of DATABASE_URL can’t be used (${code ?? 'no answer'}); see that it runs and can be reached from here.`;
	}
}

const codeOf = (error: unknown): string | null => {
	const code = (error as { code?: unknown } | null)?.code;
	return typeof code === 'string' ? code : null;
};

class Pooled implements Store {
	readonly #pool: pg.Pool;
	readonly #addresses: number;

	constructor(pool: pg.Pool, addresses: number) {
		this.#pool = pool;
		this.#addresses = addresses;
	}

	async waitUntilThere(): Promise<void> {
		const until = Date.now() + LONGEST_STARTING;
		for (;;) {
			try {
				const client = await this.#connect();
				return client.release();
			} catch (error) {
				const isStarting = codeOf(error) === '57P03' || !(error instanceof pg.DatabaseError);
				if (!isStarting || Date.now() > until) throw error;
			}
			await new Promise((resolve) => setTimeout(resolve, AGAIN));
		}
	}

	async transaction<T>(purpose: Purpose, work: (statements: Statements) => Promise<T>): Promise<T> {
		for (let tried = 1; ; tried += 1) {
			try {
				return await this.once(purpose, work);
			} catch (error) {
				if (!(error instanceof StatementFailed)) throw error;
				const { code } = error;
				if (code !== null && IN_THE_WAY.has(code) && tried < TRIES) continue;
				if (code === DISK_FULL) throw new NotNow('full', FULL);
				if (code !== null && !AWAY.test(code)) throw error;
				log.error({ code }, 'the database server does not answer');
				throw new NotNow('opening', GONE);
			}
		}
	}

	/** A connection, at the first address that gives one. */
	async #connect(): Promise<pg.PoolClient> {
		for (let tried = 1; ; tried += 1) {
			try {
				return await this.#pool.connect();
			} catch (error) {
				if (tried >= this.#addresses) throw error;
			}
		}
	}

	/** One try at a transaction. */
	async once<T>(purpose: Purpose, work: (statements: Statements) => Promise<T>): Promise<T> {
		const client = await this.#connect().catch((error: unknown) => {
			throw failed(error);
		});
		const statements = statementsOf(client);
		let isUsable = true;
		try {
			await statements.exec(BEGIN[purpose]);
			const result = await work(statements);
			await statements.exec('commit');
			return result;
		} catch (error) {
			// Whatever it is now in the middle of: a connection that can't go back to its beginning is let go.
			await statements.exec('rollback').catch(() => (isUsable = false));
			if (error instanceof StatementFailed && AWAY.test(error.code ?? '')) isUsable = false;
			throw error;
		} finally {
			client.release(!isUsable);
		}
	}

	still<T>(_: string, work: (statements: Statements) => Promise<T>): Promise<T> {
		return this.transaction('reading', work);
	}

	/** The server itself watches over its data. */
	damage(): null {
		return null;
	}

	readOut(): Promise<ReadOut> {
		return Promise.resolve({ documents: [], lost: null });
	}

	close(): Promise<void> {
		return this.#pool.end();
	}
}

function statementsOf(client: pg.PoolClient): Statements {
	const ask = async <T>(sql: string, values?: readonly unknown[]): Promise<Result<T>> => {
		try {
			const { rows, rowCount } = await client.query(sql, values && [...values]);
			return { rows: rows as T[], affectedRows: rowCount ?? 0 };
		} catch (error) {
			throw failed(error);
		}
	};
	return {
		query: ask,
		exec: async (sql) => {
			await ask(sql);
		}
	};
}

/** An error without an SQL code did not come from the server: the connection failed. */
const failed = (error: unknown): StatementFailed =>
	error instanceof pg.DatabaseError
		? new StatementFailed(error.code ?? null, error.constraint ?? null, error.message)
		: new StatementFailed(null, null, (error as Error).message);
