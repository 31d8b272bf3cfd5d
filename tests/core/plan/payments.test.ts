import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { aheadOf, crossings } from '../../../src/lib/core/plan/comparison';
import { paymentsOf } from '../../../src/lib/core/plan/payments';
import { planOf } from '../../../src/lib/core/plan/walk';
import { monthSums, planYears } from '../../../src/lib/core/plan/years';
import { addMonths, FREQUENCIES } from '../../../src/lib/core/quantities/calendar';
import { household, monthly, plans, termsDrawn, total } from '../../support/households';
import { runs } from '../../support/random';

const anyOften = termsDrawn(fc.constantFrom(...FREQUENCIES));

describe('the payments of a plan', () => {
	it('add up to what each debt is paid, each in its month and on a due date after the one before', () => {
		fc.assert(
			fc.property(household(anyOften, 3), plans, (debts, terms) => {
				const plan = planOf(debts, terms);
				const payments = paymentsOf(debts, plan);
				plan.debts.forEach(({ paid, payoffDate }, index) => {
					const own = payments.filter((payment) => payment.index === index);
					expect(total(own.map(({ amount }) => amount))).toBe(paid);
					const dates = own.map(({ date }) => date);
					expect(dates).toEqual([...new Set(dates)].sort());
					if (payoffDate !== null && own.length > 0) expect(dates.at(-1)).toBe(payoffDate);
				});
				for (const { date, month, amount, index } of payments) {
					const due = date.slice(0, 7);
					const paidIn = addMonths(plan.firstMonth, month - 1).slice(0, 7);
					// What a short month has left of a weekly debt is paid in the next, on a day that is past.
					if ((debts[index]?.terms.paymentsPerYear ?? 12) <= 12) expect(due).toBe(paidIn);
					else expect(due <= paidIn).toBe(true);
					expect(amount).toBeGreaterThan(0);
				}
			}),
			{ numRuns: runs(150) }
		);
	});
});

describe('the years of a plan', () => {
	it('add up to the whole, and end with what is owed', () => {
		fc.assert(
			fc.property(household(monthly, 3), plans, (debts, terms) => {
				const plan = planOf(debts, terms);
				const years = planYears(plan);
				const sums = monthSums(plan);
				for (const of of ['paid', 'interest', 'principal'] as const) {
					expect(total(years.map((year) => year[of]))).toBe(sums[of]);
				}
				expect(sums.interest).toBe(plan.totalInterest);
				plan.debts.forEach(({ paid, interest }, index) => {
					expect(total(years.map((year) => year.debts[index]?.paid ?? NaN))).toBe(paid);
					expect(total(years.map((year) => year.debts[index]?.interest ?? NaN))).toBe(interest);
				});
				expect(years.at(-1)?.closing ?? 0).toBe(plan.months === 0 ? 0 : plan.closing);
				expect(years.map(({ from }) => from).slice(1)).toEqual(
					years.slice(0, -1).map(({ to }) => to + 1)
				);
			}),
			{ numRuns: runs(100) }
		);
	});
});

describe('how far a plan is ahead of another', () => {
	it('is in the end what it costs less, on the way what is owed less, and turns where they cross', () => {
		fc.assert(
			fc.property(household(monthly, 3), plans, plans, (debts, one, two) => {
				const [plan, other] = [planOf(debts, one), planOf(debts, two)];
				const cost = aheadOf(plan, other, 'cost');
				const bothEnd = plan.ending.status === 'cleared' && other.ending.status === 'cleared';
				if (bothEnd) expect(cost.at(-1)).toBe(other.totalCost - plan.totalCost);
				const back = aheadOf(other, plan, 'cost');
				expect(cost.map((amount, at) => amount + (back[at] ?? NaN)).every((sum) => sum === 0)).toBe(
					true
				);
				for (const by of ['cost', 'owed'] as const) {
					const ahead = aheadOf(plan, other, by);
					expect(ahead[0]).toBe(0);
					for (const { month, ahead: who } of crossings(plan, other, by)) {
						expect(Math.sign(ahead[month] ?? 0)).toBe(who === 'first' ? 1 : -1);
					}
				}
			}),
			{ numRuns: runs(150) }
		);
	});
});
