import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { interestBeforeFirst } from '../../../src/lib/core/debt/before-first';
import { inForceAfter } from '../../../src/lib/core/debt/going-on';
import { rowAt, run } from '../../../src/lib/core/debt/run';
import { extraFor, paymentBetween } from '../../../src/lib/core/debt/solve';
import type { DebtTerms } from '../../../src/lib/core/debt/terms';
import { dueDate, FREQUENCIES, type CalendarDate } from '../../../src/lib/core/quantities/calendar';
import { cents } from '../../../src/lib/core/quantities/money';
import { percent } from '../../../src/lib/core/quantities/rate';
import { type RateTerms } from '../../../src/lib/core/debt/interest/all-ways';
import { workingOf } from '../../../src/lib/core/working/debt-working';
import { simpleDebt, termsDrawn, total } from '../../support/households';

const day = (text: string) => text as CalendarDate;
const byDay: RateTerms = { basis: 'daily', annual: percent(219_900), dayYear: 365 };
const offered = (fields: Partial<DebtTerms> = {}) =>
	simpleDebt('card', 418_200, 0, {
		payment: { kind: 'fixed', amount: cents(9_000) },
		rateChanges: [{ date: day('2027-06-01'), annual: percent(269_900) }],
		...fields
	}).terms;

describe('a rate known by its day', () => {
	it('never reaches back: no period that ends by that day differs', () => {
		fc.assert(
			fc.property(
				termsDrawn(fc.constantFrom(...FREQUENCIES)),
				fc.integer({ min: 0, max: 30 }),
				fc.integer({ min: 0, max: 299_900 }),
				(terms, after, annual) => {
					const date = dueDate(terms.firstDue, after, terms.paymentsPerYear);
					const without = run({ ...terms, rateChanges: [] });
					const raised = run({ ...terms, rateChanges: [{ date, annual: percent(annual) }] });
					for (let k = without.firstRow; k <= Math.min(after, without.periods); k += 1) {
						expect(rowAt(raised, k)?.interest).toBe(rowAt(without, k)?.interest);
					}
				}
			)
		);
	});

	it('holds from the first period that begins on that day or later', () => {
		const card = run(offered());
		expect([5, 6, 7].map((k) => rowAt(card, k)?.date)).toEqual([
			'2027-05-15',
			'2027-06-15',
			'2027-07-15'
		]);
		expect([5, 6].map((k) => rowAt(card, k)?.interest)).toEqual([0, 0]);
		expect(rowAt(card, 7)?.interest).toBeGreaterThan(0);
		const onDueDate = run(
			offered({ rateChanges: [{ date: day('2027-05-15'), annual: percent(269_900) }] })
		);
		expect(rowAt(onDueDate, 6)?.interest).toBeGreaterThan(0);
	});

	it('cuts a period by the day, and its working says which days bore which rate', () => {
		const terms = offered({ rate: byDay });
		const card = { terms, run: run(terms) };
		const formula = workingOf(card, card, { of: 'row', name: 'interest', k: 6 })?.formula;
		expect(formula).toMatchObject({
			kind: 'interest',
			waiting: null,
			convention: {
				pieces: [
					{ from: '2027-05-15', to: '2027-05-31', days: 17, annual: 219_900 },
					{ from: '2027-06-01', to: '2027-06-14', days: 14, annual: 269_900 }
				]
			}
		});
		const opening = rowAt(card.run, 6)?.opening ?? 0;
		const exact = (opening * (17 * 219_900 + 14 * 269_900)) / 365_000_000;
		expect(rowAt(card.run, 6)?.interest).toBe(Math.round(exact));
	});

	it('is said to wait where its day lies within a period that has begun', () => {
		const terms = offered();
		const card = { terms, run: run(terms) };
		const waits = (k: number) => {
			const formula = workingOf(card, card, { of: 'row', name: 'interest', k })?.formula;
			return formula?.kind === 'interest' ? formula.waiting : undefined;
		};
		expect([5, 6, 7].map(waits)).toEqual([null, { date: '2027-06-01', annual: 269_900 }, null]);
	});

	it('lies ahead of a debt that is gone on with within its period', () => {
		const rate = { id: 'r', date: day('2027-06-01'), annual: percent(269_900) };
		const stated = (terms: RateTerms) => ({
			known: { ...offered({ rate: terms }), rateChanges: [] },
			required: { kind: 'fixed' as const, amount: cents(9_000) },
			pays: { kind: 'required' as const },
			extra: cents(0),
			events: [{ ...rate, kind: 'rate' as const, reamortize: false, ofBalance: null }]
		});
		const on = day('2027-06-10');
		const monthly = inForceAfter(stated({ basis: 'nominal', annual: percent(0) }), on, on);
		expect([monthly.annual, monthly.events.map(({ date }) => date)]).toEqual([0, ['2027-06-15']]);
		const daily = inForceAfter(stated(byDay), on, on);
		expect([daily.annual, daily.events]).toEqual([269_900, []]);
		const earlier = inForceAfter(stated(byDay), on, day('2027-05-20'));
		expect([earlier.annual, earlier.events.map(({ date }) => date)]).toEqual([
			219_900,
			['2027-06-01']
		]);
	});
});

describe('whole periods before the first payment', () => {
	it('bear interest in rows of their own, and the totals count it', () => {
		const { terms } = simpleDebt('far', 100_000, 120_000, { asOf: day('2026-10-20') });
		expect(interestBeforeFirst(terms)).toEqual([1_000]);
		const far = run(terms);
		const [row, first] = [rowAt(far, 0), rowAt(far, 1)];
		expect(row).toMatchObject({ k: 0, date: '2026-12-15', interest: 1_000, paid: 0 });
		expect(first?.opening).toBe(101_000);
		expect(rowAt(far, -1)).toBeUndefined();
		expect(far.totalInterest).toBe(
			total(Array.from({ length: far.periods + 1 }, (_, k) => rowAt(far, k)?.interest ?? 0))
		);
	});

	it('are none for less than a period, by the day, and in advance', () => {
		const of = (fields: Partial<DebtTerms>) =>
			interestBeforeFirst(
				simpleDebt('a', 100_000, 120_000, { asOf: day('2026-09-15'), ...fields }).terms
			);
		expect(of({})).toHaveLength(3);
		expect(of({ asOf: day('2026-11-16') })).toEqual([]);
		expect(of({ rate: byDay })).toEqual([]);
		expect(of({ timing: 'advance' })).toEqual([]);
	});
});

describe('an unknown', () => {
	it('is the smallest extra also where rounding makes a larger one miss', () => {
		const missing: number[] = [];
		fc.assert(
			fc.property(
				termsDrawn(fc.constant(12)),
				fc.integer({ min: 3, max: 40 }),
				(terms, periods) => {
					const answer = extraFor(terms, periods);
					if (!answer) return;
					const clears = (amount: number) => {
						const extra = { from: 1, every: 1, amount: cents(amount) };
						const { ending, periods: took } = run({ ...terms, extras: [...terms.extras, extra] });
						return ending.status === 'cleared' && took <= periods;
					};
					for (let less = answer.extra - 1; less >= Math.max(0, answer.extra - 40); less -= 1) {
						if (clears(less)) missing.push(less);
					}
				}
			),
			{ numRuns: 25 }
		);
		expect(missing).toEqual([]);
	});

	it('rounds a payment between two balances half away from zero, also below it', () => {
		const free: RateTerms = { basis: 'nominal', annual: percent(0) };
		expect(paymentBetween(cents(100), cents(95), 2, free, 12)).toBe(3);
		expect(paymentBetween(cents(95), cents(100), 2, free, 12)).toBe(-3);
	});
});
