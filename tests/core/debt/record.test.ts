/** The record of a period is that period: opened again, it comes to what the run has. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { recordOf } from '../../../src/lib/core/debt/record';
import { run, unroundedAt } from '../../../src/lib/core/debt/run';
import type { DebtTerms } from '../../../src/lib/core/debt/terms';
import { cents } from '../../../src/lib/core/quantities/money';
import { changingTerms, termsDrawn } from '../../support/households';
import { ofWhich, runs } from '../../support/random';

const debts: fc.Arbitrary<DebtTerms> = fc
	.record({
		terms: fc.oneof(changingTerms, termsDrawn(fc.constantFrom(1, 4, 12, 26, 52))),
		timing: fc.constantFrom('arrears' as const, 'arrears' as const, 'advance' as const),
		interestRounding: fc.constantFrom('cent' as const, 'cent' as const, 'none' as const),
		interestOnly: fc.constantFrom(0, 0, 3)
	})
	.map(({ terms, timing, interestRounding, interestOnly }) => ({
		...terms,
		timing,
		interestRounding,
		payment:
			interestOnly > 0 && timing === 'arrears'
				? { kind: 'interest-only' as const, periods: interestOnly, then: terms.payment }
				: terms.payment
	}));

it('has the figures of the row', () => {
	let explained = 0;
	fc.assert(
		fc.property(debts, fc.nat(), (terms, place) => {
			const whole = run(terms);
			const rows = whole.periods - whole.firstRow + 1;
			if (rows === 0) return;
			const k = whole.firstRow + (place % rows);
			const row = unroundedAt(whole, k);
			const record = recordOf(terms, whole, k);
			expect(record.opening).toBe(row.opening);
			expect(record.paid).toBe(row.paid);
			// In full precision a figure taken out of sums so far has lost some of their last bits.
			const near = (one: number, other: number) =>
				expect(Math.abs(one - other)).toBeLessThan(1e-5 + Math.abs(row.opening) * 1e-12);
			for (const figure of ['charges', 'interest', 'closing'] as const)
				near(record[figure], row[figure]);
			if (k < 1) return;
			near(record.required + record.ownExtra, row.paid);
			near(record.ownExtra, row.extra);
			explained += 1;
		}),
		{ numRuns: runs(800) }
	);
	expect(explained).toBeGreaterThan(ofWhich(500));
});

it('knows what was frozen, and that nothing was due', () => {
	const terms: DebtTerms = {
		opening: cents(400_000),
		rate: { basis: 'nominal', annual: 240_000 as never },
		paymentsPerYear: 12,
		firstDue: '2027-01-15' as never,
		payment: {
			kind: 'frozen-minimum',
			percent: 30_000 as never,
			of: 'statement',
			plusInterest: false,
			plusFees: false,
			roundUpTo: cents(0),
			floor: cents(2_500)
		},
		skips: [3],
		clearBelow: cents(0),
		extras: [],
		charges: []
	};
	const whole = run(terms);
	expect([1, 2, 3, 4].map((k) => recordOf(terms, whole, k).required)).toEqual([
		12_240, 12_240, 0, 12_240
	]);
	expect([2, 3].map((k) => recordOf(terms, whole, k).isSkipped)).toEqual([false, true]);
});
