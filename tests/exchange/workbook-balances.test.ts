/** Cards of several balances in a workbook, recalculated from scratch by an engine that is not ours. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LAWFUL } from '../../src/lib/core/debt/account/policy';
import type { DebtTerms } from '../../src/lib/core/debt/terms';
import { ONLY_REQUIRED, planOf } from '../../src/lib/core/plan/walk';
import type { PlannedDebt, PlanTerms } from '../../src/lib/core/plan/terms';
import { cents, type Cents } from '../../src/lib/core/quantities/money';
import { percent } from '../../src/lib/core/quantities/rate';
import { isLive } from '../../src/lib/exchange/workbooks-out';
import { cardTerms, constant, household, monthly } from '../support/households';
import { EQUAL, programs, sumsOf, written } from '../support/plan-workbook';
import { runs } from '../support/random';
import { recalculatedAll, type Recalculated } from '../support/recalculated';

/** Cards that formulas can say. */
const cards = cardTerms(fc.constant(12))
	.map(({ late: _, skips: __, ...terms }): DebtTerms => {
		const { minimum, excess } = terms.allocation ?? LAWFUL;
		const said = (order: typeof minimum) => (order === 'share' ? 'lowest' : order);
		return { ...terms, allocation: { minimum: said(minimum), excess: said(excess) } };
	})
	.filter((terms) => isLive(terms, 1));
/** The same, some of which pay at least an amount for some months. */
const atLeast = fc
	.tuple(cards, fc.option(fc.integer({ min: 1, max: 20 })))
	.map(([terms, until]): DebtTerms => {
		const amount = cents(12_500);
		return until === null ? terms : { ...terms, atLeast: { amount, until } };
	})
	.filter((terms) => isLive(terms, 1));

const sumsAt = (books: readonly Recalculated[], at: number) => {
	const book = books[at];
	if (!book) throw new Error(`no workbook ${at}`);
	return sumsOf(book);
};

interface Drawn {
	readonly debts: PlannedDebt[];
	readonly terms: PlanTerms;
}

/** Recalculates the workbooks of some plans, and holds what they come to against what the program comes to. */
async function expectSame(all: readonly Drawn[]): Promise<void> {
	const drawn = all.filter(({ debts, terms }) => planOf(debts, terms).months <= 150);
	const books = await recalculatedAll(
		await Promise.all(
			drawn.map(async ({ debts, terms }) => ({ bytes: await written(debts, terms) }))
		)
	);
	expect(books.length).toBeGreaterThan(2);
	for (const [at, { debts, terms }] of drawn.entries())
		expect(sumsAt(books, at)).toEqual({ ...programs(debts, terms), verdict: EQUAL });
}

describe('a card of several balances in a workbook', () => {
	it('comes to what the program comes to', async () => {
		const alone = fc.sample(atLeast, runs(30));
		await expectSame(
			alone.map((terms) => ({ debts: [{ id: 'card', terms }], terms: ONLY_REQUIRED }))
		);
	});

	it('comes to what the program comes to among other debts, in every order', async () => {
		const order = fc.constantFrom('rate' as const, 'balance' as const, 'listed' as const);
		const money = fc.integer({ min: 5_000, max: 90_000 });
		const among = fc.sample(fc.tuple(atLeast, household(monthly, 2), order, money), runs(30));
		await expectSame(
			among.map(([card, others, by, budget]) => ({
				debts: [{ id: 'card', terms: card }, ...others],
				terms: constant(budget, { order: by })
			}))
		);
	});

	it('goes on computing with another amount or rate of a balance', async () => {
		const offer = {
			id: 'offer',
			opening: cents(150_000),
			annual: percent(299_900),
			deferred: { until: 10, annual: percent(299_900), accrued: cents(4_210) }
		};
		const card = (purchases: number, rate: number): PlannedDebt => ({
			id: 'card',
			terms: {
				opening: (purchases + 150_000) as Cents,
				rate: { basis: 'nominal', annual: percent(rate) },
				paymentsPerYear: 12,
				firstDue: '2027-01-15' as DebtTerms['firstDue'],
				payment: {
					kind: 'minimum',
					percent: percent(50_000),
					of: 'statement',
					plusInterest: false,
					plusFees: false,
					roundUpTo: cents(0),
					floor: cents(2_500)
				},
				clearBelow: cents(0),
				extras: [],
				charges: [],
				balances: [{ id: 'purchases', opening: cents(purchases), annual: percent(rate) }, offer],
				atLeast: { amount: cents(20_000), until: 10 }
			}
		});
		const bytes = await written([card(230_000, 249_900)], ONLY_REQUIRED);
		const sheet = 'Balances 0';
		const books = await recalculatedAll([
			{ bytes },
			{ bytes, changes: { [sheet]: { B4: 1_000 } } },
			{ bytes, changes: { [sheet]: { B4: 4_100, C4: 0.31 } } }
		]);
		expect(sumsAt(books, 0)).toEqual({
			...programs([card(230_000, 249_900)], ONLY_REQUIRED),
			verdict: EQUAL
		});
		expect(sumsAt(books, 1)).toMatchObject(programs([card(100_000, 249_900)], ONLY_REQUIRED));
		expect(sumsAt(books, 2)).toMatchObject(programs([card(410_000, 310_000)], ONLY_REQUIRED));
	});
});
