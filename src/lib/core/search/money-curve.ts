/** Interest and length of a plan over the month's money: what another so much a month buys. */
import type { Cents } from '../quantities/money';
import { planTotals } from '../plan/walk';
import type { PlannedDebt, PlanTerms } from '../plan/terms';

export interface CurvePoint {
	/** The month's money, the same in every month. */
	readonly amount: Cents;
	/** Null where it never ends, or not within a hundred years. */
	readonly months: number | null;
	readonly interest: Cents | null;
}

/** The points of a curve that are asked for. */
export interface CurveTask {
	readonly debts: readonly PlannedDebt[];
	readonly plan: PlanTerms;
	readonly amounts: readonly Cents[];
}

export function curvePoint(
	debts: readonly PlannedDebt[],
	plan: PlanTerms,
	amount: Cents
): CurvePoint {
	const constant = { ...plan, budget: { kind: 'constant', amount }, budgetChanges: [] } as const;
	const { ending, months, totalInterest } = planTotals(debts, constant);
	return ending.status === 'cleared'
		? { amount, months, interest: totalInterest }
		: { amount, months: null, interest: null };
}

/** Amounts from one to another, evenly spread, both among them; in whole steps of a unit. */
export function amountsBetween(from: Cents, to: Cents, count: number, unit: number): Cents[] {
	const amounts = Array.from({ length: count }, (_, index) => {
		const exact = from + ((to - from) * index) / Math.max(count - 1, 1);
		return (Math.round(exact / unit) * unit) as Cents;
	});
	return [...new Set(amounts)];
}

/**
 * Where more money begins to buy markedly less: the point of the interest curve that lies furthest below
 * the straight line between its ends. Null where the curve has no bend.
 */
export function kneeOf(points: readonly CurvePoint[]): CurvePoint | null {
	const ended = points.filter(({ interest }) => interest !== null);
	const [first, last] = [ended[0], ended.at(-1)];
	if (!first || !last || first === last) return null;
	const run = last.amount - first.amount;
	const fall = (last.interest ?? 0) - (first.interest ?? 0);
	let knee: CurvePoint | null = null;
	let deepest = 0;
	for (const point of ended) {
		const line = (first.interest ?? 0) + (fall * (point.amount - first.amount)) / run;
		const depth = line - (point.interest ?? 0);
		if (depth > deepest) [knee, deepest] = [point, depth];
	}
	return knee;
}
