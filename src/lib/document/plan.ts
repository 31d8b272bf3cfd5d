/** A plan: how a case's debts are paid under one budget, as it is saved, and what the core knows it by. */
import { addMonths, monthsBetween, type CalendarDate } from '../core/quantities/calendar';
import type { Cents } from '../core/quantities/money';
import { usualBegin, usualMoney } from '../core/plan/answers';
import { firstMonthOf } from '../core/plan/month';
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

export function contentOf(plan: PlanEntry): PlanContent {
	const { pays, budget, begins, order, listed, events, changes } = plan;
	return { pays, budget, begins, order, listed, events, changes };
}

/** The plan that is chosen, and whether it has been changed since. */
export function chosenPlan({ plans, choices }: Pick<Planned, 'plans' | 'choices'>): {
	readonly plan: PlanEntry;
	readonly changed: boolean;
} | null {
	const latest = choices.at(-1);
	const plan = plans.find(({ id }) => id === latest?.plan);
	if (!latest || !plan) return null;
	return { plan, changed: latest.content !== null && !same(latest.content, contentOf(plan)) };
}

interface Planned {
	readonly plans: readonly PlanEntry[];
	readonly choices: readonly z.infer<typeof choiceEntry>[];
}

export type PlanEntry = z.infer<typeof planEntry>;
export type Sheet = z.infer<typeof sheetEntry>;
export type Measure = z.infer<typeof measureEntry>;
export type SheetLine = z.infer<typeof sheetLine>;
export type PlanEvent = PlanEntry['events'][number];

/** A plan in its simplest form: what is required at first, held, the highest rate first. */
export const USUAL_PLAN: Omit<PlanEntry, 'id' | 'name'> = {
	named: false,
	pays: 'planned',
	budget: { kind: 'constant', amount: null },
	begins: null,
	order: 'rate',
	listed: [],
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

/** How far ahead money that comes every year is followed. */
const YEARS_AHEAD = 100;

/** How the months of a plan are counted: its first month, that in which it begins, and its money until one is named. */
export interface PlanMonths {
	readonly firstMonth: CalendarDate;
	/** From 1. */
	readonly begins: number;
	/** In place of an amount that nobody has chosen yet. */
	readonly usualMoney: () => Cents;
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
	return { firstMonth, begins: month, usualMoney: () => (usual ??= usualMoney(debts, month)) };
}

/** The plan in its months. */
export function planTerms(
	{ budget, order, listed, events }: Pick<PlanEntry, 'budget' | 'order' | 'listed' | 'events'>,
	{ firstMonth, begins, usualMoney: usual }: PlanMonths,
	fees?: ChangeFees
): PlanTerms {
	const inForce = events.filter(({ off }) => !off);
	return {
		budget: budgetOf(budget, usual),
		begins,
		order,
		listed,
		...(fees ? { fees } : {}),
		oneOffs: inForce.flatMap((item) =>
			item.kind === 'one-off'
				? monthsOf(item, firstMonth).map((month) => ({ month, amount: item.amount }))
				: []
		),
		budgetChanges: inForce.flatMap((item) =>
			item.kind === 'money' ? [{ from: monthIn(item.date, firstMonth), amount: item.amount }] : []
		)
	};
}

function budgetOf(budget: PlanEntry['budget'], usual: () => Cents): Budget {
	return budget.kind === 'constant' ? { ...budget, amount: budget.amount ?? usual() } : budget;
}

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
