import type { OrderAnswer, OrderTask } from '../core/least-order';
import SearchWorker from './order-search.worker?worker';
import { start } from './start';

/** Searches the cheapest order in a worker; `onanswer` is told as it goes. The result ends it. */
export const searchInWorker = (
	task: OrderTask,
	onanswer: (answer: OrderAnswer) => void
): (() => void) => start(SearchWorker, task, onanswer);
