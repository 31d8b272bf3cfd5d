/** Plans, choices and the household’s sheet as a case document has them. */
import { z } from 'zod';
import { LIMITS } from '../../core/quantities/limits';
import { ORDERS } from '../../core/plan/order';
import { changeEntry, feeAmount, feePercent, monthlyFee } from './change';
import { newDebtOf } from '../change';
import {
	choice,
	count,
	date,
	flag,
	frequency,
	identifier,
	money,
	name,
	percentage,
	sentence,
	text,
	versionOf
} from './fields';
import { judgedOnce } from './judged-once';
import { t } from '../refusals';

const budgetEntry = z.discriminatedUnion(
	'kind',
	[
		z.strictObject({ kind: z.literal('required') }),
		z.strictObject({
			kind: z.literal('required-plus'),
			extra: money(t('The extra payment'))
		}),
		z.strictObject({
			kind: z.literal('constant'),
			/** Null: what covers what is required in every month from its beginning on. */
			amount: money(t('The monthly budget')).nullable()
		}),
		/** What the budget sheet leaves each month. */
		z.strictObject({ kind: z.literal('sheet') })
	],
	{ error: sentence(t('The budget'), t('required, required-plus, constant or sheet')) }
);

const dated = {
	id: identifier(t('The identifier of an event')),
	off: flag(t('Whether it is switched off')),
	date: date(t('The date of an event')),
	amount: money(t('The amount of an event'))
};
const planEvent = z.discriminatedUnion(
	'kind',
	[
		/** Money that comes on top in one month, or in that month of every year. */
		z.strictObject({
			kind: z.literal('one-off'),
			...dated,
			everyYear: flag(t('Whether it comes every year'))
		}),
		/** Another amount, or another extra, from then on. */
		z.strictObject({ kind: z.literal('money'), ...dated })
	],
	{ error: sentence(t('The kind of an event'), t('one-off or money')) }
);

export const sheetLine = z.strictObject({
	id: identifier(t('The identifier of a line of the budget sheet')),
	name: name(t('The name of a line of the budget sheet'), 0),
	amount: money(t('The amount of a line of the budget sheet')),
	perYear: frequency(t('How often a line of the budget sheet occurs')),
	/** One of its days, the first on which it falls; null: the first of a month, from the beginning on. */
	from: date(t('The first day of a line of the budget sheet')).nullable(),
	/** The last day on which it may fall; null: it goes on. */
	until: date(t('The last day of a line of the budget sheet')).nullable(),
	/** Whose it is; null: of all together. */
	owner: identifier(t('Whose a line of the budget sheet is')).nullable()
});
const sheetLines = z.array(sheetLine).max(LIMITS.sheetLines, {
	error: t('A budget sheet has at most {sheetLines} lines on each side.', {
		sheetLines: LIMITS.sheetLines
	})
});

/** The budget sheet: income and living expenses. */
export const sheetEntry = z.strictObject({ income: sheetLines, needs: sheetLines });

/** Who pays how much of a plan each month: by what each earns, by who owes, or in parts that somebody named. */
const splitEntry = z.discriminatedUnion(
	'by',
	[
		z.strictObject({ by: z.literal('income') }),
		z.strictObject({ by: z.literal('debts') }),
		z.strictObject({
			by: z.literal('parts'),
			/** Who is not named pays nothing. */
			parts: z
				.array(
					z.strictObject({
						person: identifier(t('Who pays a part of a plan')),
						percent: percentage(t('The part of a plan that somebody pays'), LIMITS.minimumPercent)
					})
				)
				.max(LIMITS.people, {
					error: t('A case has at most {people} people.', { people: LIMITS.people })
				})
		})
	],
	{ error: sentence(t('Who pays how much'), t('income, debts or parts')) }
);

/** Money that is put aside before debts get more than they require. */
const savingsEntry = z.strictObject({
	opening: money(t('What is saved already')),
	/** Null: all that is left. */
	monthly: money(t('What is put aside a month')).nullable(),
	/** Null: it goes on. */
	target: money(t('The target of the savings')).nullable(),
	covers: flag(t('Whether savings cover short months'))
});

/** A plan that the agency pays: the client pays one amount, and it pays the creditors out of that. */
const programmeEntry = z.strictObject({
	/** The day of the month on which the client pays, the last of a month that is shorter. */
	day: count(t('The day of the deposit'), 1, 31, ''),
	setUpFee: money(t('The setup fee of a program')),
	monthlyFee: monthlyFee(feeAmount, feePercent),
	/** The version of the schedule of fees; null: the fees are no schedule's. */
	version: versionOf(t('The version of the schedule of fees')).nullable(),
	/** Why no fee is charged; null: fees are. */
	waived: text(t('Why fees are waived'), 1, LIMITS.note).nullable()
});

const debtList = (what: string) =>
	z.array(identifier(what)).max(LIMITS.debts, {
		error: t('An order has at most {debts} debts.', { debts: LIMITS.debts })
	});

const planFields = {
	id: identifier(t('The identifier of a plan')),
	name: name(t('The name of a plan'), 1),
	/** Whether somebody typed that name; else it follows what the plan does. */
	named: flag(t('Whether the name of a plan was typed')),
	/** The required payments of the debts in it: as in any plan, only the minimums, or today's payments. */
	pays: choice(t('The payments of the debts in a plan'), ['planned', 'required', 'paid']),
	budget: budgetEntry,
	/** The first day of the month in which the plan's own money begins; null: as the core says. */
	begins: date(t('The month in which a plan begins'))
		.refine((day) => day.endsWith('-01'), {
			error: sentence(t('The month in which a plan begins'), t('the first day of a month'))
		})
		.nullable(),
	order: choice(t('The order'), ORDERS),
	listed: debtList(t('A debt of the custom order')),
	savings: savingsEntry.nullable(),
	/** In a short month debts are paid whole in this order, and what is not in it by its kind; null: each gets a share. */
	shortOrder: debtList(t('A debt of the order for short months')).nullable(),
	/** Debts that are not in the plan. */
	aside: debtList(t('A debt that is left aside')),
	/** Null: nobody asked. */
	split: splitEntry.nullable(),
	/** Null: the client pays each creditor. */
	programme: programmeEntry.nullable(),
	events: z.array(planEvent).max(LIMITS.events, {
		error: t('A plan has at most {events} events.', { events: LIMITS.events })
	}),
	/** In their order. */
	changes: z.array(changeEntry).max(LIMITS.changes, {
		error: t('A plan has at most {changes} changes to the debts.', { changes: LIMITS.changes })
	}),
	/** Whether it is left out where plans are side by side. */
	hidden: flag(t('Whether a plan is hidden'))
};

export const planEntry = judgedOnce(
	z.strictObject(planFields).superRefine(({ events, changes, ...plan }, context) => {
		const twice = (ids: readonly string[]) => new Set(ids).size < ids.length;
		for (const list of ['listed', 'shortOrder', 'aside'] as const) {
			if (!twice(plan[list] ?? [])) continue;
			context.addIssue({ code: 'custom', path: [list], message: t('A debt is listed twice.') });
		}
		if (twice(events.map(({ id }) => id))) {
			const message = t('Two events have the same identifier.');
			context.addIssue({ code: 'custom', path: ['events'], message });
		}
		if (twice(changes.flatMap((change) => newDebtOf(change)?.id ?? []))) {
			const message = t('Two new debts have the same identifier.');
			context.addIssue({ code: 'custom', path: ['changes'], message });
		}
	})
);

/** The content of a plan, without its name and visibility; the budget sheet where its money is what that leaves. */
export const planContent = z.strictObject({
	pays: planFields.pays,
	budget: planFields.budget,
	begins: planFields.begins,
	order: planFields.order,
	listed: planFields.listed,
	savings: planFields.savings,
	shortOrder: planFields.shortOrder,
	aside: planFields.aside,
	split: planFields.split,
	programme: planFields.programme,
	events: planFields.events,
	changes: planFields.changes,
	sheet: sheetEntry.nullable()
});

/** A plan that was chosen with the client: which, called what then, when, and why. */
export const choiceEntry = z.strictObject({
	plan: identifier(t('The plan that was chosen')),
	name: name(t('The name of the plan that was chosen'), 1),
	date: date(t('The day of the choice')),
	note: name(t('The note of the choice'), 0),
	/** The plan as it was then, of the latest choice; null where that is not known. */
	content: planContent.nullable()
});

/** The baseline of the plans: the minimums, today's payments, or one of the plans. */
export const measureEntry = z.union([
	choice(t('The baseline of the plans'), ['minimums', 'today']),
	identifier(t('The plan that is the baseline'))
]);
