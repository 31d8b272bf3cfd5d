/** Payments that a creditor eases for a while: the debt's own payment rule waits meanwhile (specification, section 16). */
import type { DebtTerms, Easing } from './terms';

const NONE: readonly never[] = [];

type Eased = Pick<DebtTerms, 'eased'>;

/** What is agreed for period k, in minor units; null: nothing, the own rule asks. Of several the last in the list. */
export function easedAmount({ eased = NONE }: Eased, k: number): number | null {
	return eased.findLast((easing) => covers(easing, k))?.amount ?? null;
}

const covers = ({ from, until }: Easing, k: number): boolean => from <= k && k <= until;

/** Periods one after the other in which the own rule waits. */
export interface Waiting {
	readonly from: number;
	readonly until: number;
}

/** All such stretches, in order; easings that meet or overlap are one. */
export function waitingOf({ eased = NONE }: Eased): readonly Waiting[] {
	const found: { from: number; until: number }[] = [];
	for (const { from, until } of [...eased].sort((a, b) => a.from - b.from)) {
		const last = found.at(-1);
		if (last && from <= last.until + 1) last.until = Math.max(last.until, until);
		else found.push({ from, until });
	}
	return found;
}

/** The first period after k in which what is agreed changes, begins or ends. */
export function nextEasing({ eased = NONE }: Eased, k: number): number {
	let next = Infinity;
	for (const { from, until } of eased) {
		if (from > k && from < next) next = from;
		if (until + 1 > k && until + 1 < next) next = until + 1;
	}
	return next;
}

/** When a change of the payment begins that is stated for period `from`: at the end where the own rule waits then. */
export function begunAt(terms: Eased, from: number): number {
	const waiting = waitingOf(terms).find((one) => one.from < from && from <= one.until);
	return waiting ? waiting.until + 1 : from;
}

/** The first period after a rule's own `periods` from one on, those aside in which it waits. */
export function endAfter(terms: Eased, from: number, periods: number): number {
	let end = from + periods;
	for (const { from: first, until } of waitingOf(terms)) {
		if (first >= from && first < end) end += until - first + 1;
	}
	return end;
}

/** The easings up to a period: what is agreed for good takes their place from it on. */
export const easedBefore = (eased: readonly Easing[], from: number): readonly Easing[] =>
	eased
		.filter((easing) => easing.from < from)
		.map((easing) => ({ ...easing, until: Math.min(easing.until, from - 1) }));
