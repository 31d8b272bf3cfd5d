import type { OutgoingFile, OutgoingTask } from '../handout/outgoing';
import OutgoingWorker from './outgoing.worker?worker';
import { start, type Started } from './start';

/** A case's file, or all cases in one. */
export type MakeTask = OutgoingTask | { readonly cases: readonly string[] };

export type MakeAnswer =
	| { readonly kind: 'done'; readonly part: number }
	| { readonly kind: 'made'; readonly file: OutgoingFile }
	/** It could not be made, and why. */
	| { readonly kind: 'failed'; readonly message: string };

/** Makes a file in a worker of its own, which tells how far it is. */
export const makeFile = (
	task: MakeTask,
	onanswer: (answer: MakeAnswer) => void,
	onfail: () => void
): Started => start<MakeTask, MakeAnswer>(OutgoingWorker, task, { onanswer, onfail });
