import type { MoreAnswer, MoreTask } from '../core/search/more-money';
import MoreWorker from './more-money.worker?worker';
import { start, type Listener } from './start';

/** What more money buys, in a worker; the listener is given the first part, then all. The result ends it. */
export const moreInWorker = (task: MoreTask, listener: Listener<MoreAnswer>): (() => void) =>
	start(MoreWorker, task, listener).end;
