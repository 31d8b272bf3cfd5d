/** How a case's debts are paid under one budget, as it is saved, and what the core knows it by. */
import { z } from 'zod';
import { addMonths, monthsBetween, type CalendarDate } from '../core/calendar';
import { LIMITS } from '../core/limits';
import type { Cents } from '../core/money';
import { ORDERS } from '../core/order';
import type { Budget, PlanTerms } from '../core/planned';
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
		budget: budgetEntry,
		order: choice('The order', ORDERS),
		listed: z.array(identifier('A debt of the own order')).max(LIMITS.debts, {
			error: `An order has at most ${LIMITS.debts} debts.`
		}),
		baseline: choice('What the plan is measured against', ['minimums', 'today']),
		happenings: z.array(planHappening).max(LIMITS.happenings, {
			error: `At most ${LIMITS.happenings} things can happen to a plan.`
		}),
		/** What the household earns and needs to live, where the money is worked out from that. */
		sheet: z.strictObject({ income: sheetLines, needs: sheetLines })
	})
	.superRefine(({ listed, happenings }, context) => {
		const twice = (ids: readonly string[]) => new Set(ids).size < ids.length;
		if (twice(listed)) {
			context.addIssue({ code: 'custom', path: ['listed'], message: 'A debt is listed twice.' });
		}
		if (twice(happenings.map(({ id }) => id))) {
			const message = 'Two things that happen have the same identifier.';
			context.addIssue({ code: 'custom', path: ['happenings'], message });
		}
	});

export type PlanEntry = z.infer<typeof planEntry>;
export type SheetLine = z.infer<typeof sheetLine>;
export type PlanHappening = PlanEntry['happenings'][number];

/** What a case has until somebody plans: what is asked at first, held, the highest rate first. */
export const USUAL_PLAN: PlanEntry = {
	budget: { kind: 'constant', amount: null },
	order: 'rate',
	listed: [],
	baseline: 'minimums',
	happenings: [],
	sheet: { income: [], needs: [] }
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
	askedFirst: Cents
): PlanTerms {
	const inForce = happenings.filter(({ off }) => !off);
	return {
		budget: budgetOf(budget, askedFirst),
		order,
		listed,
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
