/** Plans of cards with several balances and terms for late payments. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { run, unroundedAt } from '../../../src/lib/core/debt/run';
import { planOf } from '../../../src/lib/core/plan/walk';
import { periodsOf } from '../../../src/lib/core/plan/records';
import { FREQUENCIES } from '../../../src/lib/core/quantities/calendar';
import { cardTerms, household, monthly, plans, required } from '../../support/households';
import { ofWhich, runs } from '../../support/random';

const cards = cardTerms(fc.constantFrom(...FREQUENCIES));

it('of nothing but what one card asks is its own run', () => {
	fc.assert(
		fc.property(cards, (terms) => {
			const alone = run(terms);
			// A plan is told to be without end in a month, a run in a period.
			fc.pre(alone.ending.status === 'cleared');
			const plan = planOf([{ id: 'card', terms }], required);
			expect(plan.totalInterest).toBe(alone.totalInterest);
			expect(plan.totalPaid).toBe(alone.totalPaid);
			expect(plan.deferredCharged).toBe(alone.deferredCharged);
			expect(plan.deferredWaived).toBe(alone.deferredWaived);
			expect(plan.lateFees).toBe(alone.lateFees);
			const { periods } = periodsOf([{ id: 'card', terms }], plan, 0);
			for (const { k, opening, interest, paid, closing } of periods) {
				expect({ opening, interest, paid, closing }).toEqual(
					(({ opening, interest, paid, closing }) => ({ opening, interest, paid, closing }))(
						unroundedAt(alone, k)
					)
				);
			}
		}),
		{ numRuns: runs(100) }
	);
});

it('spend no more than there is, and account for every cent, in any order', () => {
	let several = 0;
	const mixed = household(fc.oneof(cards, monthly), 4);
	fc.assert(
		fc.property(mixed, plans, (debts, terms) => {
			const plan = planOf(debts, terms);
			const { starting, totalInterest, totalCharges, totalPaid, closing } = plan;
			expect(starting + totalInterest + totalCharges).toBe(totalPaid + closing);
			for (const { budget, paid, ownExtra, required: asked, shares } of plan.kept) {
				expect(paid - ownExtra).toBeLessThanOrEqual(budget);
				if (asked <= budget) {
					for (const share of shares) expect(share.paid).toBeGreaterThanOrEqual(share.required);
				}
				for (const share of shares) expect(share.closing).toBeGreaterThanOrEqual(0);
				const untaken = budget - (paid - ownExtra);
				const canTake = shares.some(({ closing: left, rank }) => left > 0 && rank !== null);
				if (untaken > 0) expect(canTake).toBe(false);
			}
			if (terms.order === 'rate' && plan.kept.length > 1) several += 1;
		}),
		{ numRuns: runs(150) }
	);
	expect(several).toBeGreaterThan(ofWhich(10));
});

it('are followed period by period as they were walked', () => {
	fc.assert(
		fc.property(household(cards, 3), plans, (debts, terms) => {
			const plan = planOf(debts, terms);
			plan.debts.forEach(({ closing, interest }, index) => {
				const { periods } = periodsOf(debts, plan, index);
				if (periods.length === 0) return;
				expect(periods.reduce((sum, period) => sum + period.interest, 0)).toBe(interest);
				expect(periods.at(-1)?.closing).toBe(closing);
			});
		}),
		{ numRuns: runs(100) }
	);
});
