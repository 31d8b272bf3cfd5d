import type { StressAnswer, StressTask } from '../core/search/stress-test';
import StressWorker from './stress-test.worker?worker';
import { start, type Listener } from './start';

/** Works strains out in a worker; the listener is given each as it comes. The result ends it. */
export const strainsInWorker = (task: StressTask, listener: Listener<StressAnswer>): (() => void) =>
	start(StressWorker, task, listener).end;
