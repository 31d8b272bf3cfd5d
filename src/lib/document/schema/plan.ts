/** Plans, choices and the household’s sheet as a case document has them. */
import { z } from 'zod';
import { LIMITS } from '../../core/quantities/limits';
import { ORDERS } from '../../core/plan/order';
import { changeEntry } from './change';
import { newDebtOf } from '../change';
import { choice, date, flag, frequency, identifier, money, name, sentence } from './fields';
import { judgedOnce } from './judged-once';

const budgetEntry = z.discriminatedUnion(
	'kind',
	[
		z.strictObject({ kind: z.literal('required') }),
		z.strictObject({
			kind: z.literal('required-plus'),
			extra: money('The extra payment')
		}),
		z.strictObject({
			kind: z.literal('constant'),
			/** Null: what covers what is required in every month from its beginning on. */
			amount: money('The monthly budget').nullable()
		})
	],
	{ error: sentence('The budget', 'required, required-plus or constant') }
);

const dated = {
	id: identifier('The identifier of an event'),
	off: flag('Whether it is switched off'),
	date: date('The date of an event'),
	amount: money('The amount of an event')
};
const planEvent = z.discriminatedUnion(
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
	{ error: sentence('The kind of an event', 'one-off or money') }
);

export const sheetLine = z.strictObject({
	name: name('The name of a line of the budget sheet', 0),
	amount: money('The amount of a line of the budget sheet'),
	perYear: frequency('How often a line of the budget sheet occurs')
});
const sheetLines = z.array(sheetLine).max(LIMITS.sheetLines, {
	error: `A budget sheet has at most ${LIMITS.sheetLines} lines on each side.`
});

const planFields = {
	id: identifier('The identifier of a plan'),
	name: name('The name of a plan', 1),
	/** Whether somebody typed that name; else it follows what the plan does. */
	named: flag('Whether the name of a plan was typed'),
	/** The required payments of the debts in it: as in any plan, only the minimums, or today's payments. */
	pays: choice('The payments of the debts in a plan', ['planned', 'required', 'paid']),
	budget: budgetEntry,
	/** The first day of the month in which the plan's own money begins; null: as the core says. */
	begins: date('The month in which a plan begins')
		.refine((day) => day.endsWith('-01'), {
			error: sentence('The month in which a plan begins', 'the first day of a month')
		})
		.nullable(),
	order: choice('The order', ORDERS),
	listed: z.array(identifier('A debt of the custom order')).max(LIMITS.debts, {
		error: `An order has at most ${LIMITS.debts} debts.`
	}),
	events: z.array(planEvent).max(LIMITS.events, {
		error: `A plan has at most ${LIMITS.events} events.`
	}),
	/** In their order. */
	changes: z.array(changeEntry).max(LIMITS.changes, {
		error: `A plan has at most ${LIMITS.changes} changes to the debts.`
	}),
	/** Whether it is left out where plans are side by side. */
	hidden: flag('Whether a plan is hidden')
};

export const planEntry = judgedOnce(
	z.strictObject(planFields).superRefine(({ listed, events, changes }, context) => {
		const twice = (ids: readonly string[]) => new Set(ids).size < ids.length;
		if (twice(listed)) {
			context.addIssue({ code: 'custom', path: ['listed'], message: 'A debt is listed twice.' });
		}
		if (twice(events.map(({ id }) => id))) {
			const message = 'Two events have the same identifier.';
			context.addIssue({ code: 'custom', path: ['events'], message });
		}
		if (twice(changes.flatMap((change) => newDebtOf(change)?.id ?? []))) {
			const message = 'Two new debts have the same identifier.';
			context.addIssue({ code: 'custom', path: ['changes'], message });
		}
	})
);

/** The budget sheet: income and living expenses. */
export const sheetEntry = z.strictObject({ income: sheetLines, needs: sheetLines });

/** The content of a plan, without its name and visibility. */
export const planContent = z.strictObject({
	pays: planFields.pays,
	budget: planFields.budget,
	begins: planFields.begins,
	order: planFields.order,
	listed: planFields.listed,
	events: planFields.events,
	changes: planFields.changes
});

/** A plan that was chosen with the client: which, called what then, when, and why. */
export const choiceEntry = z.strictObject({
	plan: identifier('The plan that was chosen'),
	name: name('The name of the plan that was chosen', 1),
	date: date('The day of the choice'),
	note: name('The note of the choice', 0),
	/** The plan as it was then, of the latest choice; null where that is not known. */
	content: planContent.nullable()
});

/** The baseline of the plans: the minimums, today's payments, or one of the plans. */
export const measureEntry = z.union([
	choice('The baseline of the plans', ['minimums', 'today']),
	identifier('The plan that is the baseline')
]);
