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
import { Lanes } from './lanes';

/** All tables of the queue lie in it. */
const WORK_SCHEMA = 'residuum_work';
const QUEUE = 'portions';

/** So often a job that fails is tried again. */
const RETRIES = 3;

/** A portion of a question about many cases. */
export interface Portion {
	readonly run: string;
	readonly portion: number;
}

/** How often a portion that fails is tried again, and after how many seconds; with `retryBackoff` twice as long each time. */
export type Again = Pick<PgBoss.JobInsert, 'retryLimit' | 'retryDelay' | 'retryBackoff'>;

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
	readonly #lanes: Lanes<PgBoss.Job<Portion>>;

	constructor(
		private readonly work: Work,
		/** Whether other processes put jobs here, too. */
		isShared: boolean
	) {
		this.#lanes = new Lanes({
			next: () => this.#next(),
			work: (job, lane) => this.#do(job, lane),
			isEmpty: () => this.#isEmpty(),
			lanes: () => settings().workers,
			isShared
		});
	}

	/** Makes the queue ready. To be awaited before a transaction that asks it anything: its tables are made in another. */
	async ready(): Promise<void> {
		await this.#begun();
	}

	/** Puts portions of a question in the queue, in the transaction that writes the question. */
	async put(
		transaction: Statements,
		run: string,
		portions: readonly number[],
		again: Again = {}
	): Promise<void> {
		const boss = await this.#begun();
		const jobs = portions.map((portion) => ({ name: QUEUE, data: { run, portion }, ...again }));
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
		this.#lanes.wake();
	}

	async close(): Promise<void> {
		await this.#lanes.close();
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
