import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../../src/lib/core/quantities/calendar';
import type { DebtTerms, Known } from '../../../src/lib/core/debt/terms';
import { cents, ZERO } from '../../../src/lib/core/quantities/money';
import { percent } from '../../../src/lib/core/quantities/rate';
import { runTotals } from '../../../src/lib/core/debt/run';
import {
	balanceFor,
	extraFor,
	least,
	paymentBetween,
	paymentFor,
	periodsFor,
	rateFor
} from '../../../src/lib/core/debt/solve';

const card: Known = {
	opening: cents(418_236),
	rate: { basis: 'nominal', annual: percent(224_900) },
	paymentsPerYear: 12,
	firstDue: '2027-01-15' as CalendarDate,
	clearBelow: ZERO,
	extras: [],
	charges: []
};
const balances = fc.integer({ min: 1, max: 5_000_000 }).map(cents);
const rates = fc.integer({ min: 0, max: 500_000 }).map(percent);
const counts = fc.integer({ min: 1, max: 240 });
const knowns = fc
	.tuple(balances, rates)
	.map(([opening, annual]): Known => ({ ...card, opening, rate: { basis: 'nominal', annual } }));
const paying = (known: Known, amount: number): DebtTerms => ({
	...known,
	payment: { kind: 'fixed', amount: cents(amount) }
});

describe('an answer put back into a run gives what was asked, and one cent less does not', () => {
	it('for the payment', () => {
		fc.assert(
			fc.property(knowns, counts, (known, periods) => {
				const { smallest } = paymentFor(known, periods);
				if (smallest === null) throw new Error('some amount clears a debt without events');
				const { amount, run, oneLessRun: less } = smallest;
				expect(run).toEqual(runTotals(paying(known, amount)));
				expect(run.ending.status).toBe('cleared');
				expect(run.periods).toBeLessThanOrEqual(periods);
				if (amount === 1) return;
				expect(less).toEqual(runTotals(paying(known, amount - 1)));
				expect(less.ending.status !== 'cleared' || less.periods > periods).toBe(true);
			})
		);
	});

	it('for the balance that can be afforded', () => {
		fc.assert(
			fc.property(rates, balances, counts, (annual, payment, periods) => {
				const known: Known = { ...card, rate: { basis: 'nominal', annual } };
				const { balance, run } = balanceFor(known, payment, periods);
				expect(run.starting).toBe(balance);
				expect(run.ending.status).toBe('cleared');
				expect(run.periods).toBeLessThanOrEqual(periods);
				const more = runTotals(paying({ ...known, opening: cents(balance + 1) }, payment));
				expect(more.ending.status !== 'cleared' || more.periods > periods).toBe(true);
			})
		);
	});

	it('for the extra', () => {
		fc.assert(
			fc.property(
				knowns,
				counts,
				fc.integer({ min: 100, max: 60_000 }),
				(known, periods, amount) => {
					const debt = paying(known, amount);
					const answer = extraFor(debt, periods);
					if (answer === null) throw new Error('some extra clears a debt without events');
					const { extra, run } = answer;
					expect(run.periods).toBeLessThanOrEqual(periods);
					expect(run.ending.status).toBe('cleared');
					if (extra === 0) return;
					const every = { from: 1, every: 1, amount: cents(extra - 1) };
					const less = runTotals({ ...debt, extras: [every] });
					expect(less.ending.status !== 'cleared' || less.periods > periods).toBe(true);
				}
			)
		);
	});

	it('for the rate, to the cent of the payment', () => {
		fc.assert(
			fc.property(
				balances,
				fc.integer({ min: 1, max: 2_000_000 }),
				counts,
				(balance, annual, periods) => {
					const known: Known = {
						...card,
						opening: balance,
						rate: { basis: 'nominal', annual: percent(annual) }
					};
					const { level } = paymentFor(known, periods);
					const { annual: found } = rateFor(known, level, periods);
					if (found === null) {
						// Rounded down, the payments may fall a few cents short of the balance.
						expect(level * periods).toBeLessThan(balance);
						return;
					}
					const again = paymentFor(
						{ ...known, rate: { basis: 'nominal', annual: found } },
						periods
					);
					expect(Math.abs(again.level - level)).toBeLessThanOrEqual(1);
				}
			)
		);
	});
});

describe('the other questions', () => {
	it('gives the count with its unrounded form', () => {
		const { run, unrounded } = periodsFor(card, cents(14_000));
		expect(run).toMatchObject({ periods: 45, finalPayment: 2_826 });
		expect(unrounded).toBeCloseTo(44.200679, 6);
		expect(periodsFor(card, cents(7_000)).unrounded).toBeNull();
	});

	it('finds what was paid between two balances, which repays the one to the other', () => {
		fc.assert(
			fc.property(
				balances,
				balances,
				rates,
				fc.integer({ min: 1, max: 60 }),
				(now, later, annual, periods) => {
					const rate = { basis: 'nominal' as const, annual };
					const payment = paymentBetween(now, later, periods, rate, 12);
					let balance: number = now;
					const i = annual / 12_000_000;
					for (let k = 0; k < periods; k += 1) balance = balance * (1 + i) - payment;
					// Half a cent of rounding in each period grows with the interest on it.
					const slack = i === 0 ? periods / 2 : ((1 + i) ** periods - 1) / (2 * i);
					expect(Math.abs(balance - later)).toBeLessThanOrEqual(slack + 0.01);
				}
			)
		);
	});
});

describe('where nothing that is tried holds', () => {
	it('is said instead of the largest amount', () => {
		const debt: Known = {
			...card,
			opening: cents(100_000),
			rate: { basis: 'nominal', annual: percent(0) }
		};
		// The only payment that comes in time is missed, so no amount ends it then.
		expect(paymentFor({ ...debt, skips: [1] }, 1).smallest).toBeNull();
		expect(least(0, 1_000, () => false, 10)).toBeNull();
		expect(least(0, 1_000, (value) => value >= 1_000, 10)).toBe(1_000);
		expect(least(5, 1_000, () => true, 900)).toBe(5);
		fc.assert(
			fc.property(
				fc.nat(500),
				fc.nat(500),
				fc.nat(1_200),
				fc.nat(1_200),
				(low, more, from, guess) => {
					const high = low + more;
					const found = least(low, high, (value) => value >= from, guess);
					expect(found).toBe(from > high ? null : Math.max(low, from));
				}
			)
		);
	});
});
