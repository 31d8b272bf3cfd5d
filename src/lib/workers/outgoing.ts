import type { MakeAnswer, MakeTask } from './make-task';
import OutgoingWorker from './outgoing.worker?worker';
import { start, type Started } from './start';

/** Makes a file in a worker of its own, which tells how far it is. */
export const makeFile = (
	task: MakeTask,
	onanswer: (answer: MakeAnswer) => void,
	onfail: () => void
): Started => start<MakeTask, MakeAnswer>(OutgoingWorker, task, { onanswer, onfail });
