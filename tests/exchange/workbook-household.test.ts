/** A household's money in a workbook, recalculated from scratch by an engine that is not ours. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { planOf } from '../../src/lib/core/plan/walk';
import type { PlannedDebt, PlanTerms } from '../../src/lib/core/plan/terms';
import { cents } from '../../src/lib/core/quantities/money';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { household, moneyPlans, monthly, simpleDebt } from '../support/households';
import { EQUAL, programs, sumsOf, written } from '../support/plan-workbook';
import { runs } from '../support/random';
import { recalculated, recalculatedAll } from '../support/recalculated';

const day = (text: string) => text as CalendarDate;

it('comes to what the program comes to, by the calendar, with savings, and where short months are paid in an order', async () => {
	const drawn = fc
		.sample(fc.tuple(household(monthly, 3), moneyPlans), runs(60))
		.filter(([debts, terms]) => {
			const { months, ending } = planOf(debts, terms);
			return months <= 150 && ending.status !== 'refused';
		});
	const books = await recalculatedAll(
		await Promise.all(drawn.map(async ([debts, terms]) => ({ bytes: await written(debts, terms) })))
	);
	expect(books.length).toBeGreaterThan(2);
	for (const [at, [debts, terms]] of drawn.entries()) {
		const book = books[at];
		expect(book && sumsOf(book)).toEqual({ ...programs(debts, terms), verdict: EQUAL });
	}
});

it('goes on computing with another wage, or more that is put aside', async () => {
	const debts: PlannedDebt[] = [
		simpleDebt('a', 300_000, 199_900, { payment: { kind: 'fixed', amount: cents(22_000) } }),
		simpleDebt('b', 150_000, 99_900, { payment: { kind: 'fixed', amount: cents(15_000) } })
	];
	const plan = (wage: number, monthlySavings: number): PlanTerms => ({
		budget: {
			kind: 'sheet',
			income: [{ amount: cents(wage), perYear: 52, from: day('2027-01-08'), until: null }],
			needs: [{ amount: cents(120_000), perYear: 12, from: day('2027-01-01'), until: null }]
		},
		savings: { opening: cents(10_000), monthly: cents(monthlySavings), target: null, covers: true },
		shortOrder: ['b'],
		oneOffs: [],
		budgetChanges: [],
		order: 'rate',
		listed: []
	});
	const bytes = await written(debts, plan(40_000, 5_000));
	const book = await recalculated(bytes, { Household: { B4: 420, H5: 80 } });
	const { verdict, ...sums } = sumsOf(book);
	expect(verdict).not.toBe(EQUAL);
	expect(sums).toEqual(programs(debts, plan(42_000, 8_000)));
});
