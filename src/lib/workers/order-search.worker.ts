/** Searches the order of the least interest beside the page, and tells how far it has come. */
import {
	searchOrders,
	type OrderAnswer,
	type OrderSearch,
	type OrderTask
} from '../core/search/cheapest-order';
import { GO_ON } from './start';

/** So often it tells, in milliseconds. */
const TOLD = 120;
/** After so long it stops and states a bound, until it is told to go on. */
const LONGEST = 20_000;

let search: ReturnType<typeof searchOrders> | null = null;
let best: OrderSearch | null = null;

addEventListener('message', ({ data }: MessageEvent<OrderTask | typeof GO_ON>) => {
	if (data === GO_ON) return go(Infinity);
	const { debts, plan, within } = data;
	search = searchOrders(debts, plan, within);
	go(LONGEST);
});

function go(longest: number): void {
	if (!search) return;
	const tell = (ended: OrderAnswer['ended']): void =>
		postMessage({ best, ended } satisfies OrderAnswer);
	const began = performance.now();
	let last = began;
	for (let step = search.next(); ; step = search.next()) {
		best = step.value;
		const now = performance.now();
		if (step.done) return tell('at its end');
		if (now - began > longest) return tell('stopped');
		if (now - last < TOLD) continue;
		last = now;
		tell(null);
	}
}
