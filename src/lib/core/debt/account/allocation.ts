/** Whom a payment goes to among the balances of a debt (specification, section 13; 12 CFR 1026.53). */
import { shared } from '../../quantities/share';
import { type DebtTerms } from '../terms';
import { LAWFUL, type AllocationOrder } from './policy';
import type { OpenBalance } from './balance';

/** A balance that can take so much of a payment. */
interface Taker {
	readonly open: OpenBalance;
	/** Its place among the balances of the debt. */
	readonly at: number;
	/** The last period in which it may be paid off without interest. */
	readonly until: number;
}

/** Groups of balances, one after the other: each gets nothing before the one before has all. */
export type Line = readonly (readonly number[])[];

/** What each balance gets of a payment: the minimum in one order, what is above it in another. */
export function allocated(
	terms: Pick<DebtTerms, 'allocation' | 'balances'>,
	balances: readonly OpenBalance[],
	minimum: number,
	paid: number
): number[] {
	const given = balances.map(() => 0);
	if (balances.length === 1) return [paid];
	const due = Math.min(paid, minimum);
	passAlong(minimumLine(terms, balances), balances, due, given);
	passAlong(excessLine(terms, balances), balances, paid - due, given);
	return given;
}

/** The order in which the required minimum goes. */
export const minimumLine = (
	{ allocation = LAWFUL }: Pick<DebtTerms, 'allocation'>,
	balances: readonly OpenBalance[]
): Line => lineBy(allocation.minimum, takersOf(undefined, balances));

/** The order in which what is above the minimum goes: what must be paid off by now or the next period comes first. */
export function excessLine(
	{ allocation = LAWFUL, balances: terms }: Pick<DebtTerms, 'allocation' | 'balances'>,
	balances: readonly OpenBalance[]
): Line {
	const takers = takersOf(terms, balances);
	const first = takers.filter(({ open }) => open.isDueSoon);
	const others = takers.filter(({ open }) => !open.isDueSoon);
	first.sort((a, b) => a.until - b.until || a.at - b.at);
	return [...first.map(({ at }) => [at]), ...lineBy(allocation.excess, others)];
}

const takersOf = (terms: DebtTerms['balances'], balances: readonly OpenBalance[]): Taker[] =>
	balances.map((open, at) => ({ open, at, until: terms?.[at]?.deferred?.until ?? 0 }));

/** The lowest or highest rate first, ties by their place; or all at once, in proportion to what they owe. */
function lineBy(order: AllocationOrder, takers: readonly Taker[]): Line {
	if (order === 'share') return takers.length > 0 ? [takers.map(({ at }) => at)] : [];
	const sign = order === 'lowest' ? 1 : -1;
	return [...takers]
		.sort((a, b) => sign * (a.open.annual - b.open.annual) || a.at - b.at)
		.map(({ at }) => [at]);
}

/** Adds an amount to what each is given, at most what it owes. */
function passAlong(
	line: Line,
	balances: readonly OpenBalance[],
	amount: number,
	given: number[]
): void {
	let left = amount;
	for (const group of line) {
		if (left === 0) return;
		const rooms = group.map((at) => (balances[at]?.owed ?? 0) - (given[at] ?? 0));
		const room = rooms.reduce((sum, each) => sum + each, 0);
		const taken = Math.min(left, room);
		const [only, ...more] = group;
		const shares = only !== undefined && more.length === 0 ? [taken] : shared(taken, rooms);
		group.forEach((at, place) => (given[at] = (given[at] ?? 0) + (shares[place] ?? 0)));
		left -= taken;
	}
}
