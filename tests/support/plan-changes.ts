/** Changes of a plan for properties: new loans, moved balances and agreements, possible or not. */
import fc from 'fast-check';
import type { PlanChange } from '../../src/lib/core/plan/changes';
import { cents } from '../../src/lib/core/quantities/money';
import { percent } from '../../src/lib/core/quantities/rate';
import { newLoan } from './households';

const loan = newLoan(115_000);
const fee = fc.integer({ min: 0, max: 60_000 }).map(percent);
const amount = fc.integer({ min: 0, max: 20_000 }).map(cents);
const some = (ids: readonly string[]) => fc.subarray([...ids], { minLength: 1 });

/** Changes of all kinds; what is not possible is left for the core to refuse. */
export const changes = (ids: readonly string[]): fc.Arbitrary<PlanChange[]> =>
	fc
		.array(
			fc.oneof(
				fc.record({
					kind: fc.constant('consolidate' as const),
					debts: some(ids),
					loan: fc.constant({ id: '', terms: loan }),
					fee: fc.record({
						percent: fee,
						amount,
						paid: fc.constantFrom('added' as const, 'up-front' as const)
					})
				}),
				fc.record({
					kind: fc.constant('transfer' as const),
					amounts: some(ids).chain((chosen) =>
						fc
							.array(fc.constantFrom('all' as const, cents(1), cents(90_000)), {
								minLength: chosen.length,
								maxLength: chosen.length
							})
							.map((amounts) => chosen.map((id, at) => ({ id, amount: amounts[at] ?? 'all' })))
					),
					feePercent: fee,
					offerPercent: fc.constant(percent(0)),
					offerMonths: fc.integer({ min: 1, max: 20 }),
					thenPercent: fc.constant(percent(249_900)),
					limit: fc.constantFrom(null, cents(1_500_000)),
					card: fc.constant({
						id: '',
						terms: { ...loan, payment: { kind: 'fixed' as const, amount: cents(9_000) } }
					})
				}),
				fc.record({
					kind: fc.constant('concession' as const),
					from: fc.integer({ min: 1, max: 9 }),
					debts: some(ids).chain((chosen) =>
						fc
							.option(fc.integer({ min: 2_000, max: 15_000 }).map(cents))
							.map((payment) => chosen.map((id) => ({ id, annual: percent(60_000), payment })))
					),
					setUpFee: amount,
					monthlyFee: fc.oneof(
						amount.map((money) => ({
							kind: 'amount' as const,
							amount: cents(Math.floor(money / 10))
						})),
						fc.record({
							kind: fc.constant('percent' as const),
							percent: fee,
							cap: fc.option(amount)
						})
					)
				})
			),
			{ maxLength: 3 }
		)
		.map((drawn) => drawn.map(named));

/** New debts by their change's place, so that none is named twice. */
const named = (change: PlanChange, place: number): PlanChange => {
	const id = `new ${place}`;
	if (change.kind === 'consolidate') return { ...change, loan: { ...change.loan, id } };
	return change.kind === 'transfer' ? { ...change, card: { ...change.card, id } } : change;
};
