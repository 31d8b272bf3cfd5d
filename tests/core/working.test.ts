import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/calendar';
import type { DebtTerms, PaymentRule } from '../../src/lib/core/debt';
import { cents, ZERO } from '../../src/lib/core/money';
import { percent } from '../../src/lib/core/rate';
import { run } from '../../src/lib/core/run';
import { workingOf, type Figure, type RowFigure, type Working } from '../../src/lib/core/working';
import { writeWorking } from '../../src/lib/formats/working-text';

const usd = { code: 'USD', digits: 2 };
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

/** What a working comes to when its own numbers are put into its own formula; null where it has none. */
function recomputed({ formula }: Working): number | null {
	switch (formula.kind) {
		case 'stated':
		case 'by rule':
			return null;
		case 'same':
			return formula.as.amount;
		case 'rest':
			return formula.of.amount;
		case 'sum':
			return formula.operands.reduce(
				(total, { amount, minus }) => total + (minus ? -amount : amount),
				0
			);
		case 'interest':
			return Math.round(formula.unrounded);
		case 'minimum': {
			const unit = Math.max(formula.roundUpTo, 1);
			const up =
				formula.roundUpTo > 0
					? Math.ceil(formula.unrounded / unit - 1e-9)
					: Math.round(formula.unrounded);
			return Math.max(formula.floor, up * unit);
		}
	}
}

const names: readonly RowFigure['name'][] = [
	'opening',
	'interest',
	'bearing',
	'statement',
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

describe('the working of a figure', () => {
	it('recomputes to the figure it explains, and so does each number in it', () => {
		const debts = fc.record({
			payment: rules,
			annual: fc.integer({ min: 0, max: 350_000 }).map(percent),
			extra: fc.integer({ min: 0, max: 5_000 }).map(cents),
			fee: fc.integer({ min: 0, max: 9_000 }).map(cents),
			k: fc.integer({ min: 1, max: 60 })
		});
		fc.assert(
			fc.property(debts, fc.constantFrom(...names), ({ payment, annual, extra, fee, k }, name) => {
				const terms: DebtTerms = {
					...card,
					payment,
					rate: { basis: 'nominal', annual },
					extras: extra === 0 ? [] : [{ from: 2, every: 3, amount: extra }],
					charges: fee === 0 ? [] : [{ from: 3, every: 12, amount: fee, fee: true }]
				};
				const got = run(terms);
				const pending: Figure[] = [{ of: 'row', name, k }];
				for (let steps = 0; steps < 40; steps += 1) {
					const figure = pending.pop();
					if (!figure) break;
					const working = workingOf(terms, got, figure);
					if (!working) {
						expect(k).toBeGreaterThan(got.periods);
						return;
					}
					const value = recomputed(working);
					if (value !== null) expect(value).toBe(working.result);
					const { formula } = working;
					const operands =
						formula.kind === 'sum'
							? formula.operands
							: formula.kind === 'interest'
								? [formula.on]
								: formula.kind === 'same'
									? [formula.as]
									: [];
					for (const { amount, from } of operands) {
						expect(workingOf(terms, got, from)?.result).toBe(amount);
						pending.push(from);
					}
				}
			})
		);
	});

	it('claims no formula for interest that is charged in another way', () => {
		const daily = { basis: 'daily', annual: percent(224_900), dayYear: 365 } as const;
		const other: readonly Partial<DebtTerms>[] = [{ rate: daily }, { timing: 'advance' }];
		for (const fields of other) {
			const terms: DebtTerms = { ...card, ...fields };
			const working = workingOf(terms, run(terms), { of: 'row', name: 'interest', k: 2 });
			expect(working?.formula).toEqual({ kind: 'by rule', rule: 'rate convention' });
		}
	});

	it('is written in words, with its numbers and where they come from', () => {
		const got = run(card);
		const written = (figure: Figure) => {
			const working = workingOf(card, got, figure);
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
		expect(written({ of: 'row', name: 'paid', k: 207 }).words).toContain('all that is owed');
		expect(written({ of: 'run', name: 'totalPaid' }).numbers).toBe(
			'4,182.36 + 6,512.37 − 0.00 = 10,694.73'
		);
		expect(written({ of: 'run', name: 'totalInterest' }).sources).toEqual([
			'6,512.37 is the interest up to payment 207'
		]);
		expect(workingOf(card, got, { of: 'row', name: 'paid', k: 208 })).toBeNull();
	});
});
