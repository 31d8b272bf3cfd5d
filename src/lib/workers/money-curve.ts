import type { CurvePoint, CurveTask } from '../core/money-curve';
import CurveWorker from './money-curve.worker?worker';

/** Works points of the curve out in a worker; `onpoints` is given them as they come. The result ends it. */
export function curveInWorker(
	task: CurveTask,
	onpoints: (points: readonly CurvePoint[]) => void
): () => void {
	const worker = new CurveWorker();
	worker.onmessage = ({ data }: MessageEvent<CurvePoint[]>) => onpoints(data);
	worker.postMessage(task);
	return () => worker.terminate();
}
