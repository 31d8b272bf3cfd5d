import { Decimal } from 'decimal.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	cents,
	roundedShare,
	roundedUpTo,
	shareRoundedUp
} from '../../../src/lib/core/quantities/money';
import { runs } from '../../support/random';

const Exact = Decimal.clone({ precision: 60 });
const amounts = fc.integer({ min: 0, max: 10 ** 13 });
const numerators = fc.integer({ min: 0, max: 10_000_000 });
const denominators = fc.constantFrom(1_000_000, 12_000_000, 52_000_000, 3);

describe('rounding', () => {
	it('rounds a tie away from zero', () => {
		// 0.50 at 12 % a year is half a cent a month; so is every odd multiple of it.
		expect(roundedShare(50, 120_000, 12_000_000)).toBe(1);
		expect(roundedShare(150, 120_000, 12_000_000)).toBe(2);
		expect(roundedShare(-50, 120_000, 12_000_000)).toBe(-1);
		expect(roundedShare(49, 120_000, 12_000_000)).toBe(0);
	});

	it('agrees with a decimal oracle for every balance a run may reach', () => {
		fc.assert(
			fc.property(amounts, numerators, denominators, fc.boolean(), (amount, by, over, negative) => {
				const signed = negative ? -amount : amount;
				const exact = new Exact(signed).times(by).dividedBy(over);
				const expected = exact.toDecimalPlaces(0, Decimal.ROUND_HALF_UP).toNumber();
				expect(roundedShare(signed, by, over) + 0).toBe(expected + 0);
			}),
			{ numRuns: runs(2000) }
		);
	});

	it('is exact on ties however large they are', () => {
		fc.assert(
			fc.property(fc.integer({ min: 0, max: 4_000_000_000_000 }), (half) => {
				// (2n + 1) / 2 lies exactly between n and n + 1.
				expect(roundedShare(2 * half + 1, 1_000_000, 2_000_000)).toBe(half + 1);
			})
		);
	});

	it('rounds up, never down, and only where something is left', () => {
		fc.assert(
			fc.property(amounts, numerators, denominators, (amount, by, over) => {
				const exact = new Exact(amount).times(by).dividedBy(over);
				expect(shareRoundedUp(amount, by, over)).toBe(exact.ceil().toNumber());
			}),
			{ numRuns: runs(2000) }
		);
	});

	it('rounds up to whole units, and 0 means not at all', () => {
		expect(roundedUpTo(12_001, 100)).toBe(12_100);
		expect(roundedUpTo(12_100, 100)).toBe(12_100);
		expect(roundedUpTo(12_001, 0)).toBe(12_001);
	});

	it('refuses what is no whole minor unit', () => {
		expect(() => cents(1.5)).toThrow('1.5 is no whole minor unit');
		expect(() => cents(2 ** 60)).toThrow(RangeError);
	});
});
