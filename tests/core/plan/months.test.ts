import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	addMonths,
	dueDate,
	dueDatesUntil,
	FREQUENCIES,
	monthsBetween,
	type CalendarDate
} from '../../../src/lib/core/quantities/calendar';
import { interestBeforeFirst } from '../../../src/lib/core/debt/before-first';
import { cents } from '../../../src/lib/core/quantities/money';
import { run } from '../../../src/lib/core/debt/run';
import { planOf, planTotals } from '../../../src/lib/core/plan/walk';
import {
	requiredAtBegin,
	cureOf,
	stating,
	usualBegin,
	usualMoney
} from '../../../src/lib/core/plan/answers';
import { firstMonthOf } from '../../../src/lib/core/plan/month';
import { lineOf } from '../../../src/lib/core/plan/line';
import {
	constant,
	household,
	monthly,
	plans,
	required,
	simpleDebt,
	termsDrawn,
	total
} from '../../support/households';
import { ofWhich, runs } from '../../support/random';

const day = (text: string) => text as CalendarDate;
const due = (id: string, firstDue: string, fields = {}) =>
	simpleDebt(id, 60_000, 120_000, { firstDue: day(firstDue), ...fields });

describe('the months of a plan', () => {
	it('are calendar months: a debt is paid in those in which it falls due', () => {
		const anyFrequency = termsDrawn(fc.constantFrom(...FREQUENCIES));
		fc.assert(
			fc.property(household(anyFrequency), plans, (debts, terms) => {
				const { kept, firstMonth } = planOf(debts, terms);
				for (const { month, shares } of kept) {
					const start = addMonths(firstMonth, month - 1);
					const before = addMonths(start, 1);
					for (const { index, paid, interest } of shares) {
						const { terms } = debts[index] ?? debts[0] ?? { terms: null };
						if (!terms) continue;
						const { firstDue, paymentsPerYear } = terms;
						const until = (end: CalendarDate) =>
							dueDatesUntil(firstDue, addMonths(end, 0), paymentsPerYear);
						// Due dates before a first of a month are those up to the last day before it.
						const last = day(new Date(Date.parse(before) - 86_400_000).toISOString().slice(0, 10));
						const prior = day(new Date(Date.parse(start) - 86_400_000).toISOString().slice(0, 10));
						if (until(last) > until(prior)) continue;
						const early = interestBeforeFirst(terms).filter((_, at, all) => {
							const date = dueDate(firstDue, at + 1 - all.length, paymentsPerYear);
							return date <= last && (month === 1 || date >= start);
						});
						expect([paid, interest]).toEqual([0, total(early)]);
					}
				}
			}),
			{ numRuns: runs(60) }
		);
	});

	it('say of every debt that is gone the month of its payoff date', () => {
		fc.assert(
			fc.property(household(termsDrawn(fc.constantFrom(...FREQUENCIES))), plans, (debts, terms) => {
				const { debts: totals, firstMonth, months, ending } = planTotals(debts, terms);
				for (const { payoffMonth, payoffDate } of totals) {
					if (payoffMonth === null || payoffDate === null) continue;
					expect(monthsBetween(firstMonth, payoffDate) + 1).toBe(payoffMonth);
				}
				if (ending.status !== 'cleared') return;
				expect(monthsBetween(firstMonth, ending.payoffDate) + 1).toBe(months);
			})
		);
	});

	it('begin with the earliest first due date of what is owed', () => {
		const closed = due('closed', '2026-03-10');
		const debts = [
			{ ...closed, terms: { ...closed.terms, opening: cents(0) } },
			due('a', '2027-02-28'),
			due('b', '2026-12-31')
		];
		expect(firstMonthOf(debts)).toBe('2026-12-01');
		expect(firstMonthOf([])).toBe('1970-01-01');
	});

	it('count due dates as they would be walked through', () => {
		const days = fc
			.date({ min: new Date('1999-01-01'), max: new Date('2060-01-01'), noInvalidDate: true })
			.map((date) => day(date.toISOString().slice(0, 10)));
		fc.assert(
			fc.property(days, days, fc.constantFrom(...FREQUENCIES), (first, until, perYear) => {
				const k = dueDatesUntil(first, until, perYear);
				if (k > 0) expect(dueDate(first, k, perYear) <= until).toBe(true);
				expect(dueDate(first, k + 1, perYear) > until).toBe(true);
			})
		);
	});
});

describe('the month in which a plan’s money begins', () => {
	it('pays what is asked before, whatever the budget', () => {
		fc.assert(
			fc.property(household(termsDrawn(fc.constantFrom(12, 52, 4))), plans, (debts, terms) => {
				const begins = 4;
				const { kept } = planOf(debts, { ...terms, begins });
				for (const { budget, required, rolledOver } of kept.slice(0, begins - 1)) {
					const onTop = budget - rolledOver - required;
					expect([0, 50_000]).toContain(onTop);
				}
			}),
			{ numRuns: runs(60) }
		);
	});

	it('is usually that of the latest first due date, those far away aside', () => {
		const debts = [due('a', '2026-12-20'), due('b', '2027-01-05'), due('c', '2027-07-10')];
		expect(usualBegin(debts, day('2026-12-15'))).toBe(2);
		expect(usualBegin(debts, day('2026-11-30'))).toBe(1);
		expect(usualBegin(debts, day('2027-06-30'))).toBe(8);
		expect(usualBegin([], day('2026-12-15'))).toBe(1);
	});

	it('asks what all that are due by then ask', () => {
		const debts = [due('a', '2026-12-20'), due('b', '2027-01-05'), due('c', '2027-07-10')];
		expect([1, 2, 8].map((month) => requiredAtBegin(debts, month))).toEqual([
			5_000, 10_000, 15_000
		]);
	});

	it('starts from the most that any month asks, so that none is short', () => {
		let later = 0;
		fc.assert(
			fc.property(
				household(termsDrawn(fc.constantFrom(...FREQUENCIES))),
				fc.constantFrom(1, 1, 3),
				(debts, begins) => {
					// What a missed payment, a charge, another rate or longer months add to a term is left to its last payment.
					const paid = debts.map(({ id, terms }) => {
						const rate = { basis: 'nominal', annual: terms.rate.annual } as const;
						const even = { rate, rateChanges: [], charges: [] };
						const fields = terms.payment.kind === 'level' ? even : {};
						return { id, terms: { ...terms, ...fields, skips: [] } };
					});
					const asked = planOf(paid, { ...required, begins });
					if (asked.ending.status !== 'cleared') return;
					const money = usualMoney(paid, begins);
					const { shortMonths, firstMonth } = planTotals(paid, constant(money, { begins }));
					const ends = paid.map(({ terms: { payment, firstDue, paymentsPerYear: often } }) =>
						payment.kind === 'level'
							? monthsBetween(firstMonth, dueDate(firstDue, payment.periods, often)) + 1
							: null
					);
					const isAtEnd = (month: number) => ends.some((end) => end !== null && month >= end);
					expect(shortMonths.filter(({ month }) => !isAtEnd(month))).toEqual([]);
					if (money > requiredAtBegin(paid, begins)) later += 1;
				}
			),
			{ numRuns: runs(100) }
		);
		expect(later).toBeGreaterThan(ofWhich(10));
	});

	it('leaves a balloon, and what a missed payment adds to the last one, out of that', () => {
		const level = { kind: 'level', periods: 12 } as const;
		const even = due('loan', '2027-01-15', { payment: level });
		const ends = due('loan', '2027-01-15', { payment: { ...level, balloon: cents(50_000) } });
		const missed = due('loan', '2027-01-15', { payment: level, skips: [3] });
		const payment = run(even.terms).firstPayment;
		expect(usualMoney([even])).toBeGreaterThanOrEqual(payment);
		expect(usualMoney([even])).toBeLessThanOrEqual(payment + 100);
		expect(usualMoney([ends])).toBe(run(ends.terms).firstPayment);
		expect(usualMoney([missed])).toBe(payment);
	});
});

describe('money that comes with a debt', () => {
	const refund = { from: 3, amount: cents(40_000) };

	it('makes no month short, and comes beside the month’s money', () => {
		const debts = [due('a', '2027-01-15', { extras: [refund] }), due('b', '2027-01-15')];
		const plan = planOf(debts, constant(10_000));
		expect(plan.shortMonths).toEqual([]);
		expect(plan.kept[2]).toMatchObject({ budget: 10_000, ownExtra: 40_000, paid: 50_000 });
	});

	it('goes on to the others where its debt can’t take it, and is gone with a debt that is', () => {
		const small = simpleDebt('a', 20_000, 0, { extras: [refund] });
		const debts = [small, simpleDebt('b', 60_000, 0)];
		const plan = planOf(debts, required);
		// After two payments 100.00 are left: 50.00 are asked, 50.00 taken, 350.00 go on.
		expect(plan.kept[2]).toMatchObject({ ownExtra: 5_000, rolledOver: 35_000, budget: 45_000 });
		expect(plan.kept[2]?.shares.map(({ paid }) => paid)).toEqual([10_000, 40_000]);
		const before = planOf(debts, constant(25_000, { order: 'balance' }));
		expect(before.debts[0]?.payoffMonth).toBe(1);
		expect(before.kept.every(({ ownExtra, rolledOver }) => ownExtra + rolledOver === 0)).toBe(true);
	});
});

describe('what would cure short months', () => {
	it('is the least amount for the months in which they lie: one cent less leaves one short', () => {
		const debts = [due('a', '2027-01-15'), due('b', '2027-01-15')];
		const plan = constant(12_000, {
			budgetChanges: [
				{ from: 4, amount: cents(7_000) },
				{ from: 8, amount: cents(6_000) }
			]
		});
		const cure = cureOf(debts, plan, planTotals(debts, plan));
		expect(cure).toEqual({ from: 4, until: 8, amount: 10_000 });
		const shorts = (amount: number) =>
			planTotals(debts, stating(plan, 4, cents(amount))).shortMonths.map(({ month }) => month);
		expect(shorts(10_000).every((month) => month >= 8)).toBe(true);
		expect(shorts(9_999)).toContain(4);
		expect(cureOf(debts, constant(10_000), planTotals(debts, constant(10_000)))).toBeNull();
	});

	it('holds for any debts and any money that changes', () => {
		fc.assert(
			fc.property(household(termsDrawn(fc.constantFrom(12, 52))), plans, (debts, terms) => {
				fc.pre(terms.budget.kind === 'constant');
				const totals = planTotals(debts, terms);
				const cure = cureOf(debts, terms, totals);
				fc.pre(cure !== null);
				if (!cure) return;
				const { from, until, amount } = cure;
				const short = (cash: number) =>
					planTotals(debts, stating(terms, from, cents(cash))).shortMonths.some(
						({ month }) => month >= from && (until === null || month < until)
					);
				expect(short(amount)).toBe(false);
				if (amount > 0) expect(short(amount - 1)).toBe(true);
			}),
			{ numRuns: runs(60) }
		);
	});
});

describe('the line of a plan', () => {
	it('is the order in which the money beyond the minimums goes', () => {
		fc.assert(
			fc.property(household(monthly), plans, (debts, terms) => {
				const plan = planOf(debts, terms);
				const line = lineOf(plan, terms);
				expect([...line].sort((a, b) => a - b)).toEqual(debts.map((_, index) => index));
				if (terms.order === 'spread') return;
				// Who has a place in line in that month stands in it as the list has them.
				const ranked = (plan.kept[plan.begins - 1]?.shares ?? [])
					.flatMap(({ index, rank }) => (rank === null ? [] : [{ index, rank }]))
					.sort((a, b) => a.rank - b.rank)
					.map(({ index }) => index);
				expect(line.filter((index) => ranked.includes(index))).toEqual(ranked);
			}),
			{ numRuns: runs(60) }
		);
	});

	it('moves one debt alone when one is moved', () => {
		const debts = [due('a', '2027-01-15'), due('b', '2027-01-15'), due('c', '2027-01-15')];
		const ids = (listed: string[]) => {
			const terms = constant(20_000, { order: 'listed', listed });
			return lineOf(planOf(debts, terms), terms).map((index) => debts[index]?.id);
		};
		expect(ids(['c', 'a', 'b'])).toEqual(['c', 'a', 'b']);
		expect(ids(['c', 'b', 'a'])).toEqual(['c', 'b', 'a']);
	});
});
