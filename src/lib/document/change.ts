/** What a plan changes about the debts, as it is saved, and what the core knows it by. */
import { z } from 'zod';
import type { CalendarDate } from '../core/quantities/calendar';
import type { NewDebt, PlanChange } from '../core/plan/changes';
import type { PaymentRule } from '../core/debt/terms';
import { LIMITS } from '../core/quantities/limits';
import { ZERO } from '../core/quantities/money';
import { choice, count, date, flag, identifier, money, name, percentage, sentence } from './fields';

const debts = (what: string) =>
	z.array(identifier(what)).max(LIMITS.debts, {
		error: `A change names at most ${LIMITS.debts} debts.`
	});

const newDebt = z.strictObject({
	id: identifier('The identifier of the new debt'),
	name: name('The name of the new debt', 0),
	firstDue: date('The first due date of the new debt'),
	rule: z.discriminatedUnion(
		'kind',
		[
			z.strictObject({
				kind: z.literal('level'),
				periods: count('The term of the new debt', 1, LIMITS.months, 'months')
			}),
			z.strictObject({
				kind: z.literal('fixed'),
				amount: money('The payment of the new debt')
			}),
			z.strictObject({
				kind: z.literal('minimum'),
				percent: percentage('The minimum of the new debt', LIMITS.minimumPercent),
				floor: money('The least that the new debt asks')
			})
		],
		{ error: sentence('How the new debt is paid', 'level, fixed or minimum') }
	)
});

/** The terms of a change that nobody has named yet: a new one starts from likely ones, marked as assumed. */
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
			error: 'A term is named twice among what is assumed; each is named once.'
		});

const feePercent = percentage('The percentage of the fee', LIMITS.minimumPercent);

const consolidate = z.strictObject({
	kind: z.literal('consolidate'),
	assumed: assumed(ASSUMABLE.consolidate),
	debts: debts('A debt that is paid off'),
	loan: newDebt,
	annualRate: percentage('The annual rate of the new loan', LIMITS.rate),
	fee: z.strictObject({
		percent: feePercent,
		amount: money('The fee of the new loan'),
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
	feePercent,
	offerRate: percentage('The offer rate', LIMITS.rate),
	offerMonths: count('The months of the offer', 1, LIMITS.months, 'months'),
	thenRate: percentage('The rate after the offer', LIMITS.rate),
	limit: money('The credit limit').nullable()
});

const concession = z.strictObject({
	kind: z.literal('concession'),
	assumed: assumed(ASSUMABLE.concession),
	from: date('The day from which it is agreed'),
	debts: z
		.array(
			z.strictObject({
				debt: identifier('A debt that it is about'),
				annualRate: percentage('The agreed rate', LIMITS.rate),
				/** Whether nobody has named that rate yet. */
				assumed: flag('Whether an agreed rate is assumed'),
				/** Null: what the debt asks anyway. */
				payment: money('The agreed payment').nullable()
			})
		)
		.max(LIMITS.debts, { error: `A change names at most ${LIMITS.debts} debts.` }),
	setUpFee: money('The fee at the start'),
	monthlyFee: z.discriminatedUnion(
		'kind',
		[
			z.strictObject({ kind: z.literal('amount'), amount: money('The monthly fee') }),
			z.strictObject({
				kind: z.literal('percent'),
				percent: feePercent,
				cap: money('The most that the monthly fee may be').nullable()
			})
		],
		{ error: sentence('The monthly fee', 'an amount, or a percent with a cap or without') }
	)
});

export const changeEntry = z.discriminatedUnion('kind', [consolidate, transfer, concession], {
	error: sentence('What the plan changes', 'consolidate, transfer or concession')
});

export type ChangeEntry = z.infer<typeof changeEntry>;
/** A term that can be assumed. */
export type AssumedTerm = ChangeEntry['assumed'][number];
export type NewDebtEntry = z.infer<typeof newDebt>;

/** Whether something of a change is assumed: nobody has named it yet. */
export const isAssumed = (change: ChangeEntry): boolean =>
	change.assumed.length > 0 ||
	(change.kind === 'concession' && change.debts.some(({ assumed: of }) => of));

/** The change with all its terms taken as they are. */
export const confirmed = (change: ChangeEntry): ChangeEntry =>
	change.kind === 'concession'
		? { ...change, assumed: [], debts: change.debts.map((of) => ({ ...of, assumed: false })) }
		: { ...change, assumed: [] };

/** The debt that a change brings; null where it brings none. */
export const newDebtOf = (change: ChangeEntry): NewDebtEntry | null =>
	change.kind === 'consolidate' ? change.loan : change.kind === 'transfer' ? change.card : null;

/** A change as the core knows it; `monthOf` says which month of the plan a day falls in. */
export function planChange(
	change: ChangeEntry,
	monthOf: (day: CalendarDate) => number
): PlanChange {
	switch (change.kind) {
		case 'consolidate':
			return {
				kind: change.kind,
				debts: change.debts,
				loan: asNew(change.loan, change.annualRate),
				fee: change.fee
			};
		case 'transfer': {
			const { amounts, card, feePercent: fee, offerRate, offerMonths, thenRate, limit } = change;
			return {
				kind: change.kind,
				amounts: amounts.map(({ debt, amount }) => ({ id: debt, amount: amount ?? 'all' })),
				card: asNew(card, offerRate),
				feePercent: fee,
				offerPercent: offerRate,
				offerMonths,
				thenPercent: thenRate,
				limit
			};
		}
		case 'concession':
			return {
				kind: change.kind,
				from: monthOf(change.from),
				debts: change.debts.map(({ debt, annualRate, payment }) => ({
					id: debt,
					annual: annualRate,
					payment
				})),
				setUpFee: change.setUpFee,
				monthlyFee: change.monthlyFee
			};
	}
}

function asNew({ id, firstDue, rule }: NewDebtEntry, annual: ChangeRate): NewDebt {
	return {
		id,
		terms: {
			rate: { basis: 'nominal', annual },
			paymentsPerYear: 12,
			firstDue,
			payment: paymentRule(rule),
			clearBelow: ZERO,
			extras: [],
			charges: []
		}
	};
}

type ChangeRate = z.infer<typeof consolidate>['annualRate'];

function paymentRule(rule: NewDebtEntry['rule']): PaymentRule {
	return rule.kind === 'minimum'
		? { ...rule, of: 'statement', plusInterest: false, plusFees: false, roundUpTo: ZERO }
		: rule;
}
