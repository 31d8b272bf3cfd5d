import fc from 'fast-check';
import { runs } from '../../support/random';
import { usd } from '../../support/said';
import { describe, expect, it } from 'vitest';
import { FREQUENCIES, type CalendarDate } from '../../../src/lib/core/quantities/calendar';
import type { DebtTerms } from '../../../src/lib/core/debt/terms';
import type { PaymentRule } from '../../../src/lib/core/debt/rules/all-rules';
import type { Figure, RowFigure } from '../../../src/lib/core/debt/figure';
import { cents, ZERO } from '../../../src/lib/core/quantities/money';
import { percent } from '../../../src/lib/core/quantities/rate';
import { run } from '../../../src/lib/core/debt/run';
import { workingOf } from '../../../src/lib/core/working/debt-working';
import { writeWorking } from '../../../src/lib/words/debt-working';
import { operandsOf, recomputed, valueOf } from '../../support/recomputed';

const card: DebtTerms = {
	opening: cents(418_236),
	rate: { basis: 'nominal', annual: percent(224_900) },
	paymentsPerYear: 12,
	firstDue: '2027-01-15' as CalendarDate,
	payment: {
		kind: 'minimum',
		percent: percent(10_000),
		of: 'statement',
		plusInterest: true,
		plusFees: true,
		roundUpTo: cents(100),
		floor: cents(2_500)
	},
	clearBelow: ZERO,
	extras: [],
	charges: []
};

const names: readonly RowFigure['name'][] = [
	'opening',
	'interest',
	'bearing',
	'statement',
	'remaining',
	'scheduled',
	'paid',
	'principal',
	'closing',
	'interestSoFar'
];
const rules: fc.Arbitrary<PaymentRule> = fc.oneof(
	fc
		.integer({ min: 0, max: 30_000 })
		.map((amount) => ({ kind: 'fixed' as const, amount: cents(amount) })),
	fc.record({
		percent: fc.integer({ min: 0, max: 80_000 }).map(percent),
		of: fc.constantFrom('statement' as const, 'opening' as const),
		plusInterest: fc.boolean(),
		plusFees: fc.boolean(),
		roundUpTo: fc.constantFrom(cents(0), cents(100)),
		floor: fc.integer({ min: 0, max: 4_000 }).map(cents),
		kind: fc.constantFrom('minimum' as const, 'frozen-minimum' as const)
	})
);

const rates: fc.Arbitrary<DebtTerms['rate']> = fc
	.record({
		annual: fc.integer({ min: 0, max: 350_000 }).map(percent),
		dayYear: fc.constantFrom(365 as const, 360 as const, 'actual' as const),
		compoundsPerYear: fc.constantFrom(1, 2, 4, 12, 365),
		basis: fc.constantFrom('nominal', 'compounded', 'effective', 'daily', 'daily-compounded')
	})
	.map(({ annual, dayYear, compoundsPerYear, basis }) => {
		switch (basis) {
			case 'compounded':
				return { basis: 'nominal', annual, compoundsPerYear };
			case 'nominal':
			case 'effective':
				return { basis, annual };
			default:
				return { basis, annual, dayYear } as DebtTerms['rate'];
		}
	});
const levels: fc.Arbitrary<PaymentRule> = fc.record({
	kind: fc.constant('level' as const),
	periods: fc.integer({ min: 2, max: 90 }),
	balloon: fc.constantFrom(cents(0), cents(100_000)),
	roundPayment: fc.constantFrom('nearest' as const, 'up' as const)
});

const debts = fc.record({
	payment: fc.oneof(rules, levels),
	interestOnly: fc.constantFrom(0, 0, 3),
	rate: rates,
	paymentsPerYear: fc.constantFrom(...FREQUENCIES),
	timing: fc.constantFrom('arrears' as const, 'advance' as const),
	extra: fc.integer({ min: 0, max: 5_000 }).map(cents),
	fee: fc.integer({ min: 0, max: 9_000 }).map(cents),
	skip: fc.integer({ min: 1, max: 6 }),
	change: fc.record({
		from: fc.integer({ min: 2, max: 30 }),
		annual: fc.integer({ min: 0, max: 300_000 }).map(percent),
		reamortize: fc.boolean()
	})
});

function termsOf({
	payment,
	interestOnly,
	timing,
	...drawn
}: typeof debts extends fc.Arbitrary<infer T> ? T : never): DebtTerms {
	const { extra, fee, skip, change, rate, paymentsPerYear } = drawn;
	return {
		...card,
		rate,
		paymentsPerYear,
		timing,
		payment:
			interestOnly > 0 && timing === 'arrears'
				? { kind: 'interest-only', periods: interestOnly, then: payment }
				: payment,
		extras: extra === 0 ? [] : [{ from: 2, every: 3, amount: extra }],
		charges: fee === 0 ? [] : [{ from: 3, every: 12, amount: fee, fee: true }],
		skips: skip > 4 ? [] : [skip],
		rateChanges: [change]
	};
}

describe('the working of a figure', () => {
	it('recomputes to the figure it explains, and so does each number in it', () => {
		const figures = fc.oneof(
			fc.record({
				of: fc.constant('row' as const),
				name: fc.constantFrom(...names),
				k: fc.integer({ min: 1, max: 60 })
			}),
			fc.record({
				of: fc.constant('year' as const),
				name: fc.constantFrom('charges', 'interest', 'paid', 'extra', 'principal', 'closing'),
				year: fc.integer({ min: 2027, max: 2032 })
			}),
			fc.record({
				of: fc.constant('run' as const),
				name: fc.constantFrom(
					'totalInterest',
					'totalPaid',
					'totalPrincipal',
					'totalCharges',
					'totalExtra',
					'periods',
					'costPerUnit'
				)
			}),
			fc.constant({ of: 'against' as const, name: 'interestLess' as const })
		) as fc.Arbitrary<Figure>;
		fc.assert(
			fc.property(debts, debts, figures, fc.boolean(), (drawn, other, drawnFigure, isThere) => {
				const asked: Figure =
					isThere && drawnFigure.of !== 'against'
						? { ...drawnFigure, on: 'baseline' }
						: drawnFigure;
				const explained = (terms: DebtTerms) => ({ terms, run: run(terms) });
				const own = explained(termsOf(drawn));
				const baseline = explained(termsOf(other));
				const pending: Figure[] = [asked];
				for (let steps = 0; steps < 40; steps += 1) {
					const figure = pending.pop();
					if (!figure) break;
					const working = workingOf(own, baseline, figure);
					if (!working) {
						expect(steps).toBe(0);
						return;
					}
					const value = recomputed(working);
					if (value !== null) expect([figure, value]).toEqual([figure, valueOf(working.result)]);
					for (const { result, from } of operandsOf(working)) {
						expect(workingOf(own, baseline, from)?.result).toEqual(result);
						pending.push(from);
					}
				}
			}),
			{ numRuns: runs(250) }
		);
	});

	it('keeps to the other run once it is opened from there', () => {
		const own = { terms: card, run: run(card) };
		const costlier = { ...card, rate: { basis: 'nominal', annual: percent(299_900) } } as const;
		const baseline = { terms: costlier, run: run(costlier) };
		const less = workingOf(own, baseline, { of: 'against', name: 'interestLess' });
		const there = less && operandsOf(less).find(({ from }) => from.on === 'baseline');
		const total = there && workingOf(own, baseline, there.from);
		expect(total?.result).toEqual({ kind: 'money', amount: baseline.run.totalInterest });
		expect(total && operandsOf(total).map(({ from }) => from.on)).toEqual(['baseline']);
		const never = { ...card, payment: { kind: 'fixed', amount: cents(100) } } as const;
		const endless = { terms: never, run: run(never) };
		expect(workingOf(own, endless, { of: 'against', name: 'monthsSooner' })).toBeNull();
		expect(workingOf(endless, own, { of: 'run', name: 'payoffDate' })).toBeNull();
	});

	it('is written in words, with its numbers and where they come from', () => {
		const own = { terms: card, run: run(card) };
		const slow = { ...card, payment: { kind: 'fixed', amount: cents(9_000) } } as const;
		const baseline = { terms: slow, run: run(slow) };
		const written = (figure: Figure, terms: DebtTerms = card) => {
			const working = workingOf({ terms, run: run(terms) }, baseline, figure);
			if (!working) throw new Error('no such figure');
			const { sources, ...rest } = writeWorking(working, usd);
			return { ...rest, sources: sources.map(({ text }) => text) };
		};
		expect(written({ of: 'row', name: 'interest', k: 2 })).toEqual({
			title: 'Interest of payment 2',
			words: 'balance × annual rate ÷ 12 payments a year',
			numbers: '4,139.74 × 22.49 % ÷ 12 = 77.58563, rounded to 77.59',
			result: '77.59',
			sources: ['4,139.74 is the opening balance of payment 2']
		});
		expect(written({ of: 'row', name: 'paid', k: 1 })).toEqual({
			title: 'Payment 1',
			words: '1 % of the statement balance + interest, up to the next 1.00, at least 25.00',
			numbers: '1 % × 4,260.74 + 78.38 = 120.98740, so 121.00',
			result: '121.00',
			sources: [
				'4,260.74 is the statement balance of payment 1',
				'78.38 is the interest of payment 1'
			]
		});
		expect(written({ of: 'row', name: 'closing', k: 1 }).numbers).toBe(
			'4,182.36 + 78.38 − 121.00 = 4,139.74'
		);
		expect(written({ of: 'row', name: 'paid', k: 207 }).words).toContain('the whole balance');
		expect(written({ of: 'year', name: 'interest', year: 2028 })).toEqual({
			title: 'Interest of 2028',
			words: 'interest up to payment 24 − interest up to payment 12',
			numbers: expect.stringMatching(/^[\d.,]+ − [\d.,]+ = [\d.,]+$/) as string,
			result: expect.any(String) as string,
			sources: [
				expect.stringContaining('is the interest up to payment 24') as string,
				expect.stringContaining('is the interest up to payment 12') as string
			]
		});
		expect(written({ of: 'run', name: 'totalPaid' }).numbers).toBe(
			'4,182.36 + 6,512.37 − 0.00 = 10,694.73'
		);
		expect(written({ of: 'run', name: 'totalInterest' }).sources).toEqual([
			'6,512.37 is the interest up to payment 207'
		]);
		expect(workingOf(own, baseline, { of: 'row', name: 'paid', k: 208 })).toBeNull();
		expect(written({ of: 'run', name: 'costPerUnit' }).numbers).toBe(
			'10,694.73 ÷ 4,182.36 = 2.55710, rounded to 2.56'
		);
		expect(written({ of: 'run', name: 'payoffDate' })).toMatchObject({
			words: 'the due date of payment 207, the first after which nothing is owed',
			result: '15 Mar 2044'
		});
		const daily = { basis: 'daily', annual: percent(224_900), dayYear: 'actual' } as const;
		const row = (k: number): Figure => ({ of: 'row', name: 'interest', k });
		expect(written(row(13), { ...card, rate: daily }).numbers).toMatch(
			/^[\d,.]+ × \(22.49 % × 17 ÷ 365 \+ 22.49 % × 14 ÷ 366\) = /
		);
		const loan: PaymentRule = {
			kind: 'level',
			periods: 48,
			payment: null,
			balloon: cents(100_000)
		};
		expect(written({ of: 'row', name: 'scheduled', k: 2 }, { ...card, payment: loan })).toEqual({
			title: 'Scheduled payment 2',
			words:
				'(balance − balloon × (1 + i)^−48) × i ÷ (1 − (1 + i)^−48), where i is the rate of one period',
			numbers:
				'(4,182.36 − 1,000.00 × (1 + i)^−48) × i ÷ (1 − (1 + i)^−48) = 119.85383, rounded to 119.85; i = 1.874167 %',
			result: '119.85',
			sources: ['4,182.36 is the opening balance of payment 1']
		});
		expect(written({ of: 'row', name: 'paid', k: 48 }, { ...card, payment: loan }).words).toBe(
			'the whole balance, because the term is over; 1,000.00 of it is the balloon'
		);
	});
});
