/** A plan: how a case's debts are paid under one budget, as it is saved, and what the core knows it by. */
import { z } from 'zod';
import { addMonths, monthsBetween, type CalendarDate } from '../core/quantities/calendar';
import { LIMITS } from '../core/quantities/limits';
import type { Cents } from '../core/quantities/money';
import { ORDERS } from '../core/plan/order';
import { usualBegin, usualMoney } from '../core/plan/answers';
import { firstMonthOf } from '../core/plan/month';
import type { Budget, ChangeFees, PlannedDebt, PlanTerms } from '../core/plan/terms';
import { same } from './same';
import { changeEntry, newDebtOf } from './change';
import { choice, date, flag, frequency, identifier, money, name, sentence } from './fields';
import { judgedOnce } from './judged-once';

const budgetEntry = z.discriminatedUnion(
	'kind',
	[
		z.strictObject({ kind: z.literal('required') }),
		z.strictObject({
			kind: z.literal('required-plus'),
			extra: money('What is paid beyond what is asked')
		}),
		z.strictObject({
			kind: z.literal('constant'),
			/** Null: what covers what is asked in every month from its beginning on. */
			amount: money('The month’s money').nullable()
		})
	],
	{ error: sentence('The budget', 'required, required-plus or constant') }
);

const dated = {
	id: identifier('The identifier of what happens'),
	off: flag('Whether it is switched off'),
	date: date('The date of what happens'),
	amount: money('The amount of what happens')
};
const planHappening = z.discriminatedUnion(
	'kind',
	[
		/** Money that comes on top in one month, or in that month of every year. */
		z.strictObject({
			kind: z.literal('one-off'),
			...dated,
			everyYear: flag('Whether it comes every year')
		}),
		/** Another amount, or another extra, from then on. */
		z.strictObject({ kind: z.literal('money'), ...dated })
	],
	{ error: sentence('What happens', 'one-off or money') }
);

const sheetLine = z.strictObject({
	name: name('What a line of the sheet is', 0),
	amount: money('The amount of a line of the sheet'),
	perYear: frequency('How often a line of the sheet comes')
});
const sheetLines = z.array(sheetLine).max(LIMITS.sheetLines, {
	error: `A sheet has at most ${LIMITS.sheetLines} lines on each side.`
});

const planFields = {
	id: identifier('The identifier of a plan'),
	name: name('The name of a plan', 1),
	/** Whether somebody typed that name; else it follows what the plan does. */
	named: flag('Whether the name of a plan was typed'),
	/** What debts ask in it: what they ask in any plan, nothing but their minimums, or what is paid today. */
	pays: choice('What debts ask in a plan', ['planned', 'asked', 'paid']),
	budget: budgetEntry,
	/** The first day of the month in which the plan's own money begins; null: as the core says. */
	begins: date('The month in which a plan begins')
		.refine((day) => day.endsWith('-01'), {
			error: sentence('The month in which a plan begins', 'the first day of a month')
		})
		.nullable(),
	order: choice('The order', ORDERS),
	listed: z.array(identifier('A debt of the own order')).max(LIMITS.debts, {
		error: `An order has at most ${LIMITS.debts} debts.`
	}),
	happenings: z.array(planHappening).max(LIMITS.happenings, {
		error: `At most ${LIMITS.happenings} things can happen to a plan.`
	}),
	/** In their order. */
	changes: z.array(changeEntry).max(LIMITS.changes, {
		error: `A plan changes at most ${LIMITS.changes} things about the debts.`
	}),
	/** Whether it is left out where plans are side by side. */
	hidden: flag('Whether a plan is hidden')
};

export const planEntry = judgedOnce(
	z.strictObject(planFields).superRefine(({ listed, happenings, changes }, context) => {
		const twice = (ids: readonly string[]) => new Set(ids).size < ids.length;
		if (twice(listed)) {
			context.addIssue({ code: 'custom', path: ['listed'], message: 'A debt is listed twice.' });
		}
		if (twice(happenings.map(({ id }) => id))) {
			const message = 'Two things that happen have the same identifier.';
			context.addIssue({ code: 'custom', path: ['happenings'], message });
		}
		if (twice(changes.flatMap((change) => newDebtOf(change)?.id ?? []))) {
			const message = 'Two new debts have the same identifier.';
			context.addIssue({ code: 'custom', path: ['changes'], message });
		}
	})
);

/** What the household earns and needs to live, from which the money of a plan can be worked out. */
export const sheetEntry = z.strictObject({ income: sheetLines, needs: sheetLines });

/** What a plan is made of, beside what it is called and where it is shown. */
export const planContent = z.strictObject({
	pays: planFields.pays,
	budget: planFields.budget,
	begins: planFields.begins,
	order: planFields.order,
	listed: planFields.listed,
	happenings: planFields.happenings,
	changes: planFields.changes
});

export type PlanContent = z.infer<typeof planContent>;

export function contentOf(plan: PlanEntry): PlanContent {
	const { pays, budget, begins, order, listed, happenings, changes } = plan;
	return { pays, budget, begins, order, listed, happenings, changes };
}

/** A plan that was chosen with the client: which, called what then, when, and why. */
export const choiceEntry = z.strictObject({
	plan: identifier('The plan that was chosen'),
	name: name('The name of the plan that was chosen', 1),
	date: date('The day of the choice'),
	note: name('The note of the choice', 0),
	/** The plan as it was then, of the latest choice; null where that is not known. */
	content: planContent.nullable()
});

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

/** What plans are measured against: nothing but the minimums, what is paid today, or one of the plans. */
export const measureEntry = z.union([
	choice('What plans are measured against', ['minimums', 'today']),
	identifier('The plan that the others are measured against')
]);

export type PlanEntry = z.infer<typeof planEntry>;
export type Sheet = z.infer<typeof sheetEntry>;
export type Measure = z.infer<typeof measureEntry>;
export type SheetLine = z.infer<typeof sheetLine>;
export type PlanHappening = PlanEntry['happenings'][number];

/** A plan in its simplest form: what is asked at first, held, the highest rate first. */
export const USUAL_PLAN: Omit<PlanEntry, 'id' | 'name'> = {
	named: false,
	pays: 'planned',
	budget: { kind: 'constant', amount: null },
	begins: null,
	order: 'rate',
	listed: [],
	happenings: [],
	changes: [],
	hidden: false
};

/** What a case has until somebody plans. Every case's first plan has this identity. */
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
	{
		budget,
		order,
		listed,
		happenings
	}: Pick<PlanEntry, 'budget' | 'order' | 'listed' | 'happenings'>,
	{ firstMonth, begins, usualMoney: usual }: PlanMonths,
	fees?: ChangeFees
): PlanTerms {
	const inForce = happenings.filter(({ off }) => !off);
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
export function daysOf(item: PlanHappening, until: CalendarDate): CalendarDate[] {
	if (item.kind !== 'one-off' || !item.everyYear) return [item.date];
	const days: CalendarDate[] = [];
	for (let year = 0; year <= YEARS_AHEAD; year += 1) {
		const day = addMonths(item.date, 12 * year);
		if (day > until && year > 0) break;
		days.push(day);
	}
	return days;
}

const monthsOf = (item: PlanHappening, firstMonth: CalendarDate): number[] =>
	daysOf(item, addMonths(firstMonth, 12 * YEARS_AHEAD)).map((day) => monthIn(day, firstMonth));

/** Which month of a plan a day falls in, from 1; earlier days fall in the first. */
export const monthIn = (day: CalendarDate, firstMonth: CalendarDate): number =>
	Math.max(1, monthsBetween(firstMonth, day) + 1);

/** The first of a plan's month. */
export const monthStart = (firstMonth: CalendarDate, month: number): CalendarDate =>
	addMonths(firstMonth, month - 1);
