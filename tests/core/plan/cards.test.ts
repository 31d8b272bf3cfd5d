/** Plans of cards with several balances and terms for late payments. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { run, unroundedAt } from '../../../src/lib/core/debt/run';
import { planOf } from '../../../src/lib/core/plan/walk';
import { periodsOf } from '../../../src/lib/core/plan/records';
import type { DebtTerms } from '../../../src/lib/core/debt/terms';
import { FREQUENCIES } from '../../../src/lib/core/quantities/calendar';
import { cents, ZERO } from '../../../src/lib/core/quantities/money';
import { percent } from '../../../src/lib/core/quantities/rate';
import {
	cardTerms,
	household,
	monthly,
	plans,
	required,
	simpleDebt
} from '../../support/households';
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

it('go on where something still changes on an account in the middle of a month', () => {
	// Each extra payment takes away some of what is past due: the period is not settled, the one after it in the month is.
	const terms: DebtTerms = {
		...simpleDebt('card', 300_000, 240_000).terms,
		paymentsPerYear: 24,
		payment: { kind: 'fixed', amount: cents(2_500) },
		extras: [{ from: 3, every: 6, amount: cents(5_000) }],
		balances: [{ id: 'purchases', opening: cents(300_000), annual: percent(240_000) }],
		late: {
			fee: ZERO,
			feeAgain: ZERO,
			penalty: percent(299_900),
			after: 2,
			notice: 2,
			cure: 1,
			standing: {
				missed: [-4, -1, 0].map((k) => ({ k, lacking: cents(8_820) })),
				feeDue: ZERO,
				penaltyFrom: 2,
				onTime: 1
			}
		}
	};
	const alone = run(terms);
	expect(alone.ending.status).toBe('cleared');
	const plan = planOf([{ id: 'card', terms }], required);
	expect(plan.ending).toEqual(alone.ending);
	expect(plan.totalInterest).toBe(alone.totalInterest);
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
