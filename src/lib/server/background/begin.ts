/** Begins work in the background when the program starts. */
import { throughQueue } from '../book/queue-in-use';
import { SAVINGS, workOnSavings } from '../book/savings';
import { isAnyLeft, workOn } from '../book/what-if';
import { isAnybodyTold, WEBHOOKS } from '../programs/webhooks/announced';
import { tell } from '../programs/webhooks/told';
import { WorkQueue } from './queue';

/**
 * `isShared` says whether other processes put work in the queue, too. What was left when the program was ended is gone
 * on with. What is given back ends it.
 */
export async function beginWork(isShared: boolean): Promise<() => Promise<void>> {
	const queue = new WorkQueue(
		(portion, lane, done) =>
			portion.run === SAVINGS
				? workOnSavings(lane, done)
				: portion.run === WEBHOOKS
					? tell(portion.portion, done)
					: workOn(portion, lane, done),
		isShared
	);
	throughQueue(queue);
	const isTold = await isAnybodyTold();
	// Before a case is changed: its tables are made in a transaction of its own.
	if (isTold) await queue.ready();
	if (isShared || (await isAnyLeft()) || isTold) queue.wake();
	return () => queue.close();
}
