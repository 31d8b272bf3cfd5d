/** Plans, choices and the household’s sheet as a case document has them. */
import { z } from 'zod';
import { LIMITS } from '../../core/quantities/limits';
import { ORDERS } from '../../core/plan/order';
import { changeEntry } from './change';
import { newDebtOf } from '../change';
import { choice, date, flag, frequency, identifier, money, name, sentence } from './fields';
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
		})
	],
	{ error: sentence(t('The budget'), t('required, required-plus or constant')) }
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
	name: name(t('The name of a line of the budget sheet'), 0),
	amount: money(t('The amount of a line of the budget sheet')),
	perYear: frequency(t('How often a line of the budget sheet occurs'))
});
const sheetLines = z.array(sheetLine).max(LIMITS.sheetLines, {
	error: t('A budget sheet has at most {sheetLines} lines on each side.', {
		sheetLines: LIMITS.sheetLines
	})
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
	listed: z.array(identifier(t('A debt of the custom order'))).max(LIMITS.debts, {
		error: t('An order has at most {debts} debts.', { debts: LIMITS.debts })
	}),
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
	z.strictObject(planFields).superRefine(({ listed, events, changes }, context) => {
		const twice = (ids: readonly string[]) => new Set(ids).size < ids.length;
		if (twice(listed)) {
			context.addIssue({ code: 'custom', path: ['listed'], message: t('A debt is listed twice.') });
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
