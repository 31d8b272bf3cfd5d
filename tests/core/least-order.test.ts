import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FREQUENCIES, type CalendarDate } from '../../src/lib/core/calendar';
import { searchOrders, type OrderSearch } from '../../src/lib/core/least-order';
import { cents, ZERO } from '../../src/lib/core/money';
import { planTotals } from '../../src/lib/core/plan';
import type { PlannedDebt, PlanTerms } from '../../src/lib/core/planned';
import { percent } from '../../src/lib/core/rate';
import { constant, household, monthly, plans, termsDrawn } from '../support/households';

function permutations<T>(items: readonly T[]): T[][] {
	if (items.length === 0) return [[]];
	return items.flatMap((item, at) =>
		permutations([...items.slice(0, at), ...items.slice(at + 1)]).map((rest) => [item, ...rest])
	);
}

/** The search to its end, with each step on the way. */
function searched(debts: readonly PlannedDebt[], plan: PlanTerms) {
	const steps: OrderSearch[] = [];
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

describe('the order of the least interest', () => {
	it('is that of all orders tried one by one, for any debts and any money', () => {
		let compared = 0;
		const check = (debts: readonly PlannedDebt[], plan: PlanTerms) => {
			const all = permutations(debts.map(({ id }) => id));
			const { answer, steps } = searched(debts, plan);
			if (answer === null) return;
			compared += 1;
			const least = Math.min(...all.map((ids) => listedInterest(debts, plan, ids)));
			expect(answer.interest).toBe(least);
			expect(listedInterest(debts, plan, [...answer.ids])).toBe(least);
			expect(answer.bound).toBe(least);
			expect(answer.done).toBe(1);
			for (const { bound } of steps) expect(bound).toBeLessThanOrEqual(least);
		};
		fc.assert(fc.property(household(monthly), plans, check), { numRuns: 30 });
		const often = household(termsDrawn(fc.constantFrom(...FREQUENCIES)));
		fc.assert(fc.property(often, plans, check), { numRuns: 12 });
		// Where rates are alike, many lines come to the same and are followed once.
		const alike = household(monthly).map((debts) =>
			debts.map(({ id, terms }) => ({
				id,
				terms: { ...terms, rate: { ...terms.rate, annual: percent(199_900) } }
			}))
		);
		fc.assert(fc.property(alike, plans, check), { numRuns: 20 });
		expect(compared).toBeGreaterThan(20);
	});

	it('may put a debt first whose offer ends, before one that is dearer today', () => {
		const card = (id: string, annual: number, fields: object = {}): PlannedDebt => ({
			id,
			terms: {
				opening: cents(300_000),
				rate: { basis: 'nominal', annual: percent(annual) },
				paymentsPerYear: 12,
				firstDue: '2027-01-15' as CalendarDate,
				payment: { kind: 'fixed', amount: cents(3_000) },
				clearBelow: ZERO,
				extras: [],
				charges: [],
				...fields
			}
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
});
