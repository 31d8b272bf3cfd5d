import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cents } from '../../../src/lib/core/quantities/money';
import { planOf } from '../../../src/lib/core/plan/walk';
import { owedInAll } from '../../../src/lib/core/plan/answers';
import {
	bestOf,
	comparedPlan,
	crossings,
	distance,
	type ComparedValue
} from '../../../src/lib/core/plan/comparison';
import { boughtBy, soonerWith } from '../../../src/lib/core/search/more-money';
import { constant, household, monthly, plans } from '../../support/households';
import { ofWhich, runs } from '../../support/random';

const money = (amount: number): ComparedValue => ({ kind: 'money', amount: cents(amount) });

describe('plans side by side', () => {
	it('cross where what is owed in all says so, month by month', () => {
		fc.assert(
			fc.property(household(monthly), plans, plans, (debts, one, other) => {
				const [first, second] = [planOf(debts, one), planOf(debts, other)];
				const found = crossings(first, second);
				for (const { month, ahead } of found) {
					const difference = owedInAll(first, month) - owedInAll(second, month);
					expect(Math.sign(difference)).toBe(ahead === 'first' ? -1 : 1);
				}
				// Seen from the other plan the same months, with the other one ahead.
				const seen = crossings(second, first);
				expect(seen.map(({ month }) => month)).toEqual(found.map(({ month }) => month));
				expect(seen.every(({ ahead }, at) => ahead !== found[at]?.ahead)).toBe(true);
				found.forEach(({ ahead }, at) => expect(ahead).not.toBe(found[at - 1]?.ahead));
				expect(crossings(first, first)).toEqual([]);
			}),
			{ numRuns: runs(60) }
		);
	});

	it('have no cost nor end where they never end, and are best only where they differ', () => {
		const debts = household(monthly);
		fc.assert(
			fc.property(debts, plans, (drawn, terms) => {
				const plan = planOf(drawn, terms);
				const { ends, cost, fees, interest, moneyAtFirst, moneyAtMost } = comparedPlan(plan);
				const ended = plan.ending.status === 'cleared';
				expect([ends, cost, fees, interest].map((value) => value !== null)).toEqual(
					Array(4).fill(ended)
				);
				if (ended) expect(distance(cost, money(0))).toBe(plan.totalInterest + plan.totalFees);
				expect(distance(moneyAtFirst, moneyAtMost)).toBeLessThanOrEqual(0);
			}),
			{ numRuns: runs(60) }
		);
		expect(bestOf([money(3), money(2), null, money(2)])).toEqual([1, 3]);
		expect(bestOf([money(2), money(2)])).toEqual([]);
		expect(bestOf([null, money(2)])).toEqual([1]);
		expect(distance(money(3), null)).toBeNull();
	});
});

describe('what more money buys', () => {
	it('is less interest, and for each debt the least amount with which it is gone sooner', () => {
		const debts = fc.sample(household(monthly), { numRuns: runs(40), seed: 7 });
		let found = 0;
		for (const drawn of debts) {
			const present = cents(120_000);
			const plan = constant(present);
			const now = planOf(drawn, plan);
			if (now.ending.status !== 'cleared') continue;
			const task = { debts: drawn, plan, steady: plan, present, steps: [cents(5_000)] };
			const [gained] = boughtBy(task);
			expect(gained?.gained).toMatchObject({ kind: 'both end' });
			for (const { id, amount } of soonerWith(task)) {
				found += 1;
				const gone = (at: number) =>
					planOf(drawn, constant(at)).debts.find((debt) => debt.id === id)?.payoffMonth ?? Infinity;
				expect(gone(amount)).toBeLessThan(gone(present));
				expect(gone(amount - 1)).toBeGreaterThanOrEqual(gone(present));
			}
			expect(soonerWith({ ...task, present: null })).toEqual([]);
		}
		expect(found).toBeGreaterThan(ofWhich(20));
	});
});
