/** What is marked in a schedule, period by period. */
import { describe, expect, it } from 'vitest';
import { lateFeesOf, marksOf } from '../../../src/lib/core/debt/marks';
import { rowAt, run } from '../../../src/lib/core/debt/run';
import type { DebtTerms } from '../../../src/lib/core/debt/terms';
import type { CalendarDate } from '../../../src/lib/core/quantities/calendar';
import { cents } from '../../../src/lib/core/quantities/money';
import { percent } from '../../../src/lib/core/quantities/rate';
import { simpleDebt } from '../../support/households';

/** The kinds of marks of each period that has some, by the period's number. */
function marked(fields: Partial<DebtTerms>): Record<number, string[]> {
	const { terms } = simpleDebt('marked', 100_000, 120_000, fields);
	const whole = run(terms);
	const found: Record<number, string[]> = {};
	for (let k = whole.firstRow; k <= whole.periods; k += 1) {
		const row = rowAt(whole, k);
		if (!row) throw new Error(`no row ${k}`);
		const kinds = marksOf(terms, whole, row).map(({ kind }) => kind);
		if (kinds.length > 0) found[k] = kinds;
	}
	return found;
}

const NO_MINIMUM = {
	percent: percent(0),
	of: 'statement',
	plusInterest: false,
	plusFees: false,
	roundUpTo: cents(0),
	floor: cents(0)
} as const;

describe('the marks of a schedule', () => {
	const payment = { kind: 'fixed' as const, amount: cents(30_000) };

	it('are none but the last payment where nothing happens', () => {
		expect(marked({ payment })).toEqual({ 4: ['last'] });
	});

	it('say what happens in which period', () => {
		expect(
			marked({
				payment,
				rateChanges: [{ date: '2027-02-20' as CalendarDate, annual: percent(200_000) }],
				paymentChanges: [{ from: 3, rule: { kind: 'fixed', amount: cents(20_000) } }],
				skips: [2],
				extras: [{ from: 4, amount: cents(1_000) }],
				charges: [{ from: 4, amount: cents(500), fee: true }]
			})
		).toEqual({
			2: ['missed', 'grown'],
			3: ['new payment'],
			4: ['new rate', 'extra', 'charge'],
			6: ['last']
		});
	});

	it('say below which minimum too little was paid, its fee, and the penalty rate from first to last', () => {
		expect(
			marked({
				payment: { kind: 'fixed', amount: cents(6_000) },
				required: { ...NO_MINIMUM, floor: cents(5_000) },
				skips: [2],
				extras: [
					{ from: 3, amount: cents(4_000) },
					{ from: 9, amount: cents(90_000) }
				],
				paymentChanges: [
					{ from: 4, rule: { kind: 'fixed', amount: cents(4_000) } },
					{ from: 5, rule: { kind: 'fixed', amount: cents(5_500) } }
				],
				late: { fee: cents(2_500), penalty: percent(299_900), after: 1, notice: 1, cure: 2 }
			})
		).toEqual({
			2: ['missed', 'grown'],
			3: ['late fee', 'extra'],
			4: ['new payment', 'short'],
			5: ['new payment', 'late fee'],
			6: ['penalty'],
			8: ['cured'],
			9: ['extra', 'last']
		});
	});

	it('begin with what was missed before, and late fees are told from other charges', () => {
		const standing = { missed: [], feeDue: cents(3_000), penaltyFrom: -2, onTime: 1 };
		const { terms } = simpleDebt('late', 100_000, 120_000, {
			payment,
			required: { ...NO_MINIMUM, floor: cents(5_000) },
			skips: [2],
			charges: [{ from: 3, amount: cents(700), fee: true }],
			late: { fee: cents(2_500), penalty: percent(299_900), cure: 6, standing }
		});
		expect(marked(terms)[1]).toEqual(['late fee', 'penalty']);
		expect(lateFeesOf(terms, run(terms))).toEqual([
			{ k: 1, amount: 3_000 },
			{ k: 3, amount: 2_500 }
		]);
		const { late: _, ...never } = terms;
		expect(lateFeesOf(never, run(never))).toEqual([]);
	});

	it('leave out an extra payment that comes with every other', () => {
		const extras = [{ from: 1, every: 1, amount: cents(1_000) }];
		expect(marked({ payment, extras })).toEqual({ 4: ['last'] });
	});

	it('name periods before the first payment, and a balloon in the last', () => {
		const balloon = cents(60_000);
		const found = marked({
			asOf: '2026-11-01' as CalendarDate,
			payment: { kind: 'level', periods: 6, balloon }
		});
		expect(found).toEqual({ 0: ['not due'], 6: ['balloon', 'last'] });
	});
});
