import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { withChanges, type PlanChange } from '../../../src/lib/core/plan/changes';
import { periodsOf } from '../../../src/lib/core/plan/records';
import { planOf } from '../../../src/lib/core/plan/walk';
import { cents } from '../../../src/lib/core/quantities/money';
import { percent } from '../../../src/lib/core/quantities/rate';
import {
	cardTerms,
	changingTerms,
	constant,
	household,
	moneyPlans,
	monthly,
	simpleDebt,
	total
} from '../../support/households';
import { ofWhich, runs } from '../../support/random';

const NO_FEE = { setUpFee: cents(0), monthlyFee: { kind: 'amount' as const, amount: cents(0) } };

/** Payments eased for a while, and settlements, of some of the debts. */
const soft = (ids: readonly string[]): fc.Arbitrary<PlanChange[]> =>
	fc.array(
		fc.oneof(
			fc.record({
				kind: fc.constant('concession' as const),
				from: fc.integer({ min: 1, max: 9 }),
				until: fc.integer({ min: 1, max: 14 }),
				debts: fc.subarray([...ids], { minLength: 1 }).chain((chosen) =>
					fc
						.record({
							annual: fc.constantFrom(null, 0, 60_000),
							payment: fc.constantFrom(null, 0, 4_000)
						})
						.map(({ annual, payment }) =>
							chosen.map((id) => ({
								id,
								annual: annual === null ? null : percent(annual),
								payment: payment === null ? null : cents(payment)
							}))
						)
				),
				setUpFee: fc.constantFrom(0, 2_000).map(cents),
				monthlyFee: fc.constant(NO_FEE.monthlyFee)
			}),
			fc.record({
				kind: fc.constant('settle' as const),
				debts: fc
					.subarray([...ids], { minLength: 1, maxLength: Math.min(2, ids.length) })
					.map((chosen) =>
						chosen.map((id, at) => ({
							id,
							pays: at === 0 ? { percent: percent(450_000) } : { amount: cents(20_000) }
						}))
					),
				month: fc.integer({ min: 1, max: 12 }),
				before: fc.constantFrom('stop' as const, 'asked' as const),
				fee: fc.constantFrom(
					{ percent: percent(0), amount: cents(0) },
					{ percent: percent(150_000), amount: cents(1_500) }
				)
			})
		),
		{ minLength: 1, maxLength: 3 }
	);

describe('eased payments and settlements', () => {
	it('keep the identity to the cent, and come again by the periods of each debt', () => {
		let [settled, eased] = [0, 0];
		const drawn = fc
			.oneof(
				household(monthly, 4),
				household(changingTerms, 3),
				household(cardTerms(fc.constant(12)), 3)
			)
			.chain((debts) => fc.tuple(fc.constant(debts), moneyPlans, soft(debts.map(({ id }) => id))));
		fc.assert(
			fc.property(drawn, ([debts, terms, wanted]) => {
				const changed = withChanges(debts, wanted);
				if (!changed.ok) return;
				const plan = planOf(changed.debts, { ...terms, fees: changed.fees });
				if (plan.ending.status === 'refused') return;
				const { starting, totalInterest, totalCharges, changeFees, totalForgiven } = plan;
				const ofChanges = total(Object.values(changeFees));
				expect(starting + totalInterest + totalCharges + ofChanges).toBe(
					plan.totalPaid + totalForgiven + plan.closing
				);
				expect(plan.totalCost).toBe(totalInterest + plan.totalFees - totalForgiven);
				if (totalForgiven > 0) settled += 1;
				if (changed.debts.some(({ terms: of }) => of.eased)) eased += 1;
				changed.debts.forEach((_, index) => {
					const { periods } = periodsOf(changed.debts, plan, index);
					const last = plan.debts[index];
					expect(periods.at(-1)?.closing ?? last?.closing).toBe(last?.closing);
					expect(total(periods.map(({ forgiven }) => forgiven))).toBe(last?.forgiven);
				});
				// Nothing is saved by forgiving: what is settled takes what it asks, and nothing else.
				for (const { shares } of plan.kept) {
					for (const { forgiven, paid, required, closing } of shares) {
						if (forgiven > 0) expect([paid, closing]).toEqual([required, 0]);
					}
				}
			}),
			{ numRuns: runs(250) }
		);
		expect(Math.min(settled, eased)).toBeGreaterThan(ofWhich(30));
	});

	it('forgive nothing where all that is owed is paid', () => {
		fc.assert(
			fc.property(household(monthly, 3), fc.integer({ min: 1, max: 9 }), (debts, month) => {
				const changed = withChanges(debts, [
					{
						kind: 'settle',
						debts: debts.map(({ id }) => ({ id, pays: { percent: percent(1_000_000) } })),
						month,
						before: 'asked',
						fee: { percent: percent(150_000), amount: cents(0) }
					}
				]);
				if (!changed.ok) return;
				const plan = planOf(changed.debts, { ...constant(900_000), fees: changed.fees });
				expect([plan.totalForgiven, plan.changeFees.settlement]).toEqual([0, 0]);
			}),
			{ numRuns: runs(60) }
		);
	});

	it('leave a debt as it is where what is agreed is what it pays anyway', () => {
		const debts = [
			simpleDebt('a', 100_000, 199_900, { payment: { kind: 'fixed', amount: cents(5_000) } })
		];
		const change: PlanChange = {
			kind: 'concession',
			from: 2,
			until: 5,
			debts: [{ id: 'a', annual: null, payment: cents(5_000) }],
			...NO_FEE
		};
		const changed = withChanges(debts, [change]);
		expect(changed.ok && planOf(changed.debts, constant(5_000)).kept).toEqual(
			planOf(debts, constant(5_000)).kept
		);
	});

	it('are refused for what is paid more often than monthly', () => {
		const often = [simpleDebt('a', 100_000, 199_900, { paymentsPerYear: 52 })];
		const settle: PlanChange = {
			kind: 'settle',
			debts: [{ id: 'a', pays: { percent: percent(500_000) } }],
			month: 3,
			before: 'stop',
			fee: { percent: percent(0), amount: cents(0) }
		};
		expect(withChanges(often, [settle])).toMatchObject({
			ok: false,
			refusal: { reason: 'paid too often', id: 'a' }
		});
	});

	it('say by how much money and savings do not reach', () => {
		const debts = [simpleDebt('a', 100_000, 0), simpleDebt('b', 50_000, 0)];
		const changed = withChanges(debts, [
			{
				kind: 'settle',
				debts: [{ id: 'a', pays: { percent: percent(500_000) } }],
				month: 2,
				before: 'stop',
				fee: { percent: percent(0), amount: cents(0) }
			}
		]);
		expect(changed.ok && planOf(changed.debts, constant(10_000)).ending).toMatchObject({
			status: 'refused',
			reason: 'settlement',
			month: 2,
			missing: 45_000
		});
	});
});
