import type { MoreAnswer, MoreTask } from '../core/search/more-money';
import MoreWorker from './more-money.worker?worker';
import { start, type Listener } from './start';

/** Computes the effect of a larger budget in a worker; the listener gets the first part, then all. The returned value ends it. */
export const moreInWorker = (task: MoreTask, listener: Listener<MoreAnswer>): (() => void) =>
	start(MoreWorker, task, listener).end;
