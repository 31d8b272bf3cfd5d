import type { SureAnswer, SureTask } from '../core/search/how-sure';
import SureWorker from './how-sure.worker?worker';
import { start, type Listener } from './start';

/** Works strains out in a worker; the listener is given each as it comes. The result ends it. */
export const strainsInWorker = (task: SureTask, listener: Listener<SureAnswer>): (() => void) =>
	start(SureWorker, task, listener).end;
