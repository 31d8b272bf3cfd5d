/**
 * The line that money beyond what is required goes down by rate, where debts have several balances (specification, section
 * 13): each debt is a line of places, its balances in the order in which a payment would reach them, and the debt whose next
 * place has the highest rate takes first.
 */
import { excessLine, minimumLine, allocated, type Line } from '../debt/account/allocation';
import type { OpenPeriod } from '../debt/open-period';
import { shared } from '../quantities/share';
import { give, roomOf, type PlanDebt } from './month';

/** So much that a debt can take at a rate, before what it can take at others. */
interface Place {
	/** In ten-thousandths of a percent; Infinity: before all others, since a deadline is near. */
	readonly rate: number;
	readonly amount: number;
}

interface Queue {
	readonly debt: PlanDebt;
	readonly places: Place[];
}

/** Gives the rest, place by place; a debt’s rank is when its first place came. */
export function passAlongPlaces(debts: readonly PlanDebt[], rest: number): void {
	const queues = debts.map((debt): Queue => ({ debt, places: placesOf(debt) }));
	let left = rest;
	let rank = 0;
	for (let queue = nextOf(queues); queue !== null; queue = nextOf(queues)) {
		const { debt, places } = queue;
		const place = places.shift();
		debt.rank ??= rank += 1;
		left -= give(debt, Math.min(left, place?.amount ?? 0));
	}
}

/** The queue whose next place has the highest rate; ties as debts have them: the smaller opening, then the list. */
function nextOf(queues: readonly Queue[]): Queue | null {
	let first: Queue | null = null;
	for (const queue of queues) {
		if (queue.places.length > 0 && (first === null || comesBefore(queue, first))) first = queue;
	}
	return first;
}

function comesBefore(one: Queue, other: Queue): boolean {
	const [a, b] = [one.places[0]?.rate ?? 0, other.places[0]?.rate ?? 0];
	if (a !== b) return a > b;
	return one.debt.opening < other.debt.opening;
}

/** What a debt can still take, in the order in which it would reach its balances. */
function placesOf(debt: PlanDebt): Place[] {
	const room = roomOf(debt);
	if (room <= 0) return [];
	if (debt.state.account === null) return [{ rate: debt.annual, amount: room }];
	const { step, several, dueNow } = debt;
	const [first, last] = step === 0 ? [several[0], several[dueNow - 1]] : [debt, debt];
	return first && last ? placesOfBalances(debt, first, last) : [];
}

/** Rates are those of its first period in the month, all else is as in its last. */
function placesOfBalances({ terms }: PlanDebt, first: OpenPeriod, last: OpenPeriod): Place[] {
	const { balances, minimum } = last;
	const paid = last.required + last.ownExtra;
	const given = allocated(terms, balances, minimum, paid);
	const left = balances.map(({ owed }, at) => owed - (given[at] ?? 0));
	const rateOf = (at: number) => first.balances[at]?.annual ?? 0;
	const lacking = placesAlong(
		minimumLine(terms, balances),
		left,
		Math.max(0, minimum - paid),
		rateOf
	);
	const rateAbove = (at: number) => (balances[at]?.isDueSoon ? Infinity : rateOf(at));
	return [...lacking, ...placesAlong(excessLine(terms, balances), left, Infinity, rateAbove)];
}

/** The places of a line for at most so much; takes them off what is left of each balance. */
function placesAlong(
	line: Line,
	left: number[],
	most: number,
	rateOf: (at: number) => number
): Place[] {
	const places: Place[] = [];
	let more = most;
	for (const group of line) {
		const owing = group.filter((at) => (left[at] ?? 0) > 0);
		const room = owing.reduce((sum, at) => sum + (left[at] ?? 0), 0);
		const amount = Math.min(more, room);
		if (amount <= 0) continue;
		places.push({ rate: Math.max(...owing.map(rateOf)), amount });
		more -= amount;
		takeOff(left, owing, amount);
	}
	return places;
}

function takeOff(left: number[], group: readonly number[], amount: number): void {
	const shares = shared(
		amount,
		group.map((at) => left[at] ?? 0)
	);
	group.forEach((at, place) => (left[at] = (left[at] ?? 0) - (shares[place] ?? 0)));
}
