import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FREQUENCIES } from '../../../src/lib/core/quantities/calendar';
import { searchOrders, type OrderSearch } from '../../../src/lib/core/search/cheapest-order';
import { cents } from '../../../src/lib/core/quantities/money';
import { planTotals } from '../../../src/lib/core/plan/walk';
import type { PlannedDebt, PlanTerms } from '../../../src/lib/core/plan/terms';
import { percent } from '../../../src/lib/core/quantities/rate';
import {
	cardTerms,
	changingTerms,
	constant,
	household,
	moneyPlans,
	monthly,
	plans,
	simpleDebt,
	termsDrawn
} from '../../support/households';
import { changes } from '../../support/plan-changes';
import { withChanges } from '../../../src/lib/core/plan/changes';
import { type DebtTerms } from '../../../src/lib/core/debt/terms';
import { ofWhich, runs } from '../../support/random';

function permutations<T>(items: readonly T[]): T[][] {
	if (items.length === 0) return [[]];
	return items.flatMap((item, at) =>
		permutations([...items.slice(0, at), ...items.slice(at + 1)]).map((rest) => [item, ...rest])
	);
}

/** The search to its end, with each step on the way. */
function searched(debts: readonly PlannedDebt[], plan: PlanTerms) {
	const steps: (OrderSearch | null)[] = [];
	const search = searchOrders(debts, plan);
	for (let step = search.next(); ; step = search.next()) {
		if (step.done) return { answer: step.value, steps };
		steps.push(step.value);
	}
}

const listedInterest = (debts: readonly PlannedDebt[], plan: PlanTerms, listed: string[]) => {
	const { ending, totalInterest } = planTotals(debts, { ...plan, order: 'listed', listed });
	return ending.status === 'cleared' ? totalInterest : Infinity;
};

/** Holds the search against every order, one by one; whether there was one to find. */
function compare(debts: readonly PlannedDebt[], plan: PlanTerms): boolean {
	const { answer, steps } = searched(debts, plan);
	const all = permutations(debts.map(({ id }) => id));
	const least = Math.min(...all.map((ids) => listedInterest(debts, plan, ids)));
	if (answer === null) {
		expect(least).toBe(Infinity);
		return false;
	}
	expect(answer.interest).toBe(least);
	expect(listedInterest(debts, plan, [...answer.ids])).toBe(least);
	expect(answer.bound).toBe(least);
	expect(answer.done).toBe(1);
	for (const step of steps) expect(step?.bound ?? 0).toBeLessThanOrEqual(least);
	return true;
}

describe('the order of the least interest', () => {
	it('is that of all orders tried one by one, for any debts and any money', () => {
		let compared = 0;
		const check = (debts: readonly PlannedDebt[], plan: PlanTerms) => {
			if (compare(debts, plan)) compared += 1;
		};
		fc.assert(fc.property(household(monthly), plans, check), { numRuns: runs(30) });
		const often = household(termsDrawn(fc.constantFrom(...FREQUENCIES)));
		fc.assert(fc.property(often, plans, check), { numRuns: runs(12) });
		// Where rates are alike, many lines come to the same and are followed once.
		const alike = household(monthly).map((debts) =>
			debts.map(({ id, terms }) => ({
				id,
				terms: { ...terms, rate: { ...terms.rate, annual: percent(199_900) } }
			}))
		);
		fc.assert(fc.property(alike, plans, check), { numRuns: runs(20) });
		expect(compared).toBeGreaterThan(ofWhich(20));
	});

	it('is that of all orders tried one by one, for cards of several balances beside other debts', () => {
		let compared = 0;
		const mixed = household(fc.oneof(cardTerms(fc.constant(12)), monthly), 4);
		fc.assert(
			fc.property(mixed, plans, (debts, plan) => {
				if (compare(debts, plan)) compared += 1;
			}),
			{ numRuns: runs(60) }
		);
		const often = household(cardTerms(fc.constantFrom(...FREQUENCIES)), 3);
		fc.assert(
			fc.property(often, plans, (debts, plan) => void compare(debts, plan)),
			{
				numRuns: runs(20)
			}
		);
		expect(compared).toBeGreaterThan(ofWhich(15));
	});

	it('is that of all orders tried one by one, by a budget sheet, with savings, and where a creditor settles', () => {
		let compared = 0;
		const mixed = household(fc.oneof(cardTerms(fc.constant(12)), monthly), 4);
		const settled = fc.tuple(mixed, moneyPlans, fc.option(fc.integer({ min: 1, max: 9 })));
		fc.assert(
			fc.property(settled, ([debts, plan, month]) => {
				const [first] = debts;
				const changed = withChanges(
					debts,
					month === null || !first
						? []
						: [
								{
									kind: 'settle',
									debts: [{ id: first.id, pays: { percent: percent(400_000) } }],
									month,
									before: 'stop',
									fee: { percent: percent(100_000), amount: cents(500) }
								}
							]
				);
				if (!changed.ok) return;
				if (compare(changed.debts, { ...plan, fees: changed.fees })) compared += 1;
			}),
			{ numRuns: runs(80) }
		);
		expect(compared).toBeGreaterThan(ofWhich(20));
	});

	it('is that also with interest alone at first, payments and rates that change, and what a plan changes', () => {
		const changing = household(changingTerms, 4);
		let compared = 0;
		const check = (debts: readonly PlannedDebt[], plan: PlanTerms) => {
			if (compare(debts, plan)) compared += 1;
		};
		fc.assert(fc.property(changing, plans, check), { numRuns: runs(40) });
		expect(compared).toBeGreaterThan(ofWhich(25));
		let changed = 0;
		const wanting = changing.chain((debts) =>
			fc.tuple(fc.constant(debts), plans, changes(debts.map(({ id }) => id)))
		);
		fc.assert(
			fc.property(wanting, ([debts, plan, wanted]) => {
				const after = withChanges(debts, wanted);
				fc.pre(after.ok && after.debts.length <= 5 && wanted.length > 0);
				if (after.ok && compare(after.debts, { ...plan, fees: after.fees })) changed += 1;
			}),
			{ numRuns: runs(40) }
		);
		expect(changed).toBeGreaterThan(ofWhich(20));
	});

	it('proves at once that no order ends what the money does not even keep from growing', () => {
		const debts = Array.from({ length: 10 }, (_, index) =>
			simpleDebt(`debt ${index}`, 200_000 + index * 1_000, 249_900)
		);
		const { answer, steps } = searched(debts, constant(30_000));
		expect(answer).toBeNull();
		expect(steps).toEqual([]);
	});

	it('may put a debt first whose offer ends, before one that is costlier today', () => {
		const card = (id: string, annual: number, fields: Partial<DebtTerms> = {}) =>
			simpleDebt(id, 300_000, annual, {
				payment: { kind: 'fixed', amount: cents(3_000) },
				...fields
			});
		const debts = [
			card('dear', 99_900),
			card('offer', 0, { rateChanges: [{ from: 5, annual: percent(299_900) }] })
		];
		const { answer } = searched(debts, constant(60_000));
		expect(answer?.ids).toEqual(['offer', 'dear']);
		const own = planTotals(debts, constant(60_000));
		expect(answer?.interest).toBeLessThan(own.totalInterest);
	});

	it('is close enough where it is asked to be: no order costs less by more than that', () => {
		fc.assert(
			fc.property(
				household(monthly, 4),
				plans,
				fc.integer({ min: 1, max: 400 }),
				(debts, plan, close) => {
					const search = searchOrders(debts, plan, cents(close));
					let step = search.next();
					while (!step.done) step = search.next();
					const all = permutations(debts.map(({ id }) => id));
					const least = Math.min(...all.map((ids) => listedInterest(debts, plan, ids)));
					if (step.value === null) {
						expect(least).toBe(Infinity);
						return;
					}
					expect(step.value.interest - least).toBeLessThanOrEqual(close);
					expect(step.value.bound).toBeLessThanOrEqual(least);
				}
			),
			{ numRuns: runs(60) }
		);
	});
});
