import { monthsBetween } from '../quantities/calendar';
import { type Cents, minus } from '../quantities/money';
import type { RunTotals } from './run';

/** One way of paying against another, when one or both of them end. */
export type Difference =
	| {
			readonly kind: 'both end';
			/** Calendar months; negative: later. */
			readonly monthsSooner: number;
			/** Minor units; negative: more. */
			readonly interestLess: Cents;
	  }
	| { readonly kind: 'only this ends' }
	| { readonly kind: 'only the other ends' }
	| { readonly kind: 'neither ends' };

/** How much sooner and how much less interest than another way: only ways that end can be measured so. */
export function difference(way: RunTotals, other: RunTotals): Difference {
	const mine = way.ending.status === 'cleared' ? way.ending.payoffDate : null;
	const theirs = other.ending.status === 'cleared' ? other.ending.payoffDate : null;
	if (mine !== null && theirs !== null) {
		return {
			kind: 'both end',
			monthsSooner: monthsBetween(mine, theirs),
			interestLess: minus(other.totalInterest, way.totalInterest)
		};
	}
	if (mine !== null) return { kind: 'only this ends' };
	return { kind: theirs !== null ? 'only the other ends' : 'neither ends' };
}
