/** What a larger budget brings: each amount does what is said of it, and a cent less does not. */
import { describe, expect, it } from 'vitest';
import {
	boughtBy,
	landmarksOf,
	soonerWith,
	type MoreTask
} from '../../../src/lib/core/search/more-money';
import { planTotals } from '../../../src/lib/core/plan/walk';
import { cents, type Cents } from '../../../src/lib/core/quantities/money';
import { constant, simpleDebt } from '../../support/households';

const debts = [
	simpleDebt('card', 300_000, 240_000, { payment: { kind: 'fixed', amount: cents(9_000) } }),
	simpleDebt('loan', 500_000, 80_000, { payment: { kind: 'fixed', amount: cents(12_000) } })
];
const present = cents(30_000);
const steady = constant(present);
const task: MoreTask = {
	debts,
	plan: steady,
	steps: [1_000, 10_000].map((step) => cents(step)),
	steady,
	present
};
const totalsWith = (amount: number) => planTotals(debts, constant(amount));
const monthOf = (id: string, amount: number) =>
	totalsWith(amount).debts.find((debt) => debt.id === id)?.payoffMonth ?? Infinity;

describe('more money', () => {
	it('is worth what the plan with it comes to', () => {
		const now = totalsWith(present);
		expect(boughtBy(task).map(({ amount }) => amount)).toEqual(task.steps);
		for (const { amount, gained } of boughtBy(task)) {
			const then = totalsWith(present + amount);
			expect(gained).toMatchObject({
				kind: 'both end',
				monthsSooner: now.months - then.months,
				interestLess: now.totalInterest - then.totalInterest
			});
		}
	});

	it('has landmarks: the least that covers what is required, and that ends it in so many years', () => {
		const { covers, ends } = landmarksOf(task);
		expect(totalsWith(covers as Cents).shortMonths).toEqual([]);
		expect(totalsWith((covers as Cents) - 1).shortMonths).not.toEqual([]);
		expect(ends.map(({ years }) => years)).toEqual([3, 2, 1]);
		for (const { years, amount } of ends) {
			expect(totalsWith(amount).months).toBeLessThanOrEqual(12 * years);
			expect(totalsWith(amount - 1).months).toBeGreaterThan(12 * years);
		}
	});

	it('pays each debt off sooner from an amount on', () => {
		const sooner = soonerWith(task);
		expect(sooner.map(({ id }) => id)).toEqual(['card', 'loan']);
		for (const { id, amount } of sooner) {
			expect(monthOf(id, amount)).toBeLessThan(monthOf(id, present));
			expect(monthOf(id, amount - 1)).toBe(monthOf(id, present));
		}
	});

	it('has none of that where the money follows what is required', () => {
		expect(soonerWith({ ...task, present: null })).toEqual([]);
	});
});
