/**
 * What is large is judged beside the program, in a thread of its own: whatever was sent, everybody else goes on being
 * answered. Where there is no build, as while it is worked on, the program judges it itself.
 */
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { judge, type Judged, type Sent } from '../document/judge';
import { NotNow } from './database';
import { settings } from './settings';
import { t } from './refusals';

/** No judgement takes so long, in milliseconds. */
const LONGEST = 20_000;

interface Waiting {
	readonly resolve: (judged: Judged) => void;
	readonly reject: (error: Error) => void;
}

/** The thread, once something was judged by it. */
let thread: Worker | null = null;
let waiting: Waiting | null = null;
/** The end of what was asked for last: the next is judged then. */
let last: Promise<unknown> = Promise.resolve();

/** Judges what was sent; `bytes` are given away. */
export function judgedBeside(sent: Sent): Promise<Judged> {
	const { build } = settings();
	if (build === null) return Promise.resolve(judge(sent));
	const turn = last.then(() => ask(build, sent));
	last = turn.catch(() => undefined);
	return turn;
}

function ask(build: string, sent: Sent): Promise<Judged> {
	thread ??= begun(build);
	const asked = thread;
	return new Promise<Judged>((resolve, reject) => {
		const watch = setTimeout(() => fail(asked), LONGEST);
		const done =
			<T>(end: (value: T) => void) =>
			(value: T): void => {
				clearTimeout(watch);
				waiting = null;
				end(value);
			};
		waiting = { resolve: done(resolve), reject: done(reject) };
		asked.ref();
		asked.postMessage(sent, sent.kind === 'cases' ? [sent.bytes.buffer] : []);
	}).finally(() => asked.unref());
}

function begun(build: string): Worker {
	const made = new Worker(join(build, 'commands/judge.js'));
	made.on('message', (judged: Judged) => waiting?.resolve(judged));
	made.on('error', () => fail(made));
	made.on('exit', () => fail(made));
	return made;
}

/** Lets a thread go that failed, or does not come to an end; the next question begins another. */
function fail(which: Worker): void {
	if (thread !== which) return;
	thread = null;
	void which.terminate();
	waiting?.reject(
		new NotNow('busy', t('The server is too busy to check this now. Nothing was saved.'))
	);
}
