/** Households and plans for properties: any debts, any money, any order. */
import fc from 'fast-check';
import { addDays, FREQUENCIES, type CalendarDate } from '../../src/lib/core/quantities/calendar';
import type { NewDebt } from '../../src/lib/core/plan/changes';
import type { DebtTerms, LateStanding, LateTerms } from '../../src/lib/core/debt/terms';
import { ALLOCATION_ORDERS } from '../../src/lib/core/debt/account/policy';
import type { PaymentRule } from '../../src/lib/core/debt/rules/all-rules';
import { cents, ZERO } from '../../src/lib/core/quantities/money';
import { ORDERS } from '../../src/lib/core/plan/order';
import type { PlannedDebt, PlanTerms } from '../../src/lib/core/plan/terms';
import { percent } from '../../src/lib/core/quantities/rate';

const rules: fc.Arbitrary<PaymentRule> = fc.oneof(
	fc
		.integer({ min: 3_000, max: 40_000 })
		.map((amount) => ({ kind: 'fixed' as const, amount: cents(amount) })),
	fc.record({
		kind: fc.constantFrom('minimum' as const, 'frozen-minimum' as const),
		percent: fc.integer({ min: 10_000, max: 50_000 }).map(percent),
		of: fc.constantFrom('statement' as const, 'opening' as const),
		plusInterest: fc.boolean(),
		plusFees: fc.boolean(),
		roundUpTo: fc.constantFrom(ZERO, cents(100)),
		floor: fc.integer({ min: 1_000, max: 4_000 }).map(cents)
	}),
	fc
		.integer({ min: 6, max: 72 })
		.map((periods) => ({ kind: 'level' as const, periods, atTerm: 'settle' as const }))
);

/** A debt as simple as can be: the same payment each month, on a nominal rate. */
export const simpleDebt = (
	id: string,
	opening: number,
	annual: number,
	fields: Partial<DebtTerms> = {}
): PlannedDebt => ({
	id,
	terms: {
		opening: cents(opening),
		rate: { basis: 'nominal', annual: percent(annual) },
		paymentsPerYear: 12,
		firstDue: '2027-01-15' as CalendarDate,
		payment: { kind: 'fixed', amount: cents(5_000) },
		clearBelow: ZERO,
		extras: [],
		charges: [],
		...fields
	}
});

/** A loan that a change brings, over 48 months. */
export const newLoan = (annual: number): NewDebt['terms'] =>
	simpleDebt('', 0, annual, { payment: { kind: 'level', periods: 48 } }).terms;

export const termsDrawn = (frequencies: fc.Arbitrary<DebtTerms['paymentsPerYear']>) =>
	fc
		.record({
			opening: fc.integer({ min: 1, max: 2_000_000 }),
			annual: fc.integer({ min: 0, max: 299_900 }),
			paymentsPerYear: frequencies,
			payment: rules,
			extra: fc.constantFrom(0, 0, 5_000),
			fee: fc.constantFrom(0, 0, 2_500),
			skip: fc.constantFrom<number[]>([], [], [2]),
			firstDue: fc.constantFrom(
				'2027-01-15',
				'2027-01-15',
				'2026-12-20',
				'2027-01-31',
				'2027-03-05'
			),
			// A day well before the first due date has whole periods before it.
			daysBefore: fc.constantFrom(null, null, null, 40, 75, 130),
			byDay: fc.constantFrom(false, false, false, true),
			later: fc.option(
				fc.record({
					days: fc.integer({ min: -20, max: 500 }),
					annual: fc.integer({ min: 0, max: 299_900 }).map(percent)
				}),
				{ freq: 3 }
			)
		})
		.map(
			({
				opening,
				annual,
				paymentsPerYear,
				payment,
				extra,
				fee,
				skip,
				firstDue,
				daysBefore,
				byDay,
				later
			}): DebtTerms => ({
				opening: cents(opening),
				rate: byDay
					? { basis: 'daily', annual: percent(annual), dayYear: 'actual' }
					: { basis: 'nominal', annual: percent(annual) },
				paymentsPerYear,
				firstDue: firstDue as CalendarDate,
				...(daysBefore === null ? {} : { asOf: addDays(firstDue as CalendarDate, -daysBefore) }),
				...(later === null
					? {}
					: {
							rateChanges: [
								{ date: addDays(firstDue as CalendarDate, later.days), annual: later.annual }
							]
						}),
				payment,
				clearBelow: ZERO,
				skips: skip,
				extras: extra === 0 ? [] : [{ from: 3, every: 6, amount: cents(extra) }],
				charges: fee === 0 ? [] : [{ from: 2, every: 12, amount: cents(fee), fee: true }]
			})
		);

export const monthly = termsDrawn(fc.constant(12));

/** A nominal rate as one of a year, or compounded so many times in it. */
function chargedBy(rate: DebtTerms['rate'], how: 'effective' | number | null): DebtTerms['rate'] {
	if (rate.basis !== 'nominal' || how === null) return rate;
	if (how === 'effective') return { basis: how, annual: rate.annual };
	return { ...rate, compoundsPerYear: how };
}

/** The same with interest compounded, with interest alone at first, and with other rates and payments later. */
export const changingTerms = fc
	.record({
		terms: monthly,
		compounded: fc.constantFrom(null, null, 'effective' as const, 2, 365),
		interestOnly: fc.option(fc.integer({ min: 1, max: 8 })),
		rate: fc.option(
			fc.record({
				from: fc.integer({ min: 2, max: 20 }),
				annual: fc.integer({ min: 0, max: 299_900 }).map(percent),
				reamortize: fc.boolean()
			})
		),
		payment: fc.option(fc.record({ from: fc.integer({ min: 2, max: 20 }), rule: rules }))
	})
	.map(({ terms, compounded, interestOnly, rate, payment }): DebtTerms => ({
		...terms,
		rate: chargedBy(terms.rate, compounded),
		payment:
			interestOnly === null
				? terms.payment
				: { kind: 'interest-only', periods: interestOnly, then: terms.payment },
		rateChanges: rate === null ? [] : [rate],
		paymentChanges: payment === null ? [] : [payment]
	}));
export const household = (terms: fc.Arbitrary<DebtTerms>, most = 5) =>
	fc
		.array(terms, { minLength: 1, maxLength: most })
		.map((drawn): PlannedDebt[] => drawn.map((terms, index) => ({ id: `debt ${index}`, terms })));

export const constant = (amount: number, fields: Partial<PlanTerms> = {}): PlanTerms => ({
	budget: { kind: 'constant', amount: cents(amount) },
	oneOffs: [],
	budgetChanges: [],
	order: 'rate',
	listed: [],
	...fields
});
export const required: PlanTerms = { ...constant(0), budget: { kind: 'required' } };

export const plans: fc.Arbitrary<PlanTerms> = fc.record({
	budget: fc.oneof(
		fc.integer({ min: 1_000, max: 200_000 }).map((amount) => ({
			kind: 'constant' as const,
			amount: cents(amount)
		})),
		fc.integer({ min: 0, max: 60_000 }).map((extra) => ({
			kind: 'required-plus' as const,
			extra: cents(extra)
		}))
	),
	oneOffs: fc.constantFrom<PlanTerms['oneOffs']>([], [{ month: 4, amount: cents(50_000) }]),
	budgetChanges: fc.constantFrom<PlanTerms['budgetChanges']>(
		[],
		[{ from: 7, amount: cents(45_000) }]
	),
	begins: fc.constantFrom(1, 1, 2, 5),
	order: fc.constantFrom(...ORDERS),
	listed: fc.constantFrom<string[]>([], ['debt 2', 'debt 0'])
});

const itemDrawn = (most: number) =>
	fc.record({
		amount: fc.integer({ min: 0, max: most }).map(cents),
		perYear: fc.constantFrom(...FREQUENCIES),
		from: fc.constantFrom<CalendarDate>(
			...(['2026-11-06', '2027-01-01', '2027-01-31', '2027-05-10', '2027-08-15'] as CalendarDate[])
		),
		until: fc.constantFrom<CalendarDate | null>(null, null, '2027-10-31' as CalendarDate)
	});

const savingsDrawn = fc.record({
	opening: fc.constantFrom(0, 0, 30_000).map(cents),
	monthly: fc.constantFrom(null, 5_000, 20_000).map((most) => (most === null ? null : cents(most))),
	target: fc.constantFrom(null, 40_000, 90_000).map((most) => (most === null ? null : cents(most))),
	covers: fc.boolean()
});

/** Plans by a budget sheet, with savings, with short months paid in an order; or any of these with another budget. */
export const moneyPlans: fc.Arbitrary<PlanTerms> = fc
	.record({
		plan: plans,
		sheet: fc.option(
			fc.record({
				income: fc.array(itemDrawn(90_000), { minLength: 1, maxLength: 3 }),
				needs: fc.array(itemDrawn(40_000), { maxLength: 3 })
			}),
			{ freq: 4 }
		),
		savings: fc.option(savingsDrawn, { freq: 2 }),
		shortOrder: fc.option(fc.constantFrom<string[]>([], ['debt 2', 'debt 0']))
	})
	.map(({ plan, sheet, savings, shortOrder }) => ({
		...plan,
		...(sheet && { budget: { kind: 'sheet' as const, ...sheet }, budgetChanges: [] }),
		...(savings && { savings }),
		...(shortOrder && { shortOrder })
	}));

export const total = (amounts: readonly number[]) =>
	amounts.reduce((sum, amount) => sum + amount, 0);

const balanceDrawn = fc.record({
	opening: fc.oneof(fc.constant(0), fc.integer({ min: 1, max: 400_000 })),
	annual: fc.integer({ min: 0, max: 299_900 }).map(percent),
	later: fc.option(
		fc.record({
			from: fc.integer({ min: 2, max: 14 }),
			annual: fc.integer({ min: 0, max: 299_900 }).map(percent)
		})
	),
	deferred: fc.option(
		fc.record({
			until: fc.integer({ min: 1, max: 14 }),
			annual: fc.integer({ min: 0, max: 299_900 }).map(percent),
			accrued: fc.integer({ min: 0, max: 5_000 }).map(cents)
		}),
		{ freq: 2 }
	)
});

const allocationOrder = fc.constantFrom(...ALLOCATION_ORDERS);

const lateDrawn = fc.record({
	fee: fc.constantFrom(0, 2_500, 3_000).map(cents),
	feeAgain: fc.constant(cents(4_100)),
	penalty: fc.constantFrom(199_900, 299_900).map(percent),
	after: fc.integer({ min: 1, max: 3 }),
	notice: fc.integer({ min: 0, max: 3 }),
	cure: fc.integer({ min: 1, max: 6 }),
	standing: fc.option(
		fc
			.record({
				missed: fc.uniqueArray(fc.integer({ min: -7, max: 0 }), { maxLength: 3 }),
				lacking: fc.integer({ min: 0, max: 9_000 }).map(cents),
				feeDue: fc.constantFrom(0, 3_000).map(cents),
				penaltyFrom: fc.option(fc.integer({ min: -3, max: 3 })),
				onTime: fc.integer({ min: 0, max: 5 })
			})
			.map(({ missed, lacking, penaltyFrom, ...standing }) => ({
				...standing,
				missed: missed.sort((a, b) => a - b).map((k) => ({ k, lacking })),
				...(penaltyFrom !== null && { penaltyFrom })
			})),
		{ nil: undefined }
	)
});

/** Cards: several balances, some deferring interest, in any allocation, with or without terms for late payments. */
export const cardTerms = (frequencies: fc.Arbitrary<DebtTerms['paymentsPerYear']>) =>
	fc
		.record({
			terms: termsDrawn(frequencies),
			balances: fc.array(balanceDrawn, { minLength: 1, maxLength: 4 }),
			allocation: fc.record({ minimum: allocationOrder, excess: allocationOrder }),
			late: fc.option(lateDrawn)
		})
		.filter(
			({ terms: { payment }, balances }) =>
				payment.kind !== 'level' && balances.some(({ opening }) => opening > 0)
		)
		.map(({ terms: { rateChanges: _, ...terms }, balances, allocation, late }): DebtTerms => ({
			...terms,
			opening: cents(balances.reduce((sum, { opening }) => sum + opening, 0)),
			balances: balances.map(({ opening, annual, later, deferred }, at) => ({
				id: `b${at}`,
				opening: cents(opening),
				annual,
				...(later && { rateChanges: [later] }),
				...(deferred && { deferred })
			})),
			allocation,
			...(late && { late: withoutNothing(late) })
		}));

/** Terms with nothing in place of what is not there. */
const withoutNothing = ({
	standing,
	...late
}: Omit<LateTerms, 'standing'> & { readonly standing?: LateStanding | undefined }): LateTerms => ({
	...late,
	...(standing && { standing })
});
