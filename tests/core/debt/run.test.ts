import { Decimal } from 'decimal.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../../src/lib/core/quantities/calendar';
import type { Charge, DebtTerms, Recurring } from '../../../src/lib/core/debt/terms';
import type { PaymentRule } from '../../../src/lib/core/debt/rules/all-rules';
import { cents, ZERO } from '../../../src/lib/core/quantities/money';
import { percent } from '../../../src/lib/core/quantities/rate';
import {
	costPerUnit,
	dateOfPeriod,
	owedAfter,
	rowAt,
	run,
	runTotals,
	type Run
} from '../../../src/lib/core/debt/run';
import { ofWhich, runs } from '../../support/random';

const quillmark: DebtTerms = {
	opening: cents(418_236),
	rate: { basis: 'nominal', annual: percent(224_900) },
	paymentsPerYear: 12,
	firstDue: '2027-01-15' as CalendarDate,
	payment: { kind: 'fixed', amount: cents(14_000) },
	clearBelow: ZERO,
	extras: [],
	charges: []
};

const rowsOf = (whole: Run) =>
	Array.from({ length: whole.periods }, (_, index) => rowAt(whole, index + 1)).filter(
		(row) => row !== undefined
	);

const money = (max: number, min = 0) => fc.integer({ min, max }).map(cents);
const minimums = fc.record({
	percent: fc.integer({ min: 0, max: 80_000 }).map(percent),
	of: fc.constantFrom('statement' as const, 'opening' as const),
	plusInterest: fc.boolean(),
	plusFees: fc.boolean(),
	roundUpTo: fc.constantFrom(cents(0), cents(1), cents(100), cents(500)),
	floor: money(5_000)
});
const rules: fc.Arbitrary<PaymentRule> = fc.oneof(
	money(60_000).map((amount) => ({ kind: 'fixed' as const, amount })),
	minimums.map((terms) => ({ kind: 'minimum' as const, ...terms })),
	minimums.map((terms) => ({ kind: 'frozen-minimum' as const, ...terms }))
);
const recurring: fc.Arbitrary<Recurring> = fc
	.record(
		{
			from: fc.integer({ min: 1, max: 40 }),
			every: fc.integer({ min: 1, max: 20 }),
			until: fc.integer({ min: 1, max: 80 }),
			amount: money(40_000)
		},
		{ requiredKeys: ['from', 'amount'] }
	)
	.map((item) => item as Recurring);
const charge: fc.Arbitrary<Charge> = fc
	.tuple(recurring, fc.boolean())
	.map(([item, fee]) => ({ ...item, amount: cents(Math.round(item.amount / 20)), fee }));
const debts: fc.Arbitrary<DebtTerms> = fc.record({
	opening: money(2_000_000),
	rate: fc
		.integer({ min: 0, max: 400_000 })
		.map((annual) => ({ basis: 'nominal' as const, annual: percent(annual) })),
	paymentsPerYear: fc.constant(12 as const),
	firstDue: fc.constantFrom('2027-01-15' as CalendarDate, '2027-01-31' as CalendarDate),
	payment: rules,
	clearBelow: fc.constantFrom(cents(0), cents(2_500)),
	extras: fc.array(recurring, { maxLength: 2 }),
	charges: fc.array(charge, { maxLength: 2 })
});

describe('a run worked by hand', () => {
	it('charges interest, takes the payment and keeps the rest', () => {
		const rows = rowsOf(run(quillmark));
		// 4,182.36 × 22.49 % ÷ 12 = 78.3844… → 78.38; 140.00 − 78.38 = 61.62
		expect(rows[0]).toMatchObject({
			k: 1,
			date: '2027-01-15',
			opening: 418_236,
			interest: 7_838,
			paid: 14_000,
			principal: 6_162,
			closing: 412_074
		});
		// 4,120.74 × 22.49 % ÷ 12 = 77.2295… → 77.23
		expect(rows[1]).toMatchObject({ opening: 412_074, interest: 7_723, interestSoFar: 15_561 });
	});

	it('rounds a minimum up to a multiple as one sum, in full precision too', () => {
		const required = (opening: number, annual: number, share: number) =>
			run({
				...quillmark,
				opening: cents(opening),
				rate: { basis: 'nominal', annual: percent(annual) },
				interestRounding: 'none',
				payment: {
					kind: 'minimum',
					percent: percent(share),
					of: 'opening',
					plusInterest: true,
					plusFees: false,
					roundUpTo: cents(100),
					floor: ZERO
				}
			}).firstPayment;
		// 10.004 and 9.993 are 19.997: 20.00, and not 21.00 as 10.01 and 9.993 would be.
		expect(required(100_000, 119_916, 10_004)).toBe(2_000);
		// 10.00 and 10.00 are a multiple already.
		expect(required(100_000, 120_000, 10_000)).toBe(2_000);
		// A sum too large for exact products: 1 % of 9,000,000,000.00 and a month of 12 % on it.
		expect(required(900_000_000_000, 120_000, 10_000)).toBe(18_000_000_000);
		expect(required(900_000_000_001, 120_000, 10_000)).toBe(18_000_000_100);
	});

	it('ends at zero with a computed last payment', () => {
		const answer = run(quillmark);
		expect(answer.ending).toEqual({ status: 'cleared', payoffDate: '2030-09-15' });
		expect(answer).toMatchObject({ periods: 45, finalPayment: 2_826, totalInterest: 200_590 });
		expect(answer.closing).toBe(0);
		expect(costPerUnit(answer)).toBe(148);
	});

	it('owes nothing where nothing is owed', () => {
		const nothing = run({ ...quillmark, opening: ZERO });
		expect(rowsOf(nothing)).toEqual([]);
		expect(nothing.ending).toEqual({ status: 'cleared', payoffDate: '2026-12-15' });
		expect(costPerUnit(nothing)).toBeNull();
	});

	it('never ends where the payment does not cover the interest, and says what each month adds', () => {
		const grows = run({ ...quillmark, payment: { kind: 'fixed', amount: cents(7_000) } });
		expect(grows.ending).toMatchObject({ status: 'never', lowest: 418_236, lowestPeriod: 0 });
		expect(grows.periods).toBe(12);
		// 78.38 of interest less 70.00 paid
		expect(grows.ending).toMatchObject({ growth: 838 });
	});

	it('stalls where a percentage without a floor rounds to nothing', () => {
		const terms = { percent: percent(50_000), of: 'statement', plusInterest: false } as const;
		const stalls = runTotals({
			...quillmark,
			payment: { kind: 'minimum', ...terms, plusFees: false, roundUpTo: ZERO, floor: ZERO }
		});
		expect(stalls.ending).toMatchObject({ status: 'never', growth: 0, lowest: stalls.closing });
		// 0.28 at 22.49 % bears 0.01 a month, and 5 % of 0.29 is 0.01: nothing is left to bring it down.
		expect(stalls.closing).toBe(28);
	});

	it('goes beyond what is followed: by time, and by size', () => {
		// A penny a year less than the interest would be "never"; one that falls too slowly is beyond.
		const slow = runTotals({
			...quillmark,
			opening: cents(100_000_000),
			rate: { basis: 'nominal', annual: percent(0) },
			payment: { kind: 'fixed', amount: cents(1_000) }
		});
		expect(slow).toMatchObject({ periods: 1200, closing: 98_800_000 });
		expect(slow.ending).toEqual({ status: 'beyond', limit: 'a hundred years' });
		const large = runTotals({
			...quillmark,
			opening: cents(9_000_000_000_000),
			rate: { basis: 'nominal', annual: percent(10_000_000) }
		});
		expect(large.ending).toEqual({ status: 'beyond', limit: 'largest balance' });
	});

	it('waits for what is still to come before it says never', () => {
		const late = run({
			...quillmark,
			payment: { kind: 'fixed', amount: ZERO },
			extras: [{ from: 30, amount: cents(5_000_000) }]
		});
		expect(late.ending.status).toBe('cleared');
		expect(late.periods).toBe(30);
	});
});

describe('what holds for every run', () => {
	it('starting balance + charges + interest = paid + closing', () => {
		fc.assert(
			fc.property(debts, (terms) => {
				const got = run(terms);
				expect(got.starting + got.totalCharges + got.totalInterest).toBe(
					got.totalPaid + got.closing
				);
				const sum = (key: 'interest' | 'paid' | 'principal') =>
					rowsOf(got).reduce((total, row) => total + row[key], 0);
				expect(sum('interest')).toBe(got.totalInterest);
				expect(sum('paid')).toBe(got.totalPaid);
				expect(sum('principal')).toBe(got.totalPrincipal);
			})
		);
	});

	it('each row opens where the last one closed, and agrees with a decimal oracle', () => {
		fc.assert(
			fc.property(debts, (terms) => {
				let closing: number = terms.opening;
				for (const row of rowsOf(run(terms))) {
					expect(row.opening).toBe(closing);
					const interest = new Decimal(row.opening + row.charges)
						.times(terms.rate.annual)
						.dividedBy(12_000_000)
						.toDecimalPlaces(0, Decimal.ROUND_HALF_UP);
					expect(row.interest).toBe(interest.toNumber());
					expect(row.closing).toBe(row.opening + row.charges + row.interest - row.paid);
					closing = row.closing;
				}
			}),
			{ numRuns: runs(60) }
		);
	});

	it('a larger payment is never later nor costlier', () => {
		fc.assert(
			fc.property(debts, money(50_000), money(20_000), (terms, amount, more) => {
				const at = (payment: number) =>
					runTotals({ ...terms, payment: { kind: 'fixed', amount: cents(payment) } });
				const small = at(amount);
				const large = at(amount + more);
				if (small.ending.status !== 'cleared') return;
				expect(large.ending.status).toBe('cleared');
				expect(large.periods).toBeLessThanOrEqual(small.periods);
				expect(large.totalInterest).toBeLessThanOrEqual(small.totalInterest);
			})
		);
	});

	it('ends in full precision as in minor units, and never with a last payment of nothing', () => {
		const paying = fc.oneof(
			minimums.map((terms): PaymentRule => ({ kind: 'minimum', ...terms })),
			fc.integer({ min: 2, max: 90 }).map((periods): PaymentRule => ({ kind: 'level', periods }))
		);
		const drawn = fc.record({
			opening: money(900_000, 1),
			annual: fc.integer({ min: 0, max: 299_900 }).map(percent),
			payment: paying,
			timing: fc.constantFrom('arrears' as const, 'advance' as const),
			extra: money(60_000, 100)
		});
		fc.assert(
			fc.property(drawn, ({ annual, extra, ...terms }) => {
				const exact = run({
					...quillmark,
					...terms,
					rate: { basis: 'nominal', annual },
					interestRounding: 'none',
					extras: [{ from: 1, every: 1, amount: extra }]
				});
				const { ending, kept, periods } = exact;
				// What is owed falls by the extra at least where interest is paid, so it can't go on for ever.
				const balances = kept.trace.filter((_, at) => at % 2 === 0);
				const stuck = ending.status !== 'cleared' && balances.some((owed) => owed < 1e-3);
				expect(stuck).toBe(false);
				if (ending.status !== 'cleared' || periods < 2) return;
				expect(balances.at(-1)).toBe(0);
				expect(balances.at(-2)).toBeGreaterThan(1e-3);
			}),
			{ numRuns: runs(2_000) }
		);
	});

	it('is the same by the way of a plain debt as by the way of any other', () => {
		// Nothing is charged by it, and nothing of the ending changes; but a debt with charges is not a plain one.
		const nothing: Charge = { from: 1, every: 1, amount: ZERO, fee: false };
		const bare = debts.map((terms): DebtTerms => ({ ...terms, extras: [], charges: [] }));
		let plain = 0;
		fc.assert(
			fc.property(bare, (terms) => {
				if (terms.payment.kind !== 'minimum') plain += 1;
				const { kept, ...totals } = run(terms);
				const { kept: keptToo, ...same } = run({ ...terms, charges: [nothing] });
				expect(same).toEqual(totals);
				expect(keptToo.trace).toEqual(kept.trace);
			}),
			{ numRuns: runs(500) }
		);
		expect(plain).toBeGreaterThan(ofWhich(100));
	});

	it('gives the same totals with and without its rows', () => {
		fc.assert(
			fc.property(debts, (terms) => {
				const whole = run(terms);
				const totals = runTotals(terms);
				expect(whole).toMatchObject({ ...totals });
				expect(whole.kept.trace).toHaveLength(2 * totals.periods);
				expect(whole.startDate < whole.firstDue).toBe(true);
				expect(dateOfPeriod(whole, whole.periods)).toBe(totals.lastDate);
				expect(owedAfter(whole, 0)).toBe(totals.starting);
				expect(owedAfter(whole, totals.periods + 1)).toBe(totals.closing);
				expect(rowAt(whole, totals.periods + 1)).toBeUndefined();
			})
		);
	});
});
