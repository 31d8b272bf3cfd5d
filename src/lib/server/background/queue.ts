/**
 * Work in the background: jobs in the one database, in a schema of their own, that every process of the program takes
 * from. A job names a portion of what many cases are asked; whoever takes it writes its result and ends it in one
 * transaction. One whose process was killed is given to another when its time is over.
 */
import PgBoss from 'pg-boss';
import { reading, writing } from '../database';
import { StatementFailed, type Statements } from '../database/statements';
import { log } from '../log';
import { settings } from '../settings';

/** All tables of the queue lie in it. */
const WORK_SCHEMA = 'residuum_work';
const QUEUE = 'portions';

/** So often a job that fails is tried again. */
const RETRIES = 3;
/** So long a process that finds nothing to do waits before it looks again, in milliseconds. */
const AGAIN = 1_000;
/** After so many looks in vain a program that is alone with its data stops looking until it is asked for something. */
const IN_VAIN = 10;

/** A portion of a question about many cases. */
export interface Portion {
	readonly run: string;
	readonly portion: number;
}

/** Does a portion; `done` ends its job in the transaction that writes its result. */
export type Work = (
	portion: Portion,
	lane: number,
	done: (transaction: Statements) => Promise<void>
) => Promise<void>;

type Sql = Readonly<{ executeSql: PgBoss.Db['executeSql'] }>;

/** The queue speaks through a transaction; where it brings one of its own, that is the one. */
const through = (statements: Statements): Sql => ({
	async executeSql(text: string, values?: unknown[]) {
		const own = /^\s*BEGIN;([\s\S]*)COMMIT;\s*$/.exec(text)?.[1];
		if (own === undefined) return statements.query<unknown>(text, values ?? []);
		await statements.exec(own);
		return { rows: [] };
	}
});

const throughOwn: Sql = {
	executeSql: (text, values) =>
		writing((statements) => through(statements).executeSql(text, values)).catch(
			(error: unknown) => {
				// It decides by what the database says.
				throw error instanceof StatementFailed ? new Error(error.said) : error;
			}
		)
};

export class WorkQueue {
	#boss: Promise<PgBoss> | null = null;
	#isClosed = false;
	/** Wakes those that wait. */
	#wakes = new Set<() => void>();
	/** The lanes that work or wait. */
	#lanes = new Map<number, Promise<void>>();

	constructor(
		private readonly work: Work,
		/** Whether other processes put jobs here, too: it is then looked for them all the time. */
		private readonly isShared: boolean
	) {}

	/** Makes the queue ready. To be awaited before a transaction that asks it anything: its tables are made in another. */
	async ready(): Promise<void> {
		await this.#begun();
	}

	/** Puts portions of a question in the queue, in the transaction that writes the question. */
	async put(transaction: Statements, run: string, portions: readonly number[]): Promise<void> {
		const boss = await this.#begun();
		const jobs = portions.map((portion) => ({ name: QUEUE, data: { run, portion } }));
		await boss.insert(jobs, { db: through(transaction) } as never);
	}

	/** The portions of a question that somebody works on or will; before the queue has been made there are none. */
	async left(transaction: Statements, run: string): Promise<ReadonlySet<number>> {
		const { rows: there } = await transaction.query(
			`select where to_regclass('${WORK_SCHEMA}.job') is not null`
		);
		if (there.length === 0) return new Set();
		const { rows } = await transaction.query<{ portion: number }>(
			`select (data ->> 'portion')::int as portion from ${WORK_SCHEMA}.job
			where name = $1 and data ->> 'run' = $2 and state < 'completed'`,
			[QUEUE, run]
		);
		return new Set(rows.map(({ portion }) => portion));
	}

	/** Takes the jobs of a question that nobody has begun out of the queue. */
	async cancel(transaction: Statements, run: string): Promise<void> {
		await transaction.query(
			`delete from ${WORK_SCHEMA}.job where name = $1 and data ->> 'run' = $2 and state < 'active'`,
			[QUEUE, run]
		);
	}

	/** Has the jobs done that there are: to be called after they were put here, and at the start. */
	wake(): void {
		for (const wake of this.#wakes) wake();
		for (let lane = 0; lane < settings().workers; lane += 1) {
			if (this.#lanes.has(lane) || this.#isClosed) continue;
			const working = this.#lane(lane).finally(() => this.#lanes.delete(lane));
			this.#lanes.set(lane, working);
		}
	}

	async close(): Promise<void> {
		this.#isClosed = true;
		for (const wake of this.#wakes) wake();
		await Promise.all(this.#lanes.values());
		const boss = await this.#boss?.catch(() => null);
		await boss?.stop({ graceful: false });
	}

	#begun(): Promise<PgBoss> {
		this.#boss ??= begin().catch((error: unknown) => {
			// The next one who asks tries again.
			this.#boss = null;
			throw error;
		});
		return this.#boss;
	}

	/** Does a job after the other; ends where there is nothing to do and nobody else would put anything here. */
	async #lane(lane: number): Promise<void> {
		let vain = 0;
		while (!this.#isClosed && (this.isShared || vain < IN_VAIN)) {
			const job = await this.#next();
			if (job === undefined) {
				vain += 1;
				// What somebody had begun who was killed is here again once its time is over.
				if (vain === IN_VAIN && !(await this.#isEmpty())) vain = 0;
				await this.#wait();
				continue;
			}
			vain = 0;
			await this.#do(job, lane);
		}
	}

	/** Whether nothing is left to do, nor begun; also where that can't be said. */
	async #isEmpty(): Promise<boolean> {
		const left = `select from ${WORK_SCHEMA}.job where name = $1 and state < 'completed' limit 1`;
		const asked = reading((statements) => statements.query(left, [QUEUE]));
		return (await asked.catch(() => ({ rows: [] }))).rows.length === 0;
	}

	async #next(): Promise<PgBoss.Job<Portion> | undefined> {
		try {
			const boss = await this.#begun();
			const [job] = await boss.fetch<Portion>(QUEUE, { batchSize: 1 });
			return job;
		} catch (error) {
			log.error({ code: (error as Error).name }, 'the queue of work does not answer');
			return undefined;
		}
	}

	async #do({ id, data }: PgBoss.Job<Portion>, lane: number): Promise<void> {
		const boss = await this.#begun();
		try {
			await this.work(data, lane, async (transaction) => {
				await boss.complete(QUEUE, id, {}, { db: through(transaction) } as never);
			});
		} catch (error) {
			log.error({ code: (error as Error).name }, 'a portion of work failed');
			// Where that can't be said either, its time is over at some point.
			await boss.fail(QUEUE, id).catch(() => undefined);
		}
	}

	#wait(): Promise<void> {
		return new Promise((resolve) => {
			const end = (): void => {
				clearTimeout(timer);
				this.#wakes.delete(end);
				resolve();
			};
			const timer = setTimeout(end, AGAIN);
			timer.unref();
			this.#wakes.add(end);
		});
	}
}

/** Several processes that begin at once may be in each other's way as they make the tables: then it is tried again. */
const TRIES = 5;

async function begin(tried = 1): Promise<PgBoss> {
	const seconds = settings().work;
	const boss = new PgBoss({
		db: throughOwn,
		schema: WORK_SCHEMA,
		schedule: false,
		retryLimit: RETRIES,
		expireInSeconds: seconds,
		maintenanceIntervalSeconds: seconds,
		archiveCompletedAfterSeconds: 3_600,
		deleteAfterDays: 7
	});
	boss.on('error', ({ name }) => log.error({ code: name }, 'the queue of work failed'));
	try {
		await boss.start();
		if ((await boss.getQueue(QUEUE)) === null) await boss.createQueue(QUEUE);
		return boss;
	} catch (error) {
		await boss.stop({ graceful: false }).catch(() => undefined);
		if (tried === TRIES) throw error;
		await new Promise((resolve) => setTimeout(resolve, 100 * tried));
		return begin(tried + 1);
	}
}
