import { describe, expect, it } from 'vitest';
import {
	leastChecked,
	strained,
	unstrained,
	WITHIN,
	type Strain
} from '../../../src/lib/core/search/stress-test';
import { cents } from '../../../src/lib/core/quantities/money';
import { planTotals } from '../../../src/lib/core/plan/walk';
import type { PlannedDebt, PlanTerms } from '../../../src/lib/core/plan/terms';
import { constant, required, simpleDebt } from '../../support/households';

const debt = (annual: number, opening = 120_000) => simpleDebt(`at ${annual}`, opening, annual);
const STRAINS: readonly Strain[] = [
	{ kind: 'less money' },
	{ kind: 'missed months' },
	{ kind: 'higher rates' },
	{ kind: 'a bill', amount: cents(50_000), month: 3 }
];
const monthsUnder = (debts: PlannedDebt[], plan: PlanTerms) =>
	STRAINS.map((strain) => strained(debts, plan, strain)?.totals.months ?? null);

describe('how sure a plan is', () => {
	it('follows a debt without interest, where each answer can be counted', () => {
		// 1,200.00 at 100.00 a month: at 90.00; with the twelfth month missed; 500.00 later.
		expect(planTotals([debt(0)], constant(10_000)).months).toBe(12);
		// Higher rates leave what bears no interest alone.
		expect(monthsUnder([debt(0)], constant(10_000))).toEqual([14, 13, 12, 17]);
		// At 50.00 as it asks, from month 12 and 24 nothing; the bill and less money don't touch it.
		expect(monthsUnder([debt(0)], required)).toEqual([null, 26, 24, null]);
		const plus = { ...required, budget: { kind: 'required-plus', extra: cents(5_000) } } as const;
		expect(monthsUnder([debt(0)], plus)).toEqual([13, 13, 12, 17]);
	});

	it('never names less than the minimum payments need', () => {
		// 20.00 a month would end it within 60 months, but 50.00 is required.
		const plan = constant(10_000);
		expect(unstrained([debt(0)], plan).least).toBe(5_000);
		for (const strain of STRAINS) {
			const least = strained([debt(0)], plan, strain)?.least ?? 0;
			expect(least).toBeGreaterThanOrEqual(strain.kind === 'less money' ? 5_555 : 5_000);
			const { isShortWithLess } = leastChecked([debt(0)], plan, strain, cents(least));
			expect(isShortWithLess).toBe(true);
		}
	});

	it('is never sooner under a strain, and names the least money that still ends it in time', () => {
		const debts = [debt(249_900), debt(99_900, 640_000)];
		const plan = constant(30_000, { budgetChanges: [{ from: 12, amount: cents(26_000) }] });
		const calm = unstrained(debts, plan);
		const ends = (amount: number, strain: Strain) => {
			const { totals } = strained(debts, constant(amount), strain) ?? {};
			return totals?.ending.status === 'cleared' && totals.months <= WITHIN;
		};
		for (const strain of STRAINS) {
			const under = strained(debts, plan, strain);
			expect(under?.totals.months).toBeGreaterThanOrEqual(calm.totals.months);
			expect(under?.totals.totalInterest).toBeGreaterThan(calm.totals.totalInterest);
			const least = under?.least ?? 0;
			expect(least).toBeGreaterThan(calm.least ?? Infinity);
			expect(ends(least, strain)).toBe(true);
			expect(ends(least - 1, strain)).toBe(false);
			const { months, monthsWithLess } = leastChecked(debts, plan, strain, cents(least));
			expect(months).toBeLessThanOrEqual(WITHIN);
			expect(monthsWithLess ?? Infinity).toBeGreaterThan(WITHIN);
		}
		// What is asked for changes nothing else: the debts and the plan are as they were.
		expect(unstrained(debts, plan)).toEqual(calm);
	});
});
