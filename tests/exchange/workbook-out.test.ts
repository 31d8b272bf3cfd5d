/** Workbooks recalculated from scratch by an engine that is not ours. */
import ExcelJS from 'exceljs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ONLY_REQUIRED, planOf } from '../../src/lib/core/plan/walk';
import type { PlannedDebt, PlanTerms } from '../../src/lib/core/plan/terms';
import { monthsBetween, type CalendarDate } from '../../src/lib/core/quantities/calendar';
import type { DebtTerms } from '../../src/lib/core/debt/terms';
import { cents, type Cents } from '../../src/lib/core/quantities/money';
import { percent } from '../../src/lib/core/quantities/rate';
import { carriedPlan } from '../../src/lib/document/carried-plans';
import { isLive, scheduleWorkbook } from '../../src/lib/exchange/workbooks-out';
import { carryOut } from '../../src/lib/core/debt/ways';
import { statedDebt } from '../../src/lib/document/debt';
import {
	changingTerms,
	constant,
	household,
	monthly,
	plans,
	simpleDebt
} from '../support/households';
import { demoPlans } from '../support/demo-cases';
import { runs } from '../support/random';
import { asOf, BEYOND, EQUAL, programs, sumsOf, written } from '../support/plan-workbook';
import { recalculated, recalculatedAll, type Recalculated } from '../support/recalculated';

/** The balance and the rate of the first debt on the sheet of terms, and the money. */
const MONEY = 'E5';
const FIRST = { balance: 'E10', rate: 'F10' };

const nominal = (terms: DebtTerms): DebtTerms => ({
	...terms,
	rate: { basis: 'nominal', annual: terms.rate.annual }
});

interface Drawn {
	readonly debts: readonly PlannedDebt[];
	readonly order: PlanTerms['order'];
	readonly money: number;
	readonly rate: number;
	readonly added: number;
	readonly balance: number;
}

/** A plan, numbers changed in its workbook, and what the program comes to with them; null where formulas can't follow it. */
function changedPlan({ debts, order, money, rate, added, balance }: Drawn) {
	const terms = constant(money, { order });
	const before = planOf(debts, terms);
	const [first, ...others] = debts as [PlannedDebt, ...PlannedDebt[]];
	const isAllLive = debts.every(({ terms: { firstDue, ...of } }) =>
		isLive({ firstDue, ...of }, monthsBetween(before.firstMonth, firstDue) + 1)
	);
	if (
		first.terms.opening === 0 ||
		before.shortMonths.length > 0 ||
		before.months > 150 ||
		!isAllLive
	)
		return null;
	const changed = [
		{
			...first,
			terms: {
				...first.terms,
				opening: balance as Cents,
				rate: { ...first.terms.rate, annual: percent(rate) }
			}
		},
		...others
	];
	const now = constant(money + added, { order });
	const after = planOf(changed, now);
	// A short month is shared to a cent.
	if (after.shortMonths.length > 0) return null;
	// The months of a workbook go on for half as long again, where the plan comes to an end.
	const isCleared = before.ending.status === 'cleared';
	const more = isCleared ? Math.max(24, Math.ceil(before.months / 2)) : 0;
	return {
		debts,
		terms,
		changes: {
			[FIRST.rate]: rate / 1_000_000,
			[FIRST.balance]: balance / 100,
			[MONEY]: (money + added) / 100
		},
		isCovered: after.ending.status === 'cleared' && after.months <= before.months + more,
		expected: programs(changed, now)
	};
}

/** What one of several recalculated workbooks comes to. */
function sumsAt(books: readonly Recalculated[], at: number, digits = 2) {
	const book = books[at];
	if (!book) throw new Error(`no workbook ${at}`);
	return sumsOf(book, digits);
}

describe('a plan’s workbook', () => {
	it('equals it for any debts under any money, also where some of it can only be figures', async () => {
		const drawn = fc
			.sample(fc.tuple(household(changingTerms, 3), plans), runs(60))
			.filter(([debts, terms]) => planOf(debts, terms).months <= 150);
		const books = await recalculatedAll(
			await Promise.all(
				drawn.map(async ([debts, terms]) => ({ bytes: await written(debts, terms) }))
			)
		);
		expect(books.length).toBeGreaterThan(0);
		for (const [at, [debts, terms]] of drawn.entries())
			expect(sumsAt(books, at)).toEqual({ ...programs(debts, terms), verdict: EQUAL });
	});

	it('has in its money what a debt that is figures passes on of its own extras', async () => {
		const byTheDay = simpleDebt('figures', 150_000, 120_000, {
			payment: { kind: 'fixed', amount: cents(40_000) },
			rate: { basis: 'daily', annual: percent(120_000), dayYear: 'actual' },
			extras: [{ from: 3, every: 12, amount: cents(30_000) }]
		});
		const debts = [byTheDay, simpleDebt('formulas', 200_000, 60_000)];
		const terms = constant(60_000);
		expect(
			planOf(debts, terms).kept.some(({ shares }) => shares.some((one) => one.rolledOver > 0))
		).toBe(true);
		const sums = sumsOf(await recalculated(await written(debts, terms)));
		expect(sums).toEqual({ ...programs(debts, terms), verdict: EQUAL });
	});

	it('computes a level payment on the balance of its first period, with the interest before it', async () => {
		const loan = simpleDebt('loan', 600_000, 210_000, {
			payment: { kind: 'level', periods: 60 },
			asOf: '2026-11-01' as CalendarDate,
			firstDue: '2027-01-15' as CalendarDate
		});
		const card = simpleDebt('card', 90_000, 150_000, { firstDue: '2026-12-20' as CalendarDate });
		const terms = constant(60_000);
		const bytes = await written([loan, card], terms);
		const more = { ...loan, terms: { ...loan.terms, opening: cents(750_000) } };
		const books = await recalculatedAll([
			{ bytes },
			{ bytes, changes: { Terms: { [FIRST.balance]: 7_500 } } }
		]);
		expect(sumsAt(books, 0)).toEqual({ ...programs([loan, card], terms), verdict: EQUAL });
		expect(sumsAt(books, 1)).toMatchObject(programs([more, card], terms));
	});

	it('goes on computing: another rate, balance or amount of money comes to what the program comes to', async () => {
		const drawn = fc.record({
			debts: household(monthly.map(nominal), 3),
			order: fc.constantFrom('rate' as const, 'balance' as const, 'listed' as const),
			money: fc.integer({ min: 60_000, max: 200_000 }),
			rate: fc.integer({ min: 0, max: 299_900 }),
			added: fc.integer({ min: 0, max: 60_000 }),
			balance: fc.integer({ min: 1_000, max: 900_000 })
		});
		const changed = fc.sample(drawn, runs(120)).flatMap((one) => changedPlan(one) ?? []);
		expect(changed.length).toBeGreaterThan(0);
		const books = await recalculatedAll(
			await Promise.all(
				changed.map(async ({ debts, terms, changes }) => ({
					bytes: await written(debts, terms),
					changes: { Terms: changes }
				}))
			)
		);
		for (const [at, { isCovered, expected }] of changed.entries()) {
			if (isCovered) expect(sumsAt(books, at)).toMatchObject(expected);
			else expect(sumsAt(books, at).verdict).toBe(BEYOND);
		}
	});

	it('computes on in months that were short, once there is enough', async () => {
		const debts = [
			simpleDebt('a', 120_000, 180_000, { payment: { kind: 'fixed', amount: cents(8_000) } }),
			simpleDebt('b', 60_000, 120_000)
		];
		const poor = constant(10_000);
		expect(planOf(debts, poor).shortMonths.length).toBeGreaterThan(3);
		const bytes = await written(debts, poor);
		const books = await recalculatedAll([
			{ bytes },
			{ bytes, changes: { Terms: { [MONEY]: 150 } } }
		]);
		expect(sumsAt(books, 0)).toMatchObject({ ...programs(debts, poor), verdict: EQUAL });
		expect(sumsAt(books, 1)).toMatchObject(programs(debts, constant(15_000)));
	});

	it('is set up for paper: landscape, one page wide, its headings repeated', async () => {
		const [one] = demoPlans;
		if (!one) throw new Error('a plan');
		const { debts, terms } = carriedPlan(one.document, one.entry);
		const workbook = new ExcelJS.Workbook();
		await workbook.xlsx.load((await written(debts, terms)).buffer as ArrayBuffer);
		for (const { pageSetup } of workbook.worksheets) {
			expect(pageSetup).toMatchObject({ orientation: 'landscape', fitToWidth: 1, fitToHeight: 0 });
			expect(pageSetup.printTitlesRow).toMatch(/^\d+:\d+$/);
		}
	});

	it('says so when something was changed, and when the months do not reach', async () => {
		const [one] = demoPlans;
		if (!one) throw new Error('a plan');
		const { debts, terms } = carriedPlan(one.document, one.entry);
		const bytes = await written(debts, terms);
		const books = await recalculatedAll(
			[900, 500].map((money) => ({ bytes, changes: { Terms: { [MONEY]: money } } }))
		);
		expect(sumsAt(books, 0).verdict).toBe(
			'Differs from the exported figures: something was changed here.'
		);
		expect(sumsAt(books, 1).verdict).toBe(BEYOND);
	});

	it('of a plan that never ends says so of its months, and of any others', async () => {
		const debts = [simpleDebt('a', 5_000_00, 360_000)];
		const terms = constant(100_00);
		const bytes = await written(debts, terms);
		const books = await recalculatedAll([
			{ bytes },
			...[120, 3_000].map((money) => ({ bytes, changes: { Terms: { [MONEY]: money } } }))
		]);
		const labels = books.map((book) =>
			book.at('Terms', `B${book.rowOf('Terms', 'Total interest') + 2}`)
		);
		expect(sumsAt(books, 0)).toEqual({ ...programs(debts, terms), verdict: EQUAL });
		expect(labels[0]).toBe('Months in this workbook, not paid off in them');
		expect(sumsAt(books, 1).verdict).toBe(BEYOND);
		expect(labels[2]).toBe('Months to payoff');
		expect(sumsAt(books, 2)).toMatchObject(programs(debts, constant(3_000_00)));
	});

	it('is of one debt too, and of a currency without decimals', async () => {
		const drawn = fc
			.sample(monthly, runs(20))
			.filter(
				(terms) => isLive(terms, 1) && planOf([{ id: 'a', terms }], ONLY_REQUIRED).months <= 240
			)
			.map((terms) => [{ id: 'a', terms }]);
		const books = await recalculatedAll(
			await Promise.all(
				drawn.map(async (debts) => ({ bytes: await written(debts, ONLY_REQUIRED, 0) }))
			)
		);
		expect(books.length).toBeGreaterThan(0);
		for (const [at, debts] of drawn.entries())
			expect(sumsAt(books, at, 0)).toEqual({ ...programs(debts, ONLY_REQUIRED), verdict: EQUAL });
	});
});

describe('the workbook of a debt that formulas can’t say', () => {
	it('has every payment of its schedule, and their sums', async () => {
		const [card] = demoPlans[0]?.document.debts ?? [];
		if (!card) throw new Error('a debt');
		const weekly = {
			...card,
			lending: { ...card.lending, paymentsPerYear: 52 as const, timing: 'advance' as const }
		};
		const stated = statedDebt(weekly, asOf);
		if (!stated) throw new Error('a stated debt');
		const { run } = carryOut(stated, { kind: 'paid' });
		const book = await recalculated(
			await scheduleWorkbook('A debt', run, { code: 'USD', digits: 2 })
		);
		const row = book.rowOf('Schedule', 'Total');
		expect(row).toBe(6 + run.periods);
		expect(book.at('Schedule', `E${row}`)).toBe(run.totalInterest / 100);
		expect(book.at('Schedule', `F${row}`)).toBe(run.totalPaid / 100);
		expect(book.at('Schedule', `I${row - 1}`)).toBe(0);
	});
});
