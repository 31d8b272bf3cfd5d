/** Searches the order of the least interest beside the page, and tells how far it has come. */
import {
	searchOrders,
	type OrderAnswer,
	type OrderSearch,
	type OrderTask
} from '../core/least-order';

/** So often it tells, in milliseconds. */
const TOLD = 120;
/**
 * Up to so many debts it goes on to the end, once an order is found that ends them; with more it stops after a
 * while and states a bound.
 */
const EXACT = 10;
const LONGEST = 20_000;

addEventListener('message', ({ data: { debts, plan } }: MessageEvent<OrderTask>) => {
	const search = searchOrders(debts, plan);
	const began = performance.now();
	let last = began;
	let best: OrderSearch | null = null;
	const tell = (ended: OrderAnswer['ended']): void =>
		postMessage({ best, ended } satisfies OrderAnswer);
	for (let step = search.next(); ; step = search.next()) {
		best = step.value;
		const now = performance.now();
		if (step.done) return tell('at its end');
		if ((debts.length > EXACT || best === null) && now - began > LONGEST) return tell('stopped');
		if (now - last < TOLD) continue;
		last = now;
		tell(null);
	}
});
