import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../../src/lib/core/quantities/calendar';
import { cents, ZERO } from '../../../src/lib/core/quantities/money';
import { percent } from '../../../src/lib/core/quantities/rate';
import { run } from '../../../src/lib/core/debt/run';
import { paymentPartsOf } from '../../../src/lib/core/debt/payment-parts';

const paying = (amount: number) =>
	run({
		opening: cents(418_236),
		rate: { basis: 'nominal', annual: percent(224_900) },
		paymentsPerYear: 12,
		firstDue: '2027-03-15' as CalendarDate,
		payment: { kind: 'fixed', amount: cents(amount) },
		clearBelow: ZERO,
		extras: [],
		charges: []
	});

describe('what is paid, split into interest and principal', () => {
	it('is by the payment up to sixty of them, by the calendar year beyond', () => {
		const short = paymentPartsOf(paying(14_000));
		expect(short.by).toBe('payment');
		expect(short.bars).toHaveLength(45);
		expect(short.bars[0]).toEqual({
			from: 1,
			to: 1,
			year: 2027,
			interest: 7_838,
			principal: 6_162
		});
		const long = paymentPartsOf(paying(10_000));
		expect(long.by).toBe('year');
		// March to December, then twelve a year.
		expect(long.bars.slice(0, 2).map(({ from, to, year }) => [from, to, year])).toEqual([
			[1, 10, 2027],
			[11, 22, 2028]
		]);
	});

	it('adds up to the run, bar after bar without a gap', () => {
		fc.assert(
			fc.property(fc.integer({ min: 5_000, max: 60_000 }), (amount) => {
				const whole = paying(amount);
				const { bars } = paymentPartsOf(whole);
				const sum = (key: 'interest' | 'principal') =>
					bars.reduce((total, bar) => total + bar[key], 0);
				expect(sum('interest')).toBe(whole.totalInterest);
				expect(sum('principal')).toBe(whole.totalPrincipal);
				expect(bars.at(-1)?.to).toBe(whole.periods);
				bars.forEach((bar, index) => expect(bar.from).toBe((bars[index - 1]?.to ?? 0) + 1));
			})
		);
	});
});
