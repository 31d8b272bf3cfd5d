/** Changes of a plan to the debts, in a case document. */
import { z } from 'zod';
import { LIMITS } from '../../core/quantities/limits';
import {
	choice,
	count,
	date,
	flag,
	identifier,
	money,
	name,
	percentage,
	sentence,
	versionOf
} from './fields';
import { t } from '../refusals';

const debts = (what: string) =>
	z.array(identifier(what)).max(LIMITS.debts, {
		error: t('A change names at most {debts} debts.', { debts: LIMITS.debts })
	});

export const newDebt = z.strictObject({
	id: identifier(t('The identifier of the new debt')),
	name: name(t('The name of the new debt'), 0),
	firstDue: date(t('The first due date of the new debt')).nullable(),
	rule: z.discriminatedUnion(
		'kind',
		[
			z.strictObject({
				kind: z.literal('level'),
				periods: count(t('The term of the new debt'), 1, LIMITS.months, t('months')).nullable()
			}),
			z.strictObject({
				kind: z.literal('fixed'),
				amount: money(t('The payment of the new debt')).nullable()
			}),
			z.strictObject({
				kind: z.literal('minimum'),
				percent: percentage(t('The minimum of the new debt'), LIMITS.minimumPercent).nullable(),
				floor: money(t('The floor of the new debt’s minimum'))
			})
		],
		{ error: sentence(t('How the new debt is paid'), t('level, fixed or minimum')) }
	)
});

/** The terms of a change. A new one has none (null); one that is assumed was proposed, and nobody has named it. */
const ASSUMABLE = {
	consolidate: ['annualRate', 'rule', 'firstDue', 'fee'],
	transfer: ['offerRate', 'offerMonths', 'thenRate', 'rule', 'firstDue', 'feePercent'],
	concession: ['from', 'setUpFee', 'monthlyFee'],
	settle: ['date', 'fee'],
	deadline: []
} as const;
const assumed = <const T extends string>(names: readonly T[]) =>
	z
		.array(choice(t('A term that is assumed'), names))
		.max(names.length, {
			error: sentence(t('What is assumed'), t('at most {length} terms', { length: names.length }))
		})
		.refine((list) => new Set(list).size === list.length, {
			error: t('An assumed term is listed twice; list each once.')
		});

/** What a creditor has answered to what is proposed for a debt, and since when; a day that nobody noted is null. */
const REPLIES = ['open', 'proposed', 'agreed', 'refused'] as const;
const replied = {
	/** The version of the reference data whose usual terms these are; null: they are not the usual ones. */
	usual: versionOf(t('The version of usual terms')).nullable(),
	reply: z.strictObject({
		is: choice(t('The reply of a creditor'), REPLIES),
		on: date(t('The day of a reply')).nullable()
	})
};

export const feePercent = percentage(t('The percentage of the fee'), LIMITS.minimumPercent);

const consolidate = z.strictObject({
	kind: z.literal('consolidate'),
	assumed: assumed(ASSUMABLE.consolidate),
	debts: debts('A debt that is paid off'),
	loan: newDebt,
	annualRate: percentage(t('The annual rate of the new loan'), LIMITS.rate).nullable(),
	fee: z.strictObject({
		/** Both null: not known; one of them: the other is none. */
		percent: feePercent.nullable(),
		amount: money(t('The fee of the new loan')).nullable(),
		paid: choice(t('How the fee is paid'), ['added', 'up-front'])
	})
});

const transfer = z.strictObject({
	kind: z.literal('transfer'),
	assumed: assumed(ASSUMABLE.transfer),
	/** Null: all that is owed. */
	amounts: z
		.array(
			z.strictObject({
				debt: identifier(t('A debt that is moved')),
				amount: money(t('The amount that is moved')).nullable()
			})
		)
		.max(LIMITS.debts, {
			error: t('A change names at most {debts} debts.', { debts: LIMITS.debts })
		}),
	card: newDebt,
	feePercent: feePercent.nullable(),
	offerRate: percentage(t('The intro rate'), LIMITS.rate).nullable(),
	offerMonths: count(t('The months of the offer'), 1, LIMITS.months, t('months')).nullable(),
	thenRate: percentage(t('The rate after the offer'), LIMITS.rate).nullable(),
	limit: money(t('The credit limit')).nullable()
});

/** A fee a month: an amount, or a percentage with a cap or without. */
export const monthlyFee = <A extends z.ZodType, P extends z.ZodType>(amount: A, percent: P) =>
	z.discriminatedUnion(
		'kind',
		[
			z.strictObject({ kind: z.literal('amount'), amount }),
			z.strictObject({
				kind: z.literal('percent'),
				percent,
				cap: money(t('The most that the monthly fee may be')).nullable()
			})
		],
		{ error: sentence(t('The monthly fee'), t('an amount, or a percent with a cap or without')) }
	);
export const feeAmount = money(t('The monthly fee'));

export const concession = z.strictObject({
	kind: z.literal('concession'),
	assumed: assumed(ASSUMABLE.concession),
	from: date(t('The day from which it is agreed')).nullable(),
	/** A day in the last month of it, after which the debts have their own terms again; null: it stays agreed. */
	until: date(t('The last month of an agreement')).nullable(),
	debts: z
		.array(
			z.strictObject({
				debt: identifier(t('A debt that it is about')),
				/** Null: not known yet; where a payment is agreed, the debt's own rate. */
				annualRate: percentage(t('The agreed rate'), LIMITS.rate).nullable(),
				/** Whether nobody has named that rate yet. */
				assumed: flag(t('Whether an agreed rate is assumed')),
				/** Null: what the debt asks anyway. */
				payment: money(t('The agreed payment')).nullable(),
				...replied
			})
		)
		.max(LIMITS.debts, {
			error: t('A change names at most {debts} debts.', { debts: LIMITS.debts })
		}),
	setUpFee: money(t('The fee at the start')).nullable(),
	monthlyFee: monthlyFee(feeAmount.nullable(), feePercent.nullable())
});

/** Less than is owed that creditors take for the whole of a debt (specification, section 16). */
export const settle = z.strictObject({
	kind: z.literal('settle'),
	assumed: assumed(ASSUMABLE.settle),
	/** A day in the month in which it is paid. */
	date: date(t('The month of a settlement')).nullable(),
	/** What is paid on the debts till then. */
	before: choice(t('The payments before a settlement'), ['stop', 'asked']),
	debts: z
		.array(
			z
				.strictObject({
					debt: identifier(t('A debt that is settled')),
					/** Of what is owed then; or an amount. Both null: not known. */
					percent: percentage(
						t('The percentage of a settlement'),
						LIMITS.minimumPercent
					).nullable(),
					amount: money(t('The amount of a settlement')).nullable(),
					/** Whether nobody has named that yet. */
					assumed: flag(t('Whether a settlement is assumed')),
					...replied
				})
				.refine(({ percent, amount }) => percent === null || amount === null, {
					error: t('A debt is settled for a percentage or for an amount, not for both.')
				})
		)
		.max(LIMITS.debts, {
			error: t('A change names at most {debts} debts.', { debts: LIMITS.debts })
		}),
	/** For each debt: a percentage of what is forgiven, an amount, or both. */
	fee: z.strictObject({
		percent: feePercent.nullable(),
		amount: money(t('The fee of a settlement')).nullable()
	})
});

const deadline = z.strictObject({
	kind: z.literal('deadline'),
	assumed: assumed(ASSUMABLE.deadline),
	/** Each pays at least what keeps its deadlines. */
	debts: debts(t('A debt whose deadlines are kept'))
});

export const changeEntry = z.discriminatedUnion(
	'kind',
	[consolidate, transfer, concession, settle, deadline],
	{
		error: sentence(
			t('What the plan changes'),
			t('consolidate, transfer, concession, settle or deadline')
		)
	}
);
