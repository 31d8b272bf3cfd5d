/** A plan: how a case's debts are paid under one budget, as it is saved, and what the core knows it by. */
import { z } from 'zod';
import { addMonths, monthsBetween, type CalendarDate } from '../core/calendar';
import { LIMITS } from '../core/limits';
import type { Cents } from '../core/money';
import { ORDERS } from '../core/order';
import type { Budget, ChangeFees, PlanTerms } from '../core/planned';
import { changeEntry, newDebtOf } from './change-document';
import { choice, date, flag, frequency, identifier, money, name, sentence } from './schema-fields';

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
			/** Null: what the first month asks. */
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

export const planEntry = z
	.strictObject({
		id: identifier('The identifier of a plan'),
		name: name('The name of a plan', 1),
		/** What debts ask in it: what they ask in any plan, nothing but their minimums, or what is paid today. */
		pays: choice('What debts ask in a plan', ['planned', 'asked', 'paid']),
		budget: budgetEntry,
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
		/** Whether it is left out where plans stand side by side. */
		hidden: flag('Whether a plan is hidden')
	})
	.superRefine(({ listed, happenings, changes }, context) => {
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
	});

/** What the household earns and needs to live, from which the money of a plan can be worked out. */
export const sheetEntry = z.strictObject({ income: sheetLines, needs: sheetLines });

/** A plan that was chosen with the client: which, called what then, when, and why. */
export const choiceEntry = z.strictObject({
	plan: identifier('The plan that was chosen'),
	name: name('The name of the plan that was chosen', 1),
	date: date('The day of the choice'),
	note: name('The note of the choice', 0)
});

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
	pays: 'planned',
	budget: { kind: 'constant', amount: null },
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

/** The plan in months from `firstMonth`; `askedFirst` stands for an amount that nobody has chosen yet. */
export function planTerms(
	{
		budget,
		order,
		listed,
		happenings
	}: Pick<PlanEntry, 'budget' | 'order' | 'listed' | 'happenings'>,
	firstMonth: CalendarDate,
	askedFirst: Cents,
	fees?: ChangeFees
): PlanTerms {
	const inForce = happenings.filter(({ off }) => !off);
	return {
		budget: budgetOf(budget, askedFirst),
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

function budgetOf(budget: PlanEntry['budget'], askedFirst: Cents): Budget {
	return budget.kind === 'constant' ? { ...budget, amount: budget.amount ?? askedFirst } : budget;
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
