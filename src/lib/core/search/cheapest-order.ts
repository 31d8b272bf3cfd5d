/**
 * The order that costs the least interest, of all fixed orders of the debts under a plan's money, by exact
 * search: a plan is followed as far as the debts that are already in line say who gets what, then a next
 * debt is put in line; what can't come out below the best so far is left out (specification, section 9).
 */
import { balancesOf } from '../debt/account/account';
import type { DebtTerms } from '../debt/terms';
import { ZERO, type Cents, minus } from '../quantities/money';
import { boundsOf, leastInterest, type MonthBounds } from './order-bound';
import { MONTHS_FOLLOWED, planTotals } from '../plan/walk';
import {
	calendarOf,
	copied,
	firstMonthOf,
	openMonth,
	passOn,
	pay,
	payShort,
	planDebt,
	roomOf,
	stillOwed,
	type PlanDebt
} from '../plan/month';
import type { PlannedDebt, PlanTerms, PlanTotals } from '../plan/terms';

/** How far a search has come. */
export interface OrderSearch {
	/** The best order so far, by identity, and what it costs in interest. */
	readonly ids: readonly string[];
	readonly interest: Cents;
	/** No order costs less than this. */
	readonly bound: Cents;
	/** How much less than the best an order may cost that was not looked for. */
	readonly within: Cents;
	/** The share of all orders that is settled, from 0 to 1; at 1 none costs less than the best, but for `within`. */
	readonly done: number;
}

/** The input of a search. */
export interface OrderTask {
	readonly debts: readonly PlannedDebt[];
	readonly plan: PlanTerms;
	/** Orders that cost less by no more than this are not looked for: 0 searches the cheapest of all. */
	readonly within: Cents;
}

/** So close to the cheapest is close enough at first: rounding alone tells such orders apart. */
export const closeEnough = (debts: readonly PlannedDebt[]): Cents => debts.length as Cents;

/** The progress of a search; without a best order, none found so far pays the debts off. */
export interface OrderAnswer {
	readonly best: OrderSearch | null;
	/** It has gone to its end (as close as it was asked for), or was stopped on its way. */
	readonly ended: 'at its end' | 'stopped' | null;
}

/** How much more interest a plan costs than the best order found; negative: less. */
export const costlierThan = ({ interest }: OrderSearch, own: PlanTotals): Cents =>
	minus(own.totalInterest, interest);

/** The debts in line and the plan as far as they decide it. */
interface Node {
	/** Places in the list of debts, from the first in line on. */
	readonly line: readonly number[];
	/** The month that is not decided yet. */
	readonly month: number;
	readonly open: readonly PlanDebt[];
	readonly interest: number;
	/** What is put aside by then. */
	readonly saved: number;
	/** A lower bound of its cost. */
	readonly least: number;
	/** The share of all orders that begin with it. */
	readonly weight: number;
	/**
	 * Whether a month before it was short, or left a debt no smaller than it was: how it came about may then
	 * matter for what is to come, and for whether it ever ends.
	 */
	readonly uneven: boolean;
}

/** Steps between two reports of progress. */
const TOLD = 16;

/**
 * Searches step by step, telling now and then how far it has come; the last one told is the answer. Null
 * while no order is found that ends the debts; at the end: none does.
 */
export function* searchOrders(
	debts: readonly PlannedDebt[],
	plan: PlanTerms,
	within: Cents = ZERO
): Generator<OrderSearch | null, OrderSearch | null> {
	const first = firstGuess(debts, plan);
	let ids: readonly string[] | null = first?.ids ?? null;
	let interest: number = first?.interest ?? Infinity;
	const ahead = first ? Math.min(MONTHS_FOLLOWED, first.months + 24) : MONTHS_FOLLOWED;
	const bounds = boundsOf(debts, plan, ahead);
	const follow = follower(debts, plan, bounds);
	const owing = debts.flatMap(({ terms }, index) => (terms.opening > 0 ? [index] : []));
	/** Branches that cost this or more are pruned. */
	const limit = () => interest - within;
	const root = follow(rootOf(debts, plan), limit());
	const stack: Node[] = root.kind === 'node' ? [root.node] : [];
	let done = root.kind === 'node' ? 0 : 1;
	let followed = 0;

	const told = (): OrderSearch | null => {
		if (ids === null) return null;
		const least = stack.reduce<number>((low, node) => Math.min(low, node.least), interest);
		const settled = stack.length === 0 ? 1 : Math.min(done, 0.999_999);
		const bound = Math.max(0, Math.ceil(Math.min(least, limit()) - 1e-6)) as Cents;
		return { ids, interest: interest as Cents, bound, within, done: settled };
	};
	for (let node = stack.pop(); node; node = stack.pop()) {
		if (node.least > limit() - 1) {
			done += node.weight;
			continue;
		}
		const waiting = owing.filter((index) => !node.line.includes(index));
		const nexts: Node[] = [];
		const weight = node.weight / Math.max(waiting.length, 1);
		for (const index of waiting) {
			const next = follow({ ...node, line: [...node.line, index], weight }, limit());
			if (next.kind === 'node') nexts.push(next.node);
			else {
				done += weight;
				if (next.kind !== 'ended' || next.interest >= interest) continue;
				const line = [...node.line, index];
				const rest = debts.map((_, at) => at).filter((at) => !line.includes(at));
				const found = [...line, ...rest].flatMap((at) => debts[at]?.id ?? []);
				// A plan that brings nothing for long counts as one that never ends, though it might in the end.
				if (!ends(debts, plan, found)) continue;
				interest = next.interest;
				ids = found;
			}
		}
		// The most promising one comes first off the stack.
		stack.push(...nexts.sort((a, b) => b.least - a.least));
		if ((followed += 1) % TOLD === 0) yield told();
	}
	return told();
}

function ends(debts: readonly PlannedDebt[], plan: PlanTerms, listed: readonly string[]): boolean {
	return planTotals(debts, { ...plan, order: 'listed', listed }).ending.status === 'cleared';
}

type Followed =
	| { readonly kind: 'node'; readonly node: Node }
	| { readonly kind: 'ended'; readonly interest: number }
	/** It costs as much as the best, or more. */
	| { readonly kind: 'left out' };

const rootOf = (debts: readonly PlannedDebt[], { savings }: PlanTerms): Omit<Node, 'least'> => ({
	line: [],
	month: 1,
	open: debts
		.map((debt, index) => planDebt(debt, index, [], firstMonthOf(debts)))
		.filter(stillOwed),
	interest: 0,
	saved: savings?.opening ?? 0,
	weight: 1,
	uneven: false
});

/** Follows a plan from where it is to the month that the line leaves open, or to its end. */
function follower(
	debts: readonly PlannedDebt[],
	plan: PlanTerms,
	bounds: readonly MonthBounds[]
): (from: Omit<Node, 'least'>, best: number) => Followed {
	const calendar = calendarOf(debts);
	const known = new Set<string>();
	return (from, best) => {
		const { line } = from;
		let open = from.open.map(copied);
		let { month, interest, saved, uneven } = from;
		for (; open.length > 0; month += 1) {
			if (month > MONTHS_FOLLOWED || interest >= best) return { kind: 'left out' };
			const opened = openMonth(plan, month, open, calendar, saved);
			const { required, remaining, forDebts } = opened;
			if (remaining < 0) return { kind: 'left out' };
			if (forDebts < required) {
				if (open.some(({ isSettling }) => isSettling)) return { kind: 'left out' };
				payShort(open, forDebts, plan);
				uneven = true;
			} else if (forDebts > required) {
				const takers = open.filter((debt) => roomOf(debt) > 0);
				const inLine = line.flatMap((index) => takers.filter((debt) => debt.index === index));
				const room = inLine.reduce((sum, debt) => sum + roomOf(debt), 0);
				const rest = forDebts - required;
				if (room < rest && inLine.length < takers.length) {
					const own = open.filter(({ index }) => line.includes(index));
					const here = { ...from, month, open, interest, saved, uneven };
					if (!uneven && isKnown(known, here, own, rest - room)) return { kind: 'left out' };
					return undecided(here, bounds, best);
				}
				passOn(inLine, rest, 'listed');
			}
			saved = opened.savings?.closing ?? saved;
			for (const debt of open) {
				pay(debt, month);
				interest += debt.interest;
				uneven ||= debt.balance >= debt.opening;
			}
			open = open.filter(({ balance }) => balance > 0);
		}
		return { kind: 'ended', interest };
	};
}

/**
 * Whether the same debts in another line came to the same. What is out of line has got what it required in
 * either, and this month pays off all that is in line: so all that is to come depends on the interest up to
 * now and on what the month leaves. A debt in line without a payment this month is still owed after it.
 */
function isKnown(
	known: Set<string>,
	{ line, month, interest, saved }: Pick<Node, 'line' | 'month' | 'interest' | 'saved'>,
	inLine: readonly PlanDebt[],
	left: number
): boolean {
	if (inLine.some(({ dueNow }) => dueNow === 0)) return false;
	const charged = inLine.reduce((sum, debt) => sum + debt.interest, interest);
	const key = `${[...line].sort((a, b) => a - b).join()} ${month} ${charged} ${left} ${saved}`;
	if (known.has(key)) return true;
	known.add(key);
	return false;
}

function undecided(
	node: Omit<Node, 'least'>,
	bounds: readonly MonthBounds[],
	best: number
): Followed {
	const here = new Set(node.open.map(({ index }) => index));
	// All that is put aside may come to the debts at once, and never sooner.
	const owed = node.open.reduce((sum, { balance }) => sum + balance, 0) - node.saved;
	const rest = leastInterest(
		bounds,
		node.month,
		owed,
		(index) => here.has(index),
		best - node.interest
	);
	const least = node.interest + rest;
	return least === Infinity || least > best - 1
		? { kind: 'left out' }
		: { kind: 'node', node: { ...node, least } };
}

const highestAtFirst = (terms: DebtTerms): number =>
	Math.max(...balancesOf(terms).map(({ annual }) => annual));

const highestEver = (terms: DebtTerms): number =>
	Math.max(
		...balancesOf(terms).flatMap(({ annual, rateChanges = [] }) => [
			annual,
			...rateChanges.map((change) => change.annual)
		])
	);

/** Orders that are often good, and the best of them. */
function firstGuess(debts: readonly PlannedDebt[], plan: PlanTerms) {
	const by = (value: (debt: PlannedDebt) => number) =>
		[...debts].sort((a, b) => value(a) - value(b)).map(({ id }) => id);
	const guesses = [
		by(({ terms }) => -highestAtFirst(terms)),
		by(({ terms }) => -highestEver(terms)),
		by(({ terms }) => terms.opening),
		[...plan.listed, ...debts.map(({ id }) => id).filter((id) => !plan.listed.includes(id))]
	];
	let best: { ids: readonly string[]; interest: Cents; months: number } | null = null;
	for (const ids of guesses) {
		const { ending, totalInterest, months } = planTotals(debts, {
			...plan,
			order: 'listed',
			listed: ids
		});
		if (ending.status !== 'cleared' || (best && best.interest <= totalInterest)) continue;
		best = { ids, interest: totalInterest, months };
	}
	return best;
}
