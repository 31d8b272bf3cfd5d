import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	checked,
	FIGURES,
	minimumDue,
	statementOf,
	type Printed,
	type StatementGiven
} from '../../../src/lib/core/debt/statement';
import { cents } from '../../../src/lib/core/quantities/money';
import { percent } from '../../../src/lib/core/quantities/rate';
import { byFloor, fittingRules, usualRules } from '../../../src/lib/core/search/fitting-rules';
import { runs } from '../../support/random';

const RULES = usualRules(100);

const givens: fc.Arbitrary<StatementGiven> = fc.record(
	{
		balance: fc.integer({ min: 1, max: 3_000_000 }).map(cents),
		annual: fc.integer({ min: 0, max: 399_900 }).map(percent),
		interestCharged: fc.integer({ min: 0, max: 60_000 }).map(cents),
		offer: fc.record({
			annual: fc.integer({ min: 0, max: 99_900 }).map(percent),
			months: fc.integer({ min: 1, max: 60 })
		}),
		roundTo: fc.constantFrom(1, 100)
	},
	{ requiredKeys: ['balance', 'annual', 'roundTo'] }
);

function found(given: StatementGiven, printed: Printed) {
	const search = fittingRules({ given, printed, unit: 100 });
	let step = search.next();
	let told = 0;
	while (!step.done) {
		expect(step.value.tried).toBeGreaterThan(told);
		told = step.value.tried;
		step = search.next();
	}
	return step.value;
}

describe('which rule fits', () => {
	it('knows 741 usual rules, no two the same', () => {
		expect(RULES).toHaveLength(741);
		expect(new Set(RULES.map((rule) => JSON.stringify(rule))).size).toBe(741);
	});

	it('has a rule among those that fit the figures it prints', () => {
		fc.assert(
			fc.property(givens, fc.constantFrom(...RULES), (given, rule) => {
				const { minimumDue, estimate, total } = statementOf(given, rule).figures;
				const printed = JSON.parse(JSON.stringify({ minimumDue, estimate, total })) as Printed;
				const { fitting, nearest } = found(given, printed);
				expect(fitting).toContainEqual(rule);
				expect(nearest).toBeNull();
				const grouped = byFloor(fitting).flatMap(({ floors, ...group }) =>
					floors.map((floor) => ({ of: 'statement', plusFees: false, ...group, floor }))
				);
				expect(grouped).toEqual(fitting);
			}),
			{ numRuns: runs(12) }
		);
	});

	it('names what would tell several rules apart, with a value for each of them', () => {
		fc.assert(
			fc.property(givens, fc.constantFrom(...RULES), (given, rule) => {
				const { estimate } = statementOf(given, rule).figures;
				if (!estimate) return;
				const { fitting, telling } = found(given, { estimate });
				if (fitting.length < 2) expect(telling).toBeNull();
				if (!telling || telling.figure === 'nextMinimum') return;
				const { figure, values } = telling;
				const own = fitting.map((one) => statementOf(given, one).figures[figure]);
				for (const value of values) expect(own).toContainEqual(value);
				expect(values.length).toBeGreaterThan(1);
			}),
			{ numRuns: runs(12) }
		);
	});

	it('says which rule comes nearest where none fits, and in what it misses', () => {
		const given = {
			balance: cents(250_000),
			annual: percent(199_000),
			interestCharged: cents(4146),
			roundTo: 100
		};
		// 3 % of the statement, up to whole units, but for a total that nothing gives.
		const printed = { minimumDue: cents(7500), total: cents(471_300) };
		const { fitting, nearest } = found(given, printed);
		expect(fitting).toEqual([]);
		expect(nearest?.rule).toMatchObject({ percent: 30_000, plusInterest: false, floor: 3000 });
		expect(nearest?.misses).toEqual([{ figure: 'total', ours: 471_200 }]);
	});
});

describe('what a statement prints', () => {
	it('agrees with itself in every figure, and differs by what is added', () => {
		fc.assert(
			fc.property(givens, fc.constantFrom(...RULES), (given, rule) => {
				const statement = statementOf(given, rule);
				for (const verdict of Object.values(checked(statement, statement.figures))) {
					expect(verdict).toEqual({ kind: 'agrees' });
				}
				const { total } = statement.figures;
				if (total === undefined) return;
				const more = { total: cents(total + 700) };
				expect(checked(statement, more).total).toEqual({ kind: 'differs', by: 700 });
			})
		);
	});

	it('asks for no more than is owed, and leaves 36 months out together', () => {
		fc.assert(
			fc.property(givens, fc.constantFrom(...RULES), (given, rule) => {
				const due = minimumDue(given, rule);
				expect(due === null).toBe(rule.plusInterest && given.interestCharged === undefined);
				expect(due ?? 0).toBeLessThanOrEqual(given.balance);
				const { figures, omitted36 } = statementOf(given, rule);
				const given36 = [figures.payment36, figures.total36].map((one) => one !== undefined);
				expect(given36).toEqual([!omitted36, !omitted36]);
				expect(FIGURES).toEqual(expect.arrayContaining(Object.keys(figures)));
			})
		);
	});
});
