/** A plan: how a case's debts are paid under one budget, as it is saved, and what the core knows it by. */
import { addMonths, monthsBetween, type CalendarDate } from '../core/quantities/calendar';
import { ZERO, type Cents } from '../core/quantities/money';
import { usualBegin, usualMoney } from '../core/plan/answers';
import { firstMonthOf } from '../core/plan/month';
import { NO_DEPOSIT_FEES, withDepositFees, type DepositFees } from '../core/plan/deposit';
import { NO_FEES } from '../core/plan/money';
import { byPriority, type DebtKind } from '../core/plan/priority';
import type { BudgetSheet, SheetItem } from '../core/plan/budget-sheet';
import type { Budget, ChangeFees, PlannedDebt, PlanTerms } from '../core/plan/terms';
import { same } from './same';
import type { z } from 'zod';
import type {
	sheetLine,
	planEntry,
	sheetEntry,
	planContent,
	choiceEntry,
	measureEntry
} from './schema/plan';

export type PlanContent = z.infer<typeof planContent>;

/** What a plan is; where its money is what the budget sheet leaves, that sheet is part of it. */
export function contentOf(plan: PlanEntry, sheet: Sheet): PlanContent {
	const { name: _name, id: _id, named: _named, hidden: _hidden, ...content } = plan;
	return { ...content, sheet: content.budget.kind === 'sheet' ? sheet : null };
}

/** The plan that is chosen, and whether it has been changed since. */
export function chosenPlan({ plans, choices, sheet }: Planned): {
	readonly plan: PlanEntry;
	readonly changed: boolean;
} | null {
	const latest = choices.at(-1);
	const plan = plans.find(({ id }) => id === latest?.plan);
	if (!latest || !plan) return null;
	return {
		plan,
		changed: latest.content !== null && !same(latest.content, contentOf(plan, sheet))
	};
}

interface Planned {
	readonly plans: readonly PlanEntry[];
	readonly choices: readonly z.infer<typeof choiceEntry>[];
	readonly sheet: Sheet;
}

export type PlanEntry = z.infer<typeof planEntry>;
export type Sheet = z.infer<typeof sheetEntry>;
export type Measure = z.infer<typeof measureEntry>;
export type SheetLine = z.infer<typeof sheetLine>;
export type Programme = NonNullable<PlanEntry['programme']>;
export type PlanEvent = PlanEntry['events'][number];

/** A plan in its simplest form: what is required at first, held, the highest rate first. */
export const USUAL_PLAN: Omit<PlanEntry, 'id' | 'name'> = {
	named: false,
	pays: 'planned',
	budget: { kind: 'constant', amount: null },
	begins: null,
	order: 'rate',
	listed: [],
	savings: null,
	shortOrder: [],
	aside: [],
	split: null,
	programme: null,
	events: [],
	changes: [],
	hidden: false
};

/** The plan of a new case. Every case's first plan has this id. */
export const FIRST_PLAN: PlanEntry = {
	...USUAL_PLAN,
	id: '00000000-0000-4000-8000-000000000001',
	name: 'Highest rate first'
};

/** A line of a budget sheet that says nothing yet. */
export const EMPTY_LINE: Omit<SheetLine, 'id'> = {
	name: '',
	amount: ZERO,
	perYear: 12,
	from: null,
	until: null,
	owner: null
};

/** A household of which nothing is known. */
export const NO_SHEET: Sheet = { income: [], needs: [] };

/** How far ahead money that comes every year is followed. */
const YEARS_AHEAD = 100;

/** How the months of a plan are counted: its first month, that in which it begins, and its money until one is named. */
export interface PlanMonths {
	readonly firstMonth: CalendarDate;
	/** From 1. */
	readonly begins: number;
	/** In place of an amount that nobody has chosen yet. */
	readonly usualMoney: () => Cents;
	/** The debts that it pays. */
	readonly ids: readonly string[];
}

/** The months of a plan for its debts, as its changes leave them. */
export function planMonths(
	{ begins }: Pick<PlanEntry, 'begins'>,
	debts: readonly PlannedDebt[],
	asOf: CalendarDate
): PlanMonths {
	const firstMonth = firstMonthOf(debts);
	const month = begins === null ? usualBegin(debts, asOf) : monthIn(begins, firstMonth);
	// Another plan is followed for it, so it is worked out only where nobody has named an amount, and once.
	let usual: Cents | null = null;
	return {
		firstMonth,
		begins: month,
		usualMoney: () => (usual ??= usualMoney(debts, month)),
		ids: debts.map(({ id }) => id)
	};
}

/** What of a plan says how its months go. */
export type MonthlyTerms = Pick<
	PlanEntry,
	'budget' | 'order' | 'listed' | 'savings' | 'shortOrder' | 'programme' | 'events'
>;

/** What of a case plans go by: the kinds of its debts, and the household's money. */
export interface Household {
	readonly debts: readonly { readonly id: string; readonly kind: DebtKind }[];
	readonly sheet: Sheet;
}

/** The plan in its months. */
export function planTerms(
	{ budget, order, listed, savings, shortOrder, programme, events }: MonthlyTerms,
	{ firstMonth, begins, usualMoney: usual, ids }: PlanMonths,
	{ debts, sheet }: Household,
	changeFees?: ChangeFees
): PlanTerms {
	const fees = programme
		? withDepositFees(changeFees ?? NO_FEES, depositFees(programme), begins, ids)
		: changeFees;
	const inForce = events.filter(({ off }) => !off);
	return {
		budget: budgetOf(budget, usual, sheetTerms(sheet)),
		begins,
		order,
		listed,
		...(savings && { savings }),
		...(shortOrder && { shortOrder: byPriority(debts, shortOrder) }),
		...(fees ? { fees } : {}),
		oneOffs: inForce.flatMap((item) =>
			item.kind === 'one-off'
				? monthsOf(item, firstMonth).map((month) => ({ month, amount: item.amount }))
				: []
		),
		// What a budget sheet leaves is what it is: an amount from a month on says nothing then.
		budgetChanges: inForce.flatMap((item) =>
			item.kind === 'money' && budget.kind !== 'sheet'
				? [{ from: monthIn(item.date, firstMonth), amount: item.amount }]
				: []
		)
	};
}

/** The fees of a plan with one deposit: none where they are waived. */
const depositFees = ({ setUpFee, monthlyFee, waived }: Programme): DepositFees =>
	waived === null ? { setUpFee, monthly: monthlyFee } : NO_DEPOSIT_FEES;

function budgetOf(budget: PlanEntry['budget'], usual: () => Cents, money: BudgetSheet): Budget {
	if (budget.kind === 'sheet') return { kind: budget.kind, ...money };
	return budget.kind === 'constant' ? { ...budget, amount: budget.amount ?? usual() } : budget;
}

/** The day of what has none: a Thursday and the first of a year, before any plan begins, so that it is the same day for all. */
const ANY_DAY = '1970-01-01' as CalendarDate;

/** A budget sheet as the core knows it: what has no day falls on the first of a month, weekly on Thursdays. */
export const sheetTerms = ({ income, needs }: Sheet): BudgetSheet => ({
	income: income.map(sheetItem),
	needs: needs.map(sheetItem)
});

export const sheetItem = ({ amount, perYear, from, until }: SheetLine): SheetItem => ({
	amount,
	perYear,
	from: from ?? ANY_DAY,
	until
});

/** The days on which something happens, up to a last one. */
export function daysOf(item: PlanEvent, until: CalendarDate): CalendarDate[] {
	if (item.kind !== 'one-off' || !item.everyYear) return [item.date];
	const days: CalendarDate[] = [];
	for (let year = 0; year <= YEARS_AHEAD; year += 1) {
		const day = addMonths(item.date, 12 * year);
		if (day > until && year > 0) break;
		days.push(day);
	}
	return days;
}

const monthsOf = (item: PlanEvent, firstMonth: CalendarDate): number[] =>
	daysOf(item, addMonths(firstMonth, 12 * YEARS_AHEAD)).map((day) => monthIn(day, firstMonth));

/** Which month of a plan a day falls in, from 1; earlier days fall in the first. */
export const monthIn = (day: CalendarDate, firstMonth: CalendarDate): number =>
	Math.max(1, monthsBetween(firstMonth, day) + 1);

/** The first of a plan's month. */
export const monthStart = (firstMonth: CalendarDate, month: number): CalendarDate =>
	addMonths(firstMonth, month - 1);
