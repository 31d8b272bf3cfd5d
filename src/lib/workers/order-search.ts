import type { OrderAnswer, OrderTask } from '../core/search/cheapest-order';
import SearchWorker from './order-search.worker?worker';
import { start, type Listener, type Started } from './start';

/** Searches the cheapest order in a worker; the listener is told as it goes. It can be ended, or told to go on. */
export const searchInWorker = (task: OrderTask, listener: Listener<OrderAnswer>): Started =>
	start(SearchWorker, task, listener);
