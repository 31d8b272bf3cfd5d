/** Questions about a plan: the budget it needs, the effect of a larger one, its comparison with another plan. */
import { addMonths, dueDate, monthsBetween, type CalendarDate } from '../quantities/calendar';
import type { DebtTerms } from '../debt/terms';
import type { Difference } from '../debt/difference';
import {
	roundedShare,
	type Cents,
	atLeastZero,
	minus,
	plus,
	sumOf,
	ZERO
} from '../quantities/money';
import { ONLY_REQUIRED, planOf, planTotals } from './walk';
import { calendarOf, firstMonthOf, openMonth, passOn, pay, planDebt, stillOwed } from './month';
import { moneyIn, statedIn } from './money';
import { begunAt, endAfter } from '../debt/easing';
import type { Plan, PlannedDebt, PlanTerms, PlanTotals } from './terms';
import { percent, WHOLE, type Percent } from '../quantities/rate';
import { least } from '../debt/solve';

/**
 * What all debts ask in the month in which a plan begins, where nothing but that is paid before; of debts that
 * are gone by then, nothing.
 */
export const requiredAtBegin = (debts: readonly PlannedDebt[], begins = 1): Cents =>
	requiredOfEach(debts, begins).reduce((sum, required) => sum + required, 0) as Cents;

/** The same of each debt, in the list's order. */
function requiredOfEach(debts: readonly PlannedDebt[], begins: number): number[] {
	const calendar = calendarOf(debts);
	const all = debts.map((debt, index) => planDebt(debt, index, [], calendar.first));
	let open = all.filter(stillOwed);
	for (let month = 1; ; month += 1) {
		const { required, budget } = openMonth(ONLY_REQUIRED, month, open, calendar, 0);
		if (month >= begins) return all.map((debt) => (stillOwed(debt) ? debt.required : 0));
		passOn(open, budget - required, ONLY_REQUIRED.order);
		for (const debt of open) pay(debt, month);
		open = open.filter(stillOwed);
	}
}

/**
 * The money of a plan before anybody names an amount (specification, section 9): the largest ΣR of any month from its beginning
 * on, where nothing but what is required is paid. Of the last payment of a term only as much counts as the others have: a
 * balloon, and what missed payments leave to it, are aside; what rounding leaves to it is not, so that no month comes to
 * be short by a cent. What a settlement asks is aside too: it is saved up, or comes from elsewhere.
 */
export function usualMoney(debts: readonly PlannedDebt[], begins = 1): Cents {
	const plan = planOf(debts, { ...ONLY_REQUIRED, begins });
	const ends = debts.map(({ terms }) => termEnd(terms, plan.firstMonth));
	/** The largest payment of each debt before the end of its term. */
	const largest = debts.map(() => 0);
	let most = 0;
	for (const { month, shares } of plan.kept) {
		let sum = 0;
		for (const { index, required, paid, ownExtra, forgiven, paidEach = [paid] } of shares) {
			if (forgiven > 0) continue;
			const isLast = month >= (ends[index] ?? Infinity);
			const payments = isLast ? paidEach.slice(0, -1) : paidEach;
			const before = Math.max(largest[index] ?? 0, ...payments);
			largest[index] = before;
			const excess = isLast && before > 0 ? (paidEach.at(-1) ?? 0) - ownExtra - before : 0;
			sum += required - (excess > before / 100 + LEFT_BY_ROUNDING ? excess : 0);
		}
		if (month >= begins) most = Math.max(most, sum);
	}
	return most as Cents;
}

/** A last payment that small is left by rounding: about a hundredth of the others, or some minor units. */
const LEFT_BY_ROUNDING = 100;

/** The month in which a stated term is over and all that is left is required; null where none is. */
function termEnd(terms: DebtTerms, firstMonth: CalendarDate): number | null {
	const { payment, paymentChanges = [], firstDue, paymentsPerYear } = terms;
	const rules = [{ from: 1, rule: payment }, ...paymentChanges].sort((a, b) => a.from - b.from);
	for (const [at, { from, rule }] of rules.entries()) {
		let [first, level] = [from, rule];
		while (level.kind === 'interest-only') [first, level] = [first + level.periods, level.then];
		if (level.kind !== 'level' || level.atTerm === 'continue') continue;
		const last = endAfter(terms, begunAt(terms, first), level.periods) - 1;
		if (last >= (rules[at + 1]?.from ?? Infinity)) continue;
		return monthsBetween(firstMonth, dueDate(firstDue, last, paymentsPerYear)) + 1;
	}
	return null;
}

/** The money of the month in which a plan begins, and what of it is left beside what the other debts ask. */
export interface MoneyBeside {
	readonly money: Cents;
	readonly free: Cents;
}

/** Of one debt of a plan, by its identity; null where the plan has no such debt, or it is gone by then. */
export function moneyBeside(
	debts: readonly PlannedDebt[],
	plan: PlanTerms,
	id: string
): MoneyBeside | null {
	const { begins = 1 } = plan;
	const index = debts.findIndex((debt) => debt.id === id && debt.terms.opening > 0);
	if (index < 0) return null;
	const each = requiredOfEach(debts, begins);
	const required = each.reduce((sum, one) => sum + one, 0);
	const money = moneyIn({ ...plan, oneOffs: [] }, begins, required, firstMonthOf(debts));
	const others = required - (each[index] ?? 0);
	return { money: money as Cents, free: minus(money, others) };
}

/** The amount that a month's budget is short of a payment; 0 if it covers it. */
export const lackFor = (payment: Cents, { free }: MoneyBeside): Cents =>
	atLeastZero(payment - free);

/**
 * The month in which a new plan begins unless the counselor says otherwise (specification, section 9): that of the
 * latest first due date, those first due more than a month after the day of the figures aside.
 */
export function usualBegin(debts: readonly PlannedDebt[], asOf: CalendarDate): number {
	const within = addMonths(asOf, 1);
	const owed = debts.filter(({ terms }) => terms.opening > 0 && terms.firstDue <= within);
	const months = owed.map(({ terms }) => monthsBetween(firstMonthOf(debts), terms.firstDue) + 1);
	return Math.max(1, ...months);
}

/** The total shortfall of all short months. */
export const missingInAll = ({ shortMonths }: Pick<PlanTotals, 'shortMonths'>): Cents =>
	sumOf(shortMonths, ({ missing }) => missing);

/** How the month's money falls short of what is required; null where it never does. */
export function shortfallOf({ shortMonths, kept }: Plan): {
	/** The most that a month lacks. */
	readonly most: Cents;
	/** How much of what is required is there in the first short month, to the hundredth of a percent. */
	readonly coveredAtFirst: Percent;
} | null {
	const month = kept[(shortMonths[0]?.month ?? 0) - 1];
	if (!month) return null;
	const most = Math.max(...shortMonths.map(({ missing }) => missing)) as Cents;
	const covered = roundedShare(month.forDebts, WHOLE / 100, month.required);
	return { most, coveredAtFirst: percent(100 * covered) };
}

/** What a plan costs before anything is forgiven: less of it is saved, what is forgiven is not. */
export const interestAndFees = ({ totalInterest, totalFees }: PlanTotals): Cents =>
	plus(totalInterest, totalFees);

/** One plan against another: also how much less interest and fees together, whatever is forgiven; negative: more. */
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
			interestLess: minus(other.totalInterest, plan.totalInterest),
			costLess: minus(interestAndFees(other), interestAndFees(plan))
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
	return least(0, everything, at, requiredAtBegin(debts, plan.begins)) as Cents | null;
}

/** The smallest amount a month with which no month is short. */
export const moneyThatCovers = (debts: readonly PlannedDebt[], plan: PlanTerms): Cents | null =>
	leastMoney(
		debts,
		plan,
		({ shortMonths, ending }) => shortMonths.length === 0 && ending.status !== 'refused'
	);

/** The budget that would cover short months, from one month until another is stated. */
export interface Cure {
	/** The stretch of months in which the first short one lies: its first, and that of the next; null: to the end. */
	readonly from: number;
	readonly until: number | null;
	/** The smallest amount a month in it with which none of them is short. */
	readonly amount: Cents;
}

/**
 * What would cover what is required in the stretch of months in which the money first falls short; null where it
 * never does, or no amount would. Only a constant amount can fall short.
 */
export function cureOf(
	debts: readonly PlannedDebt[],
	plan: PlanTerms,
	{ shortMonths }: Pick<PlanTotals, 'shortMonths'>
): Cure | null {
	const [short] = shortMonths;
	if (!short || plan.budget.kind !== 'constant') return null;
	const { from, until } = stretchOf(plan, short.month);
	const covered = (amount: number) => {
		const totals = planTotals(debts, stating(plan, from, amount as Cents));
		const within = ({ month }: { readonly month: number }) =>
			month >= from && (!until || month < until);
		return totals.ending.status !== 'refused' && !totals.shortMonths.some(within);
	};
	const everything = 2 * debts.reduce((sum, { terms }) => sum + terms.opening, 0);
	const guess = statedIn(plan, short.month) + short.missing;
	const amount = least(0, everything, covered, guess);
	return amount === null ? null : { from, until, amount: amount as Cents };
}

/** The months in which the amount of one month is stated: from one, until another. */
function stretchOf({ begins = 1, budgetChanges }: PlanTerms, month: number) {
	const starts = budgetChanges.map(({ from }) => from);
	const later = starts.filter((from) => from > month);
	return {
		from: Math.max(begins, ...starts.filter((from) => from <= month)),
		until: later.length > 0 ? Math.min(...later) : null
	};
}

/** The plan with another amount from the month on in which one is stated. */
export function stating(plan: PlanTerms, from: number, amount: Cents): PlanTerms {
	const { budget, budgetChanges, begins = 1 } = plan;
	const ruling = Math.max(
		0,
		...budgetChanges.map((change) => (change.from <= from ? change.from : 0))
	);
	if (ruling === 0) {
		return budget.kind === 'constant' ? { ...plan, budget: { ...budget, amount } } : plan;
	}
	// What was stated for a month before the plan begins rules from its beginning.
	const isRuling = (change: { readonly from: number }) =>
		change.from === ruling && (ruling === from || from === begins);
	return {
		...plan,
		budgetChanges: budgetChanges.map((change) =>
			isRuling(change) ? { ...change, amount } : change
		)
	};
}

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
	return least(present + 1, 2 * present, sooner, present + 1) as Cents | null;
}

/** A month of a plan, from 1, and its first day. */
export interface FromMonth {
	readonly month: number;
	readonly day: CalendarDate;
}

/** The first day is one before any plan begins. */
const EVER: FromMonth = { month: 1, day: '1970-01-01' as CalendarDate };

/** The plan with so much more in every month, or in each from one on. */
export function withMore(
	{ budget, budgetChanges, ...plan }: PlanTerms,
	more: number,
	from: FromMonth = EVER
): PlanTerms {
	const raised = (amount: number) => plus(amount, more);
	if (budget.kind === 'sheet') {
		const item = { amount: raised(0), perYear: 12, from: from.day, until: null } as const;
		return { ...plan, budgetChanges, budget: { ...budget, income: [...budget.income, item] } };
	}
	const own =
		budget.kind === 'required' ? ({ kind: 'required-plus', extra: ZERO } as const) : budget;
	const later = budgetChanges
		.filter((change) => change.from > from.month || from.month === 1)
		.map((change) => ({ ...change, amount: raised(change.amount) }));
	if (from.month > 1) {
		const stated = statedIn({ budget: own, budgetChanges }, from.month);
		const before = budgetChanges.filter((change) => change.from < from.month);
		const begins = { from: from.month, amount: raised(stated) };
		return { ...plan, budget: own, budgetChanges: [...before, begins, ...later] };
	}
	return {
		...plan,
		budget:
			own.kind === 'constant'
				? { ...own, amount: raised(own.amount) }
				: { ...own, extra: raised(own.extra) },
		budgetChanges: later
	};
}

/** The smallest amount more in every month with which everything is paid off within so many months; null: none. */
export const moreThatEnds = (
	debts: readonly PlannedDebt[],
	plan: PlanTerms,
	months: number
): Cents | null => leastOf(debts, months, (more) => withMore(plan, more));

/** The smallest amount more in every month with which no month is short, and nothing is missing for living; null: none. */
export const moreThatCovers = (debts: readonly PlannedDebt[], plan: PlanTerms): Cents | null => {
	const covered = (more: number) => {
		const { ending, shortMonths, deficits } = planTotals(debts, withMore(plan, more));
		return ending.status !== 'refused' && shortMonths.length === 0 && deficits.length === 0;
	};
	const everything = 2 * debts.reduce((sum, { terms }) => sum + terms.opening, 0);
	return least(0, everything, covered, Math.round(everything / 100)) as Cents | null;
};

/** The smallest amount that does so where it comes once, in the first month. */
export const onceThatEnds = (
	debts: readonly PlannedDebt[],
	plan: PlanTerms,
	months: number
): Cents | null =>
	leastOf(debts, months, (amount) => ({
		...plan,
		oneOffs: [...plan.oneOffs, { month: 1, amount: amount as Cents }]
	}));

function leastOf(
	debts: readonly PlannedDebt[],
	months: number,
	under: (amount: number) => PlanTerms
): Cents | null {
	const inTime = (amount: number) => {
		const totals = planTotals(debts, under(amount));
		return totals.ending.status === 'cleared' && totals.months <= months;
	};
	const everything = 2 * debts.reduce((sum, { terms }) => sum + terms.opening, 0);
	return least(0, everything, inTime, Math.round(everything / 100)) as Cents | null;
}

/**
 * The months in which something happens: the plan begins, a debt is gone, a rate changes, the money begins or
 * ceases to be short, or comes from elsewhere.
 */
export function eventMonths(
	{ kept, debts }: Plan,
	{ begins = 1, oneOffs, budgetChanges }: PlanTerms
): number[] {
	const months = new Set<number>();
	if (begins > 1) months.add(begins);
	for (const { payoffMonth } of debts) if (payoffMonth) months.add(payoffMonth);
	for (const { month } of oneOffs) months.add(month);
	for (const { from } of budgetChanges) months.add(from);
	kept.forEach(({ month, shortfall, shares }, index) => {
		const before = kept[index - 1];
		if (!before) {
			if (shortfall > 0) months.add(month);
			return;
		}
		if (shortfall > 0 !== before.shortfall > 0) months.add(month);
		const rates = new Map(before.shares.map((share) => [share.index, share.annual]));
		if (shares.some(({ index: debt, annual }) => rates.get(debt) !== annual)) months.add(month);
	});
	return [...months].filter((month) => month <= kept.length).sort((a, b) => a - b);
}

/** The total balance after a month; before the first, the starting balances with added fees. */
export function owedInAll(plan: Plan, month: number): Cents {
	if (month < 1) return plus(plan.starting, plan.changeFees.added);
	const shares = plan.kept[month - 1]?.shares ?? [];
	return sumOf(shares, ({ closing }) => closing);
}
