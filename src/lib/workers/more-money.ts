import type { MoreAnswer, MoreTask } from '../core/more-money';
import MoreWorker from './more-money.worker?worker';
import { start } from './start';

/** What more money buys, in a worker; `onanswer` is given the first part, then all. The result ends it. */
export const moreInWorker = (
	task: MoreTask,
	onanswer: (answer: MoreAnswer) => void
): (() => void) => start(MoreWorker, task, onanswer);
