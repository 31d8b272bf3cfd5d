import type { Charge, Recurring } from './terms';
import type { Cents } from '../quantities/money';

/** Together, in minor units, what these amounts come to in period k (specification, section 5). */
export function amountIn(list: readonly Recurring[], k: number): Cents {
	let sum = 0;
	for (const item of list) if (falls(item, k)) sum += item.amount;
	return sum as Cents;
}

/** The part of these charges in period k that is marked as fees. */
export function feesIn(list: readonly Charge[], k: number): Cents {
	let sum = 0;
	for (const item of list) if (item.fee && falls(item, k)) sum += item.amount;
	return sum as Cents;
}

function falls({ from, every, until }: Recurring, k: number): boolean {
	if (k < from || (until !== undefined && k > until)) return false;
	return every === undefined ? k === from : (k - from) % every === 0;
}

/**
 * The first period from which nothing about these amounts is still to change (specification, section 6, "settled"):
 * after a one-off, after an ending one, from where a later one begins; never for one rarer than yearly.
 */
export function amountsSettledFrom(list: readonly Recurring[], paymentsPerYear: number): number {
	let first = 1;
	for (const { from, every, until } of list) {
		if (every === undefined) first = Math.max(first, from + 1);
		else if (until !== undefined) first = Math.max(first, until + 1);
		else if (every > paymentsPerYear) return Infinity;
		else first = Math.max(first, from);
	}
	return first;
}
