import type { CurvePoint, CurveTask } from '../core/search/money-curve';
import CurveWorker from './money-curve.worker?worker';
import { start, type Listener } from './start';

/** Works points of the curve out in a worker; the listener is given them as they come. The result ends it. */
export const curveInWorker = (
	task: CurveTask,
	listener: Listener<readonly CurvePoint[]>
): (() => void) => start(CurveWorker, task, listener).end;
