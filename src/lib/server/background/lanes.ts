/** Lanes that each do one job after the other: begun when there may be one, ended when none has come for a while. */

/** So long a lane that finds nothing to do waits before it looks again, in milliseconds. */
const AGAIN = 1_000;
/** After so many looks in vain a lane ends, where nobody but `wake` says that there is something. */
const IN_VAIN = 10;

export interface Jobs<Job> {
	/** The next job, or undefined where there is none now. It throws nothing. */
	readonly next: () => Promise<Job | undefined>;
	/** Does a job. It throws nothing. */
	readonly work: (job: Job, lane: number) => Promise<void>;
	/** Whether nothing is left to do, nor begun by anybody. It throws nothing. */
	readonly isEmpty: () => Promise<boolean>;
	readonly lanes: () => number;
	/** Whether others may put jobs there without waking anybody: it is then looked for them all the time. */
	readonly isShared: boolean;
}

export class Lanes<Job> {
	#isClosed = false;
	/** So often somebody was woken. */
	#woken = 0;
	/** Ends the wait of each that waits. */
	#waits = new Set<() => void>();
	/** The lanes that work, look or wait, by number. */
	#open = new Map<number, Promise<void>>();

	constructor(private readonly jobs: Jobs<Job>) {}

	/** Has the jobs done that there are: to be called after they were put there, and at the start. */
	wake(): void {
		this.#woken += 1;
		for (const end of this.#waits) end();
		for (let lane = 0; lane < this.jobs.lanes(); lane += 1)
			if (!this.#open.has(lane) && !this.#isClosed) this.#open.set(lane, this.#run(lane));
	}

	/** Ends the lanes when each has done what it does. */
	async close(): Promise<void> {
		this.#isClosed = true;
		for (const end of this.#waits) end();
		await Promise.all(this.#open.values());
	}

	async #run(lane: number): Promise<void> {
		let vain = 0;
		while (!this.#isClosed) {
			const before = this.#woken;
			const job = await this.jobs.next();
			if (job !== undefined) {
				vain = 0;
				await this.jobs.work(job, lane);
				continue;
			}
			vain += 1;
			const isOver = !this.jobs.isShared && vain >= IN_VAIN && (await this.jobs.isEmpty());
			// Whoever put a job there while this one looked has seen that the lane is open.
			if (this.#woken !== before) continue;
			if (isOver) break;
			await this.#wait();
		}
		this.#open.delete(lane);
	}

	#wait(): Promise<void> {
		if (this.#isClosed) return Promise.resolve();
		return new Promise((resolve) => {
			const end = (): void => {
				clearTimeout(timer);
				this.#waits.delete(end);
				resolve();
			};
			const timer = setTimeout(end, AGAIN);
			timer.unref();
			this.#waits.add(end);
		});
	}
}
