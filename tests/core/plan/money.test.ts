import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	addMonths,
	dueDatesUntil,
	endOfMonth,
	type CalendarDate
} from '../../../src/lib/core/quantities/calendar';
import { cents } from '../../../src/lib/core/quantities/money';
import {
	daysIn,
	sheetMonth,
	type BudgetSheet,
	type SheetItem
} from '../../../src/lib/core/plan/budget-sheet';
import { itemsIn, moneyMonths, rangeOf } from '../../../src/lib/core/plan/money-months';
import { hasBegun, onTopIn } from '../../../src/lib/core/plan/money';
import { byPriority } from '../../../src/lib/core/plan/priority';
import { planOf, planTotals } from '../../../src/lib/core/plan/walk';
import { moreThatEnds } from '../../../src/lib/core/plan/answers';
import { constant, household, moneyPlans, monthly, simpleDebt } from '../../support/households';
import { ofWhich, runs } from '../../support/random';

const day = (text: string) => text as CalendarDate;
const item = (
	amount: number,
	perYear: SheetItem['perYear'],
	from: string,
	until: string | null = null
) =>
	({
		amount: cents(amount),
		perYear,
		from: day(from),
		until: until === null ? null : day(until)
	}) as SheetItem;

describe('a household’s money by the calendar', () => {
	it('counts the days on which an item falls: four Fridays or five, and none after its end', () => {
		const wage = item(42_000, 52, '2027-01-01');
		expect(daysIn(wage, day('2027-01-01'))).toHaveLength(5);
		expect(daysIn(wage, day('2027-02-01'))).toHaveLength(4);
		expect(daysIn(wage, day('2026-12-01'))).toEqual([]);
		expect(daysIn(item(1, 12, '2027-01-31'), day('2027-02-01'))).toEqual(['2027-02-28']);
		expect(daysIn(item(1, 12, '2027-05-10', '2027-10-10'), day('2027-10-01'))).toHaveLength(1);
		expect(daysIn(item(1, 12, '2027-05-10', '2027-10-09'), day('2027-10-01'))).toEqual([]);
		expect(daysIn(item(1, 2, '2027-02-15'), day('2027-08-01'))).toEqual(['2027-08-15']);
	});

	it('leaves out no day and counts none twice', () => {
		const drawn = fc.record({
			perYear: fc.constantFrom<SheetItem['perYear']>(52, 26, 24, 12, 6, 4, 2, 1),
			from: fc.constantFrom('2026-11-30', '2027-01-31', '2027-02-28', '2027-03-07'),
			months: fc.integer({ min: 1, max: 40 })
		});
		fc.assert(
			fc.property(drawn, ({ perYear, from, months }) => {
				const one = item(1, perYear, from);
				const first = day('2026-11-01');
				const counted = Array.from(
					{ length: months },
					(_, at) => daysIn(one, addMonths(first, at)).length
				);
				const end = endOfMonth(addMonths(first, months - 1));
				expect(counted.reduce((sum, count) => sum + count, 0)).toBe(
					dueDatesUntil(day(from), end, perYear)
				);
			})
		);
	});

	it('adds up in each month: paid, put aside and unused are what comes in less what is needed, and what is taken', () => {
		let [bySheet, saved, deficits] = [0, 0, 0];
		fc.assert(
			fc.property(household(monthly), moneyPlans, (debts, terms) => {
				const plan = planOf(debts, terms);
				let before = terms.savings?.opening ?? 0;
				for (const month of plan.kept) {
					const { savings, forDebts, ownExtra, paid } = month;
					const { putAside = 0, toLiving = 0, toFees = 0, toDebts = 0 } = savings ?? {};
					const unused = forDebts + ownExtra - paid;
					expect(unused).toBeGreaterThanOrEqual(0);
					if (savings) {
						expect(savings.closing).toBe(before + putAside - toLiving - toFees - toDebts);
						expect(savings.closing).toBeGreaterThanOrEqual(0);
						const { target = null, monthly: most = null } = terms.savings ?? {};
						if (putAside > 0 && target !== null)
							expect(savings.closing).toBeLessThanOrEqual(target);
						if (most !== null) expect(putAside).toBeLessThanOrEqual(most);
						// Nothing is put aside while something that is required is not paid.
						if (month.shortfall > 0) expect(putAside).toBe(0);
						before = savings.closing;
						if (putAside > 0) saved += 1;
					}
					if (terms.budget.kind !== 'sheet' || !hasBegun(terms, month.month)) continue;
					bySheet += 1;
					if (month.deficit > 0) deficits += 1;
					const { income, needs } = sheetMonth(
						terms.budget,
						addMonths(plan.firstMonth, month.month - 1)
					);
					const left = income - needs + onTopIn(terms, month.month);
					expect(paid - ownExtra + putAside + unused).toBe(
						left + month.rolledOver + toLiving + toFees + toDebts + month.deficit
					);
				}
				expect(plan.saved).toBe(terms.savings ? before : null);
				expect({ ...planTotals(debts, terms), kept: plan.kept }).toEqual(plan);
			}),
			{ numRuns: runs(200) }
		);
		expect(Math.min(bySheet, saved, deficits)).toBeGreaterThan(ofWhich(40));
	});

	it('pays short months in their order: whole, until the money ends', () => {
		let short = 0;
		fc.assert(
			fc.property(household(monthly), moneyPlans, (debts, terms) => {
				const { shortOrder = ['debt 1'] } = terms;
				const placeOf = (index: number) => {
					const place = shortOrder.indexOf(debts[index]?.id ?? '');
					return place < 0 ? shortOrder.length + index : place;
				};
				for (const { shortfall, shares } of planOf(debts, { ...terms, shortOrder }).kept) {
					if (shortfall === 0) continue;
					short += 1;
					const inOrder = [...shares].sort((a, b) => placeOf(a.index) - placeOf(b.index));
					const given = inOrder.map(({ paid, ownExtra, required }) => [paid - ownExtra, required]);
					const ends = given.findIndex(([paid = 0, required = 0]) => paid < required);
					given
						.slice(ends + 1)
						.forEach(([paid, required]) => required !== 0 && expect(paid).toBe(0));
				}
			}),
			{ numRuns: runs(100) }
		);
		expect(short).toBeGreaterThan(ofWhich(60));
	});

	it('is a fixed amount where the same comes in each month and nothing is needed', () => {
		fc.assert(
			fc.property(household(monthly), fc.integer({ min: 1_000, max: 150_000 }), (debts, amount) => {
				const fixed = constant(amount);
				const income = [item(amount + 7_000, 12, '2026-01-01')];
				const needs = [item(7_000, 12, '2026-01-15')];
				const sheet = { ...fixed, budget: { kind: 'sheet' as const, income, needs } };
				expect(planTotals(debts, sheet)).toEqual(planTotals(debts, fixed));
				const nothing = { opening: cents(0), monthly: cents(0), target: null, covers: true };
				const { saved, ...saving } = planTotals(debts, { ...fixed, savings: nothing });
				expect(saved).toBe(0);
				expect({ ...saving, saved: null }).toEqual(planTotals(debts, fixed));
			}),
			{ numRuns: runs(60) }
		);
	});

	it('costs no more where more comes in in a month, the highest rate first', () => {
		const fixed = fc
			.array(
				fc.tuple(fc.integer({ min: 5_000, max: 300_000 }), fc.integer({ min: 0, max: 299_900 })),
				{
					minLength: 1,
					maxLength: 4
				}
			)
			.map((all) => all.map(([opening, annual], at) => simpleDebt(`debt ${at}`, opening, annual)));
		fc.assert(
			fc.property(
				fixed,
				fc.integer({ min: 25_000, max: 60_000 }),
				fc.integer({ min: 0, max: 11 }),
				fc.integer({ min: 0, max: 50_000 }),
				(debts, amount, at, more) => {
					const income = [item(amount, 12, '2027-01-05')];
					const first = planTotals(debts, constant(amount)).firstMonth;
					const bonus = { ...item(more, 1, addMonths(first, at)), until: addMonths(first, at) };
					const under = (budget: BudgetSheet) =>
						planTotals(debts, { ...constant(0), budget: { kind: 'sheet', ...budget } });
					const [before, after] = [
						under({ income, needs: [] }),
						under({ income: [...income, bonus], needs: [] })
					];
					if (before.ending.status !== 'cleared') return;
					expect(after.ending.status).toBe('cleared');
					expect(after.totalCost).toBeLessThanOrEqual(
						before.totalCost + debts.length * before.months
					);
				}
			),
			{ numRuns: runs(100) }
		);
	});

	it('finds the smallest amount more a month that ends in time', () => {
		const debts = [simpleDebt('a', 120_000, 199_900)];
		const income = [item(6_000, 12, '2027-01-05')];
		const plan = { ...constant(0), budget: { kind: 'sheet' as const, income, needs: [] } };
		const more = moreThatEnds(debts, plan, 12);
		expect(more).toBeGreaterThan(0);
		const withMore = (amount: number) =>
			planTotals(debts, {
				...plan,
				budget: { ...plan.budget, income: [item(6_000 + amount, 12, '2027-01-05')] }
			}).months;
		expect(withMore(more ?? 0)).toBeLessThanOrEqual(12);
		expect(withMore((more ?? 0) - 1)).toBeGreaterThan(12);
	});
});

describe('the months of a household', () => {
	const sheet: BudgetSheet = {
		income: [item(42_000, 52, '2027-01-08'), item(89_000, 12, '2027-01-31')],
		needs: [
			item(78_000, 12, '2027-01-01'),
			item(90_000, 12, '2027-01-01'),
			item(52_000, 2, '2027-02-15')
		]
	};
	const debts = [
		simpleDebt('a', 500_000, 199_900, { payment: { kind: 'fixed', amount: cents(62_244) } })
	];

	it('say what is left, put aside and taken in each, and what is missing', () => {
		const savings = {
			opening: cents(0),
			monthly: cents(10_000),
			target: cents(90_000),
			covers: true
		};
		const plan = planOf(debts, { ...constant(0), budget: { kind: 'sheet', ...sheet }, savings });
		const months = moneyMonths(sheet, plan, true, 12);
		expect(months.slice(0, 2)).toMatchObject([
			{ left: 89_000, putAside: 10_000, taken: 0, forDebts: 79_000, required: 62_244, missing: 0 },
			{ left: 37_000, putAside: 0, taken: 10_000, forDebts: 37_000, missing: 15_244 }
		]);
		expect(rangeOf(months)).toMatchObject({ least: 37_000 });
		const [wage] = itemsIn(sheet.income, day('2027-01-01'));
		expect(wage).toMatchObject({ place: 0, sum: 168_000 });
		expect(wage?.days).toEqual(['2027-01-08', '2027-01-15', '2027-01-22', '2027-01-29']);
		const other = moneyMonths(sheet, planOf(debts, constant(70_000)), false, 3);
		expect(other.map(({ putAside, missing }) => [putAside, missing])).toEqual([
			[0, 0],
			[0, 0],
			[0, 0]
		]);
	});
});

describe('whom short months pay first', () => {
	it('is what was put in order, then secured debts, rent, utilities and taxes, then the others as listed', () => {
		const debts = [
			{ id: 'card', kind: 'card' as const },
			{ id: 'tax', kind: 'tax' as const },
			{ id: 'van', kind: 'secured' as const },
			{ id: 'loan', kind: 'loan' as const },
			{ id: 'rent', kind: 'rent' as const }
		];
		expect(byPriority(debts, [])).toEqual(['van', 'rent', 'tax', 'card', 'loan']);
		expect(byPriority(debts, ['loan', 'rent'])).toEqual(['loan', 'rent', 'van', 'tax', 'card']);
	});
});
