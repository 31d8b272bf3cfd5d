import { putInLine } from './order';
import type { Plan, PlanTerms } from './terms';

/**
 * The debts of a plan, by their places in its list, in the order in which the money beyond the minimums goes to them: as
 * they stand in line in the month in which that money begins. Orders that are ranked anew each month may change later.
 * Debts that owe nothing then come last; `spread` has no order and keeps the list's.
 */
export function lineOf(
	{ kept, begins, debts }: Pick<Plan, 'kept' | 'begins' | 'debts'>,
	{ order, listed }: Pick<PlanTerms, 'order' | 'listed'>
): number[] {
	const month = kept[begins - 1] ?? kept[0];
	const line = (month?.shares ?? []).map((share) => {
		const place = listed.indexOf(debts[share.index]?.id ?? '');
		return { ...share, place: place < 0 ? listed.length + share.index : place };
	});
	putInLine(line, order);
	const inLine = line.map(({ index }) => index);
	const others = debts.map((_, index) => index).filter((index) => !inLine.includes(index));
	return [...inLine, ...others];
}
