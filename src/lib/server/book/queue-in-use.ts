/** The queue that questions about many cases go through. */
import type { WorkQueue } from '../background/queue';

let queue: WorkQueue | null = null;

/** Says which queue the questions go through. */
export const throughQueue = (of: WorkQueue): void => {
	queue = of;
};

export function ofQueue(): WorkQueue {
	if (queue === null) throw new Error('the queue of work is not there');
	return queue;
}
