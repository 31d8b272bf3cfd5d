/** What is asked about a plan: the money it needs, what more money buys, how it stands against another. */
import { monthsBetween } from './calendar';
import type { Difference } from './compare';
import { roundedShare, type Cents } from './money';
import { planTotals } from './plan';
import { monthEnds, openMonth, standing, stillOwed } from './plan-month';
import type { Plan, PlannedDebt, PlanTerms, PlanTotals } from './planned';
import { percent, WHOLE, type Percent } from './rate';
import { least } from './solve';

/** Nothing but what each debt asks. */
export const ONLY_ASKED: PlanTerms = {
	budget: { kind: 'required' },
	oneOffs: [],
	budgetChanges: [],
	order: 'listed',
	listed: []
};

/** What all debts ask in the first month. */
export function askedAtFirst(debts: readonly PlannedDebt[]): Cents {
	const open = debts.map((debt, index) => standing(debt, index, [])).filter(stillOwed);
	return openMonth(ONLY_ASKED, 1, open, monthEnds(debts)(1)).asked as Cents;
}

/** How the month's money falls short of what is asked; null where it never does. */
export function shortfallOf({ shortMonths, kept }: Plan): {
	/** The most that a month lacks. */
	readonly most: Cents;
	/** How much of what is asked is there in the first short month, to the hundredth of a percent. */
	readonly coveredAtFirst: Percent;
} | null {
	const month = kept[(shortMonths[0]?.month ?? 0) - 1];
	if (!month) return null;
	const most = Math.max(...shortMonths.map(({ missing }) => missing)) as Cents;
	const covered = roundedShare(month.money, WHOLE / 100, month.asked);
	return { most, coveredAtFirst: percent(100 * covered) };
}

/** One plan against another: also how much less interest and fees together; negative: more. */
export type PlanDifference =
	| (Extract<Difference, { kind: 'both end' }> & { readonly costLess: Cents })
	| Exclude<Difference, { kind: 'both end' }>;

/** How much sooner and how much less it costs than another plan: only plans that end can be measured so. */
export function planDifference(plan: PlanTotals, other: PlanTotals): PlanDifference {
	const [mine, theirs] = [plan.ending, other.ending];
	if (mine.status === 'cleared' && theirs.status === 'cleared') {
		return {
			kind: 'both end',
			monthsSooner: monthsBetween(mine.payoffDate, theirs.payoffDate),
			interestLess: (other.totalInterest - plan.totalInterest) as Cents,
			costLess: (other.totalCost - plan.totalCost) as Cents
		};
	}
	if (mine.status === 'cleared') return { kind: 'only this ends' };
	return { kind: theirs.status === 'cleared' ? 'only the other ends' : 'neither ends' };
}

/** The debt whose end another plan moves furthest, and by how many months sooner this one has it gone. */
export function furthestMoved(
	plan: PlanTotals,
	other: PlanTotals
): { readonly id: string; readonly monthsSooner: number } | null {
	const before = new Map(other.debts.map(({ id, payoffMonth }) => [id, payoffMonth]));
	let furthest: { id: string; monthsSooner: number } | null = null;
	for (const { id, payoffMonth } of plan.debts) {
		const then = before.get(id) ?? null;
		if (payoffMonth === null || then === null) continue;
		const monthsSooner = then - payoffMonth;
		if (Math.abs(monthsSooner) > Math.abs(furthest?.monthsSooner ?? 0)) {
			furthest = { id, monthsSooner };
		}
	}
	return furthest;
}

/** The plan with another amount a month, the same one in every month. */
export const paying = (plan: PlanTerms, amount: number): PlanTerms => ({
	...plan,
	budget: { kind: 'constant', amount: amount as Cents },
	budgetChanges: []
});

/**
 * The smallest amount a month, the same one in every month, that a condition holds for; null where not even
 * all that is owed at once is enough. More money must never undo the condition. `under` says what becomes of
 * a plan's money before it is followed.
 */
export function leastMoney(
	debts: readonly PlannedDebt[],
	plan: PlanTerms,
	holds: (totals: PlanTotals) => boolean,
	under: (plan: PlanTerms) => PlanTerms = (same) => same
): Cents | null {
	const at = (amount: number) => holds(planTotals(debts, under(paying(plan, amount))));
	const everything = 2 * debts.reduce((sum, { terms }) => sum + terms.opening, 0);
	if (!at(everything)) return null;
	return least(0, everything, at, askedAtFirst(debts)) as Cents;
}

/** The smallest amount a month with which no month is short. */
export const moneyThatCovers = (debts: readonly PlannedDebt[], plan: PlanTerms): Cents | null =>
	leastMoney(
		debts,
		plan,
		({ shortMonths, ending }) => shortMonths.length === 0 && ending.status !== 'refused'
	);

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

/**
 * The smallest amount a month, more than the present one and at most twice that, with which a debt is gone
 * before a month; null where there is none.
 */
export function moneyThatEndsSooner(
	debts: readonly PlannedDebt[],
	plan: PlanTerms,
	{ id, month }: { readonly id: string; readonly month: number },
	present: Cents
): Cents | null {
	const sooner = (amount: number) => {
		const { payoffMonth } = planTotals(debts, paying(plan, amount)).debts.find(
			(debt) => debt.id === id
		) ?? { payoffMonth: null };
		return payoffMonth !== null && payoffMonth < month;
	};
	const most = 2 * present;
	return sooner(most) ? (least(present + 1, most, sooner, present + 1) as Cents) : null;
}

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

/**
 * The months in which something happens: a debt is gone, a rate changes, the money begins or ceases to be
 * short, or comes from elsewhere.
 */
export function eventMonths(
	{ kept, debts }: Plan,
	{ oneOffs, budgetChanges }: PlanTerms
): number[] {
	const months = new Set<number>();
	for (const { payoffMonth } of debts) if (payoffMonth) months.add(payoffMonth);
	for (const { month } of oneOffs) months.add(month);
	for (const { from } of budgetChanges) months.add(from);
	kept.forEach(({ month, missing, shares }, index) => {
		const before = kept[index - 1];
		if (!before) {
			if (missing > 0) months.add(month);
			return;
		}
		if (missing > 0 !== before.missing > 0) months.add(month);
		const rates = new Map(before.shares.map((share) => [share.index, share.annual]));
		if (shares.some(({ index: debt, annual }) => rates.get(debt) !== annual)) months.add(month);
	});
	return [...months].filter((month) => month <= kept.length).sort((a, b) => a - b);
}

/** What is owed in all after a month; before the first, at the start, with the fees added to it. */
export function owedInAll(plan: Plan, month: number): Cents {
	if (month < 1) return (plan.starting + plan.changeFees.added) as Cents;
	const shares = plan.kept[month - 1]?.shares ?? [];
	return shares.reduce((sum, { closing }) => sum + closing, 0) as Cents;
}
