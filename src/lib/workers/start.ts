/** Listeners of work in a worker: answers as they come, and failure. */
export interface Listener<Answer> {
	readonly onanswer: (answer: Answer) => void;
	/** It can't go on; started again it may. */
	readonly onfail: () => void;
}

/** A worker with a task. */
export interface Started {
	readonly end: () => void;
	/** Tells it to go on, where it has stopped by itself. */
	readonly goOn: () => void;
}

/** The message that lets a worker continue. */
export const GO_ON = 'go on';

/** Gives a new worker its task. */
export function start<Task, Answer>(
	Made: new () => Worker,
	task: Task,
	{ onanswer, onfail }: Listener<Answer>
): Started {
	const worker = new Made();
	const fail = (): void => {
		worker.terminate();
		onfail();
	};
	worker.onmessage = ({ data }: MessageEvent<Answer>) => onanswer(data);
	worker.onerror = (event) => {
		event.preventDefault();
		fail();
	};
	worker.onmessageerror = fail;
	worker.postMessage(task);
	return { end: () => worker.terminate(), goOn: () => worker.postMessage(GO_ON) };
}
