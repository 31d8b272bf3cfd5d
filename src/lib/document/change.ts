/** What a plan changes about the debts, as it is saved, and what the core knows it by. */
import { z } from 'zod';
import type { CalendarDate } from '../core/quantities/calendar';
import type { NewDebt, PlanChange } from '../core/plan/changes';
import type { PaymentRule } from '../core/debt/rules/all-rules';
import { LIMITS } from '../core/quantities/limits';
import { ZERO } from '../core/quantities/money';
import { percent, type Percent } from '../core/quantities/rate';
import { choice, count, date, flag, identifier, money, name, percentage, sentence } from './fields';

const debts = (what: string) =>
	z.array(identifier(what)).max(LIMITS.debts, {
		error: `A change names at most ${LIMITS.debts} debts.`
	});

const newDebt = z.strictObject({
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
			error: 'A term is named twice among what is assumed; each is named once.'
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

const concession = z.strictObject({
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

export type ChangeEntry = z.infer<typeof changeEntry>;
/** A term that can be assumed. */
export type AssumedTerm = ChangeEntry['assumed'][number];
export type NewDebtEntry = z.infer<typeof newDebt>;

/** A term that must be known before a plan with the change is computed. */
export type MissingTerm = AssumedTerm | 'agreedRate';

/** The terms that nobody has typed or assumed yet. */
export function missingTerms(change: ChangeEntry): MissingTerm[] {
	const missing = (term: MissingTerm, ...values: readonly unknown[]) =>
		values.includes(null) ? [term] : [];
	switch (change.kind) {
		case 'consolidate': {
			const { annualRate, loan, fee } = change;
			return [
				...missing('annualRate', annualRate),
				...missing('rule', ruleValue(loan.rule)),
				...missing('firstDue', loan.firstDue),
				...missing('fee', fee.percent ?? fee.amount)
			];
		}
		case 'transfer': {
			const { offerRate, offerMonths, thenRate, card, feePercent: fee } = change;
			return [
				...missing('offerRate', offerRate),
				...missing('offerMonths', offerMonths),
				...missing('thenRate', thenRate),
				...missing('rule', ruleValue(card.rule)),
				...missing('firstDue', card.firstDue),
				...missing('feePercent', fee)
			];
		}
		case 'concession': {
			const { from, debts: named, setUpFee, monthlyFee: fee } = change;
			return [
				...missing('agreedRate', ...named.map(({ annualRate }) => annualRate)),
				...missing('from', from),
				...missing('setUpFee', setUpFee),
				...missing('monthlyFee', fee.kind === 'amount' ? fee.amount : fee.percent)
			];
		}
	}
}

const ruleValue = (rule: NewDebtEntry['rule']) =>
	rule.kind === 'level' ? rule.periods : rule.kind === 'fixed' ? rule.amount : rule.percent;

/** Whether something of a change is assumed: it was proposed, and nobody has named it. */
export const isAssumed = (change: ChangeEntry): boolean =>
	change.assumed.length > 0 ||
	(change.kind === 'concession' && change.debts.some(({ assumed: of }) => of));

/** Whether a plan changes the debts by terms that nobody has named. */
export const assumesTerms = ({ changes }: { readonly changes: readonly ChangeEntry[] }): boolean =>
	changes.some(isAssumed);

/** The change with all its terms taken as they are. */
export const confirmed = (change: ChangeEntry): ChangeEntry =>
	change.kind === 'concession'
		? { ...change, assumed: [], debts: change.debts.map((of) => ({ ...of, assumed: false })) }
		: { ...change, assumed: [] };

/** The debt that a change brings; null where it brings none. */
export const newDebtOf = (change: ChangeEntry): NewDebtEntry | null =>
	change.kind === 'consolidate' ? change.loan : change.kind === 'transfer' ? change.card : null;

/** A change as the core knows it; null while a term of it is missing. `monthOf` says in which month of the plan a day lies. */
export function planChange(
	change: ChangeEntry,
	monthOf: (day: CalendarDate) => number
): PlanChange | null {
	switch (change.kind) {
		case 'consolidate': {
			const { annualRate, fee } = change;
			const loan = asNew(change.loan, annualRate);
			if (loan === null || (fee.percent === null && fee.amount === null)) return null;
			const { percent = null, amount = null, paid } = fee;
			return {
				kind: change.kind,
				debts: change.debts,
				loan,
				fee: { percent: percent ?? NO_PERCENT, amount: amount ?? ZERO, paid }
			};
		}
		case 'transfer': {
			const { amounts, feePercent: fee, offerRate, offerMonths, thenRate, limit } = change;
			const card = asNew(change.card, offerRate);
			if (card === null || offerRate === null || offerMonths === null) return null;
			if (thenRate === null || fee === null) return null;
			return {
				kind: change.kind,
				amounts: amounts.map(({ debt, amount }) => ({ id: debt, amount: amount ?? 'all' })),
				card,
				feePercent: fee,
				offerPercent: offerRate,
				offerMonths,
				thenPercent: thenRate,
				limit
			};
		}
		case 'concession': {
			const { from: day, setUpFee, debts: named } = change;
			const monthlyFee = knownFee(change.monthlyFee);
			const agreed = named.flatMap(({ debt, annualRate: annual, payment }) =>
				annual === null ? [] : [{ id: debt, annual, payment }]
			);
			if (day === null || setUpFee === null || monthlyFee === null) return null;
			if (agreed.length < named.length) return null;
			return {
				kind: change.kind,
				from: monthOf(day),
				date: day,
				debts: agreed,
				setUpFee,
				monthlyFee
			};
		}
	}
}

type MonthlyFee = z.infer<typeof concession>['monthlyFee'];

function knownFee(
	fee: MonthlyFee
): Extract<PlanChange, { kind: 'concession' }>['monthlyFee'] | null {
	if (fee.kind === 'amount') return fee.amount === null ? null : { ...fee, amount: fee.amount };
	return fee.percent === null ? null : { ...fee, percent: fee.percent };
}

const NO_PERCENT = percent(0);

function asNew({ id, firstDue, rule }: NewDebtEntry, annual: Percent | null): NewDebt | null {
	const payment = paymentRule(rule);
	if (firstDue === null || annual === null || payment === null) return null;
	return {
		id,
		terms: {
			rate: { basis: 'nominal', annual },
			paymentsPerYear: 12,
			firstDue,
			payment,
			clearBelow: ZERO,
			extras: [],
			charges: []
		}
	};
}

/** How a new debt is paid; null while that is not known. */
function paymentRule(rule: NewDebtEntry['rule']): PaymentRule | null {
	switch (rule.kind) {
		case 'level':
			return rule.periods === null ? null : { ...rule, periods: rule.periods };
		case 'fixed':
			return rule.amount === null ? null : { ...rule, amount: rule.amount };
		case 'minimum':
			return rule.percent === null
				? null
				: {
						...rule,
						percent: rule.percent,
						of: 'statement',
						plusInterest: false,
						plusFees: false,
						roundUpTo: ZERO
					};
	}
}
