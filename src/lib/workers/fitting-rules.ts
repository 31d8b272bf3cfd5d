import type { FittingRules, FitTask } from '../core/search/fitting-rules';
import FitWorker from './fitting-rules.worker?worker';
import { start, type Listener } from './start';

/** Looks for the rules that give printed figures in a worker; the listener is told as it goes. The result ends it. */
export const rulesInWorker = (task: FitTask, listener: Listener<FittingRules>): (() => void) =>
	start(FitWorker, task, listener).end;
