/** The thread that the database runs in, as seen from the server: questions, answers, and a watch over it. */
import { setFlagsFromString } from 'node:v8';
import { Worker } from 'node:worker_threads';
import { settings } from '../settings';
import source from './database-thread.js?raw';
import {
	BEGIN,
	DatabaseLost,
	StatementFailed,
	type Purpose,
	type Result,
	type Statements
} from './statements';

interface Told {
	readonly id: number;
	readonly result?: Result<never>;
	readonly error?: {
		readonly message: string;
		readonly code: string | null;
		readonly constraint: string | null;
	};
}

interface Waiting {
	readonly resolve: (result: Result<never>) => void;
	readonly reject: (error: Error) => void;
	readonly watch: NodeJS.Timeout;
}

/** No statement takes so long, in milliseconds; opening may first have to make a database, or to recover one. */
const LONGEST = settings().watch;
const LONGEST_OPENING = 120_000;
/** The end of the program does not wait longer for its database. */
const LONGEST_CLOSING = 5_000;
/**
 * How much of the database's code has to run before it is compiled a second time, to run faster: some fifty times
 * what is usual. Else both cores compile while the first saves are waited for, which take twice as long by it.
 */
setFlagsFromString('--wasm-tiering-budget=100000000');
/** The answer to opening the database. */
const OPENING = 0;

export class DatabaseThread implements Statements {
	readonly #worker: Worker;
	readonly #waiting = new Map<number, Waiting>();
	#last = OPENING;
	#ended: DatabaseLost | null = null;
	/** Resolves when the database is open; rejects where it can't be opened. */
	readonly opened: Promise<unknown>;

	/** Of this one, in milliseconds. */
	readonly #longest: number;

	/** `onlost` is told when the thread ends without having been closed. */
	constructor(folder: string, onlost: () => void, longest = LONGEST) {
		this.#longest = longest;
		this.#worker = new Worker(source, {
			eval: true,
			workerData: {
				folder,
				pglite: import.meta.resolve('@electric-sql/pglite'),
				nodefs: import.meta.resolve('@electric-sql/pglite/nodefs')
			},
			// What the database prints as it aborts is for nobody.
			stdout: true,
			stderr: true
		});
		this.opened = new Promise((resolve, reject) =>
			this.#expect(OPENING, LONGEST_OPENING, resolve, reject)
		);
		const lose = (why: string): void => {
			if (this.#ended) return;
			this.#end(why);
			onlost();
		};
		this.#worker.on('message', (told: Told) => this.#take(told));
		this.#worker.on('error', () => lose('it failed'));
		this.#worker.on('exit', () => lose('it ended'));
		this.#lose = lose;
	}

	readonly #lose: (why: string) => void;

	query<T>(sql: string, values: readonly unknown[] = []): Promise<Result<T>> {
		return this.#ask({ kind: 'query', sql, values }) as Promise<Result<T>>;
	}

	async exec(sql: string): Promise<void> {
		await this.#ask({ kind: 'exec', sql });
	}

	/** Closes the database and ends the thread. */
	async close(): Promise<void> {
		try {
			await this.#ask({ kind: 'close' }, LONGEST_CLOSING);
		} finally {
			this.#end('it is closed');
			await this.#worker.terminate();
		}
	}

	#ask(question: object, longest = this.#longest): Promise<Result<never>> {
		if (this.#ended) return Promise.reject(this.#ended);
		const id = (this.#last += 1);
		return new Promise((resolve, reject) => {
			this.#expect(id, longest, resolve, reject);
			this.#worker.postMessage({ id, ...question });
		});
	}

	#expect(
		id: number,
		longest: number,
		resolve: Waiting['resolve'],
		reject: Waiting['reject']
	): void {
		const watch = setTimeout(() => {
			this.#lose('it did not answer');
			void this.#worker.terminate();
		}, longest);
		watch.unref();
		this.#waiting.set(id, { resolve, reject, watch });
	}

	#take({ id, result, error }: Told): void {
		const waiting = this.#waiting.get(id);
		if (!waiting) return;
		this.#waiting.delete(id);
		clearTimeout(waiting.watch);
		if (error) waiting.reject(new StatementFailed(error.code, error.constraint, error.message));
		else waiting.resolve(result ?? { rows: [], affectedRows: 0 });
	}

	#end(why: string): void {
		this.#ended = new DatabaseLost(`the database's thread is gone: ${why}`);
		for (const { reject, watch } of this.#waiting.values()) {
			clearTimeout(watch);
			reject(this.#ended);
		}
		this.#waiting.clear();
	}
}

/** Does work in one transaction of a thread that nobody else asks meanwhile. */
export async function transactionIn<T>(
	thread: DatabaseThread,
	purpose: Purpose,
	work: (statements: Statements) => Promise<T>
): Promise<T> {
	await thread.exec(BEGIN[purpose]);
	try {
		const result = await work(thread);
		await thread.exec('commit');
		return result;
	} catch (error) {
		await thread.exec('rollback').catch(() => undefined);
		throw error;
	}
}
