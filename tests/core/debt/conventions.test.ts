import { Decimal } from 'decimal.js';
import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import { describe, expect, it } from 'vitest';
import {
	addDays,
	dayNumber,
	dueDate,
	FREQUENCIES,
	type CalendarDate
} from '../../../src/lib/core/quantities/calendar';
import type { DebtTerms } from '../../../src/lib/core/debt/terms';
import type { PaymentRule } from '../../../src/lib/core/debt/rules/all-rules';
import { cents, ZERO } from '../../../src/lib/core/quantities/money';
import { percent } from '../../../src/lib/core/quantities/rate';
import { type RateTerms } from '../../../src/lib/core/debt/interest/all-ways';
import { dateOfPeriod, rowAt, run, runTotals } from '../../../src/lib/core/debt/run';

const dates = fc
	.date({ min: new Date('1990-01-01'), max: new Date('2090-01-01'), noInvalidDate: true })
	.map((date) => date.toISOString().slice(0, 10) as CalendarDate);
const frequencies = fc.constantFrom(...FREQUENCIES);
const loan: DebtTerms = {
	opening: cents(1_845_000),
	rate: { basis: 'nominal', annual: percent(89_000) },
	paymentsPerYear: 12,
	firstDue: '2027-01-15' as CalendarDate,
	payment: { kind: 'level', periods: 60 },
	clearBelow: ZERO,
	extras: [],
	charges: []
};
const bases: fc.Arbitrary<RateTerms> = fc
	.tuple(
		fc.integer({ min: 0, max: 300_000 }).map(percent),
		fc.constantFrom('nominal' as const, 'effective' as const, 'daily' as const),
		fc.constantFrom(365 as const, 360 as const, 'actual' as const)
	)
	.map(([annual, basis, dayYear]) =>
		basis === 'daily' ? { basis, annual, dayYear } : { basis, annual }
	);

describe('due dates of every frequency', () => {
	it('never repeat nor go back, from one period before the first', () => {
		fc.assert(
			fc.property(dates, frequencies, (first, frequency) => {
				const due = Array.from({ length: 130 }, (_, k) => dueDate(first, k, frequency));
				expect(due[1]).toBe(first);
				for (let k = 1; k < due.length; k += 1) {
					expect((due[k] ?? '') > (due[k - 1] ?? '')).toBe(true);
				}
			})
		);
	});

	it('count days as a calendar library does', () => {
		fc.assert(
			fc.property(dates, fc.integer({ min: -20_000, max: 20_000 }), (date, days) => {
				const moved = Temporal.PlainDate.from(date).add({ days }).toString();
				expect(addDays(date, days)).toBe(moved);
				expect(dayNumber(moved as CalendarDate) - dayNumber(date)).toBe(days);
			})
		);
	});

	it('fall twice a month on the anchor day and fifteen days from it', () => {
		const due = (first: string) =>
			[0, 1, 2, 3, 4].map((k) => dueDate(first as CalendarDate, k, 24));
		expect(due('2027-01-15')).toEqual([
			'2026-12-30',
			'2027-01-15',
			'2027-01-30',
			'2027-02-15',
			'2027-02-28'
		]);
		expect(due('2027-01-20')).toEqual([
			'2027-01-05',
			'2027-01-20',
			'2027-02-05',
			'2027-02-20',
			'2027-03-05'
		]);
	});
});

describe('interest by days', () => {
	it('splits a period across New Year into the days of a common and of a leap year', () => {
		const terms: DebtTerms = {
			...loan,
			firstDue: '2028-01-20' as CalendarDate,
			rate: { basis: 'daily', annual: percent(89_000), dayYear: 'actual' }
		};
		// 20 December up to 20 January: 12 days of 2027 and 19 of the leap year 2028.
		const expected = new Decimal(1_845_000)
			.times('0.089')
			.times(new Decimal(12).dividedBy(365).plus(new Decimal(19).dividedBy(366)));
		expect(rowAt(run(terms), 1)?.interest).toBe(expected.toDecimalPlaces(0).toNumber());
	});
});

describe('a level loan', () => {
	it('ends at its term, its payment agreeing with a decimal closed form', () => {
		const terms = fc.record({
			opening: fc.integer({ min: 10_000, max: 50_000_000 }).map(cents),
			annual: fc.integer({ min: 1, max: 300_000 }).map(percent),
			periods: fc.integer({ min: 2, max: 360 }),
			frequency: frequencies
		});
		fc.assert(
			fc.property(terms, ({ opening, annual, periods, frequency }) => {
				const got = run({
					...loan,
					opening,
					rate: { basis: 'nominal', annual },
					paymentsPerYear: frequency,
					payment: { kind: 'level', periods }
				});
				const i = new Decimal(annual).dividedBy(1_000_000).dividedBy(frequency);
				const closed = i.times(opening).dividedBy(new Decimal(1).minus(i.plus(1).pow(-periods)));
				const first = rowAt(got, 1)?.scheduled ?? 0;
				expect(Math.abs(closed.minus(first).toNumber())).toBeLessThanOrEqual(0.500001);
				if (got.periods === periods) expect(got.closing).toBe(0);
				else expect(got.periods).toBeLessThan(periods);
			})
		);
	});

	it('pays its balloon with the last payment, and keeps the payment when the rate moves', () => {
		const balloon = run({
			...loan,
			payment: { kind: 'level', periods: 48, payment: null, balloon: cents(350_000) },
			rateChanges: [{ from: 13, annual: percent(120_000) }]
		});
		expect(balloon.periods).toBe(48);
		expect(rowAt(balloon, 47)?.scheduled).toBe(rowAt(balloon, 1)?.scheduled);
		expect(balloon.finalPayment).toBeGreaterThan(350_000);
		const anew = run({
			...loan,
			rateChanges: [{ from: 13, annual: percent(120_000), reamortize: true }]
		});
		expect(rowAt(anew, 13)?.scheduled).toBeGreaterThan(rowAt(anew, 12)?.scheduled ?? 0);
		expect(Math.abs(anew.finalPayment - (rowAt(anew, 59)?.scheduled ?? 0))).toBeLessThan(60);
	});
});

describe('what holds for every convention', () => {
	const rules: fc.Arbitrary<PaymentRule> = fc.oneof(
		fc.integer({ min: 20_000, max: 90_000 }).map((amount) => ({
			kind: 'fixed' as const,
			amount: cents(amount)
		})),
		fc.integer({ min: 1, max: 90 }).map((periods) => ({ kind: 'level' as const, periods })),
		fc.integer({ min: 1, max: 20 }).map((periods) => ({
			kind: 'interest-only' as const,
			periods,
			then: { kind: 'level' as const, periods: 24 }
		}))
	);
	const changed = fc.record({
		paymentChanges: fc.array(fc.record({ from: fc.integer({ min: 2, max: 40 }), rule: rules }), {
			maxLength: 2
		}),
		rateChanges: fc.array(
			fc.record({
				from: fc.integer({ min: 2, max: 40 }),
				annual: fc.integer({ min: 0, max: 300_000 }).map(percent),
				reamortize: fc.boolean()
			}),
			{ maxLength: 2 }
		),
		skips: fc.array(fc.integer({ min: 1, max: 30 }), { maxLength: 3 })
	});

	it('starting balance + charges + interest = paid + closing, however payments change', () => {
		fc.assert(
			fc.property(bases, rules, changed, frequencies, (rate, payment, changes, frequency) => {
				const terms = { ...loan, ...changes, rate, payment, paymentsPerYear: frequency };
				const got = run(terms);
				expect(got.starting + got.totalInterest).toBe(got.totalPaid + got.closing);
				expect(runTotals(terms).totalInterest).toBe(got.totalInterest);
				expect(dateOfPeriod(got, got.periods)).toBe(got.lastDate);
				for (const k of changes.skips) {
					const row = rowAt(got, k);
					if (row && row.closing > 0) expect(row.scheduled).toBe(0);
				}
			})
		);
	});

	it('weekly payments never cost more than monthly ones of the same yearly money', () => {
		fc.assert(
			fc.property(
				fc.integer({ min: 1, max: 300_000 }),
				fc.integer({ min: 1, max: 40 }),
				(annual, x) => {
					const weekly = 13_000 + x * 300;
					const paying = (paymentsPerYear: 12 | 52, amount: number) =>
						runTotals({
							...loan,
							interestRounding: 'none',
							rate: { basis: 'effective', annual: percent(annual) },
							paymentsPerYear,
							firstDue: (paymentsPerYear === 12 ? '2027-01-31' : '2027-01-07') as CalendarDate,
							payment: { kind: 'fixed', amount: cents(amount) }
						});
					const often = paying(52, weekly);
					const monthly = paying(12, Math.floor((weekly * 52) / 12));
					expect(often.ending.status).toBe('cleared');
					expect(often.totalInterest).toBeLessThanOrEqual(monthly.totalInterest + 1);
				}
			)
		);
	});

	it('in advance costs less than in arrears, and full precision differs by cents', () => {
		const arrears = runTotals(loan);
		expect(runTotals({ ...loan, timing: 'advance' }).totalInterest).toBeLessThan(
			arrears.totalInterest
		);
		const precise = runTotals({ ...loan, interestRounding: 'none' });
		expect(Math.abs(precise.totalInterest - arrears.totalInterest)).toBeLessThan(60);
	});
});
