import type { CurvePoint, CurveTask } from '../core/money-curve';
import CurveWorker from './money-curve.worker?worker';
import { start } from './start';

/** Works points of the curve out in a worker; `onpoints` is given them as they come. The result ends it. */
export const curveInWorker = (
	task: CurveTask,
	onpoints: (points: readonly CurvePoint[]) => void
): (() => void) => start(CurveWorker, task, onpoints);
