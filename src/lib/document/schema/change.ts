/** Changes of a plan to the debts, in a case document. */
import { z } from 'zod';
import { LIMITS } from '../../core/quantities/limits';
import { choice, count, date, flag, identifier, money, name, percentage, sentence } from './fields';

const debts = (what: string) =>
	z.array(identifier(what)).max(LIMITS.debts, {
		error: `A change names at most ${LIMITS.debts} debts.`
	});

export const newDebt = z.strictObject({
	id: identifier('The identifier of the new debt'),
	name: name('The name of the new debt', 0),
	firstDue: date('The first due date of the new debt').nullable(),
	rule: z.discriminatedUnion(
		'kind',
		[
			z.strictObject({
				kind: z.literal('level'),
				periods: count('The term of the new debt', 1, LIMITS.months, 'months').nullable()
			}),
			z.strictObject({
				kind: z.literal('fixed'),
				amount: money('The payment of the new debt').nullable()
			}),
			z.strictObject({
				kind: z.literal('minimum'),
				percent: percentage('The minimum of the new debt', LIMITS.minimumPercent).nullable(),
				floor: money('The floor of the new debt’s minimum')
			})
		],
		{ error: sentence('How the new debt is paid', 'level, fixed or minimum') }
	)
});

/** The terms of a change. A new one has none (null); one that is assumed was proposed, and nobody has named it. */
const ASSUMABLE = {
	consolidate: ['annualRate', 'rule', 'firstDue', 'fee'],
	transfer: ['offerRate', 'offerMonths', 'thenRate', 'rule', 'firstDue', 'feePercent'],
	concession: ['from', 'setUpFee', 'monthlyFee']
} as const;
const assumed = <const T extends string>(names: readonly T[]) =>
	z
		.array(choice('A term that is assumed', names))
		.max(names.length, { error: sentence('What is assumed', `at most ${names.length} terms`) })
		.refine((list) => new Set(list).size === list.length, {
			error: 'An assumed term is listed twice; list each once.'
		});

const feePercent = percentage('The percentage of the fee', LIMITS.minimumPercent);

const consolidate = z.strictObject({
	kind: z.literal('consolidate'),
	assumed: assumed(ASSUMABLE.consolidate),
	debts: debts('A debt that is paid off'),
	loan: newDebt,
	annualRate: percentage('The annual rate of the new loan', LIMITS.rate).nullable(),
	fee: z.strictObject({
		/** Both null: not known; one of them: the other is none. */
		percent: feePercent.nullable(),
		amount: money('The fee of the new loan').nullable(),
		paid: choice('How the fee is paid', ['added', 'up-front'])
	})
});

const transfer = z.strictObject({
	kind: z.literal('transfer'),
	assumed: assumed(ASSUMABLE.transfer),
	/** Null: all that is owed. */
	amounts: z
		.array(
			z.strictObject({
				debt: identifier('A debt that is moved'),
				amount: money('The amount that is moved').nullable()
			})
		)
		.max(LIMITS.debts, { error: `A change names at most ${LIMITS.debts} debts.` }),
	card: newDebt,
	feePercent: feePercent.nullable(),
	offerRate: percentage('The offer rate', LIMITS.rate).nullable(),
	offerMonths: count('The months of the offer', 1, LIMITS.months, 'months').nullable(),
	thenRate: percentage('The rate after the offer', LIMITS.rate).nullable(),
	limit: money('The credit limit').nullable()
});

export const concession = z.strictObject({
	kind: z.literal('concession'),
	assumed: assumed(ASSUMABLE.concession),
	from: date('The day from which it is agreed').nullable(),
	debts: z
		.array(
			z.strictObject({
				debt: identifier('A debt that it is about'),
				annualRate: percentage('The agreed rate', LIMITS.rate).nullable(),
				/** Whether nobody has named that rate yet. */
				assumed: flag('Whether an agreed rate is assumed'),
				/** Null: what the debt asks anyway. */
				payment: money('The agreed payment').nullable()
			})
		)
		.max(LIMITS.debts, { error: `A change names at most ${LIMITS.debts} debts.` }),
	setUpFee: money('The fee at the start').nullable(),
	monthlyFee: z.discriminatedUnion(
		'kind',
		[
			z.strictObject({ kind: z.literal('amount'), amount: money('The monthly fee').nullable() }),
			z.strictObject({
				kind: z.literal('percent'),
				percent: feePercent.nullable(),
				cap: money('The most that the monthly fee may be').nullable()
			})
		],
		{ error: sentence('The monthly fee', 'an amount, or a percent with a cap or without') }
	)
});

export const changeEntry = z.discriminatedUnion('kind', [consolidate, transfer, concession], {
	error: sentence('What the plan changes', 'consolidate, transfer or concession')
});
