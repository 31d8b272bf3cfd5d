import type { SureAnswer, SureTask } from '../core/how-sure';
import SureWorker from './how-sure.worker?worker';
import { start } from './start';

/** Works strains out in a worker; `onanswer` is given each as it comes. The result ends it. */
export const strainsInWorker = (
	task: SureTask,
	onanswer: (answer: SureAnswer) => void
): (() => void) => start(SureWorker, task, onanswer);
