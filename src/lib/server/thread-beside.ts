/**
 * A thread beside the program, which is asked one question at a time: whatever it works on, everybody else goes on being
 * answered. One that fails, or does not come to an end, is let go; the next question begins another.
 */
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { NotNow } from './database';
import { t } from './refusals';

/** Questions that cost nothing to take along: their memory is given away. */
type Transferred = readonly ArrayBuffer[];

interface Waiting<Answer> {
	readonly resolve: (answer: Answer) => void;
	readonly reject: (error: Error) => void;
}

export class ThreadBeside<Question, Answer> {
	/** The thread, once something was asked of it. */
	#thread: Worker | null = null;
	#waiting: Waiting<Answer> | null = null;
	/** The end of what was asked for last: the next is asked then. */
	#last: Promise<unknown> = Promise.resolve();

	constructor(
		/** The file of the build that the thread runs, as `commands/judge.js`. */
		private readonly file: string,
		/** No answer takes so long, in milliseconds. */
		private readonly longest: number
	) {}

	/** Asks in a build; the memory of what is transferred is given away. */
	ask(build: string, question: Question, transferred: Transferred = []): Promise<Answer> {
		const turn = this.#last.then(() => this.#ask(build, question, transferred));
		this.#last = turn.catch(() => undefined);
		return turn;
	}

	#ask(build: string, question: Question, transferred: Transferred): Promise<Answer> {
		const thread = (this.#thread ??= this.#begun(build));
		return new Promise<Answer>((resolve, reject) => {
			const watch = setTimeout(() => this.#fail(thread), this.longest);
			const done =
				<T>(end: (value: T) => void) =>
				(value: T): void => {
					clearTimeout(watch);
					this.#waiting = null;
					end(value);
				};
			this.#waiting = { resolve: done(resolve), reject: done(reject) };
			thread.ref();
			thread.postMessage(question, [...transferred]);
		}).finally(() => thread.unref());
	}

	#begun(build: string): Worker {
		const made = new Worker(join(build, this.file));
		made.on('message', (answer: Answer) => this.#waiting?.resolve(answer));
		made.on('error', () => this.#fail(made));
		made.on('exit', () => this.#fail(made));
		return made;
	}

	#fail(which: Worker): void {
		if (this.#thread !== which) return;
		this.#thread = null;
		void which.terminate();
		this.#waiting?.reject(
			new NotNow('busy', t('The server is too busy to check this now. Nothing was saved.'))
		);
	}
}
