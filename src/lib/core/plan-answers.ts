/** What is asked about a plan: the money it needs, what more money buys, how it stands against another. */
import { monthsBetween } from './calendar';
import type { Difference } from './compare';
import type { Cents } from './money';
import { planOf, planTotals, type PlannedDebt, type PlanTerms, type PlanTotals } from './plan';
import { least } from './solve';

/** What all debts ask in the first month. */
export function askedAtFirst(debts: readonly PlannedDebt[], plan: PlanTerms): Cents {
	return planOf(debts, { ...plan, budget: { kind: 'required' } }).kept[0]?.asked ?? (0 as Cents);
}

/** How much sooner and how much less interest than another plan: only plans that end can be measured so. */
export function planDifference(plan: PlanTotals, other: PlanTotals): Difference {
	const [mine, theirs] = [plan.ending, other.ending];
	if (mine.status === 'cleared' && theirs.status === 'cleared') {
		return {
			kind: 'both end',
			monthsSooner: monthsBetween(mine.payoffDate, theirs.payoffDate),
			interestLess: (other.totalInterest - plan.totalInterest) as Cents
		};
	}
	if (mine.status === 'cleared') return { kind: 'only this ends' };
	return { kind: theirs.status === 'cleared' ? 'only the other ends' : 'neither ends' };
}

/** The plan with another amount a month, the same one in every month. */
const paying = (plan: PlanTerms, amount: number): PlanTerms => ({
	...plan,
	budget: { kind: 'constant', amount: amount as Cents },
	budgetChanges: []
});

/**
 * The smallest amount a month, the same one in every month, that a condition holds for; null where not even
 * all that is owed at once is enough. More money must never undo the condition.
 */
export function leastMoney(
	debts: readonly PlannedDebt[],
	plan: PlanTerms,
	holds: (totals: PlanTotals) => boolean
): Cents | null {
	const at = (amount: number) => holds(planTotals(debts, paying(plan, amount)));
	const everything = 2 * debts.reduce((sum, { terms }) => sum + terms.opening, 0);
	if (!at(everything)) return null;
	return least(0, everything, at, askedAtFirst(debts, plan)) as Cents;
}

/** The smallest amount a month with which no month is short. */
export const moneyThatCovers = (debts: readonly PlannedDebt[], plan: PlanTerms): Cents | null =>
	leastMoney(debts, plan, ({ shortMonths }) => shortMonths.length === 0);

/** The smallest amount a month with which everything is paid off within so many months. */
export const moneyThatEnds = (
	debts: readonly PlannedDebt[],
	plan: PlanTerms,
	months: number
): Cents | null =>
	leastMoney(
		debts,
		plan,
		(totals) => totals.ending.status === 'cleared' && totals.months <= months
	);

/** The plan with so much more in every month. */
export function withMore({ budget, budgetChanges, ...plan }: PlanTerms, more: number): PlanTerms {
	const raised = (amount: number) => (amount + more) as Cents;
	return {
		...plan,
		budget:
			budget.kind === 'constant'
				? { kind: budget.kind, amount: raised(budget.amount) }
				: {
						kind: 'required-plus',
						extra: raised(budget.kind === 'required-plus' ? budget.extra : 0)
					},
		budgetChanges: budgetChanges.map((change) => ({ ...change, amount: raised(change.amount) }))
	};
}
