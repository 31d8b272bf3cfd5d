/** Rates that follow an index keep to their bounds, and to a slow reckoning of the specification, section 17. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { addDays, dueDate, type CalendarDate } from '../../../src/lib/core/quantities/calendar';
import { percent, type Percent } from '../../../src/lib/core/quantities/rate';
import {
	ratesByIndex,
	type FollowsIndex,
	type IndexValue
} from '../../../src/lib/core/debt/index-rate';
import { ofWhich, runs } from '../../support/random';

const rate = fc.integer({ min: 0, max: 150_000 }).map(percent);
const values = fc
	.uniqueArray(fc.record({ days: fc.integer({ min: -200, max: 1_500 }), annual: rate }), {
		maxLength: 8,
		selector: ({ days }) => days
	})
	.map((drawn) =>
		drawn
			.sort((a, b) => a.days - b.days)
			.map(({ days, annual }): IndexValue => ({
				date: addDays('2027-01-15' as CalendarDate, days),
				annual
			}))
	);
const follows: fc.Arbitrary<FollowsIndex> = fc.record(
	{
		margin: fc.integer({ min: -20_000, max: 60_000 }),
		from: fc.integer({ min: 1, max: 14 }),
		every: fc.constantFrom(1, 3, 6, 12),
		lookBack: fc.constantFrom(0, 15, 45, 90),
		step: fc.integer({ min: 1, max: 20_000 }).map(percent),
		cap: fc.integer({ min: 60_000, max: 120_000 }).map(percent),
		floor: fc.integer({ min: 0, max: 60_000 }).map(percent)
	},
	{ requiredKeys: ['margin', 'from', 'every'] }
);
const terms = fc
	.record({ annual: rate, asOf: fc.constantFrom('2026-12-15', '2027-01-02', '2026-10-01') })
	.map(({ annual, asOf }) => ({
		rate: { basis: 'nominal' as const, annual },
		firstDue: '2027-01-15' as CalendarDate,
		paymentsPerYear: 12 as const,
		asOf: asOf as CalendarDate
	}));

it('is set anew as a period-by-period reckoning says, and stays within its bounds', () => {
	let changed = 0;
	fc.assert(
		fc.property(terms, follows, values, (debt, how, index) => {
			const changes = ratesByIndex(debt, how, index);
			let before: number = debt.rate.annual;
			const slow: { from: number; annual: number }[] = [];
			for (let k = how.from; k <= 600; k += how.every) {
				const due = dueDate(debt.firstDue, k - 1, 12);
				const begin = k === 1 && debt.asOf > due ? debt.asOf : due;
				const looked = addDays(begin, -(how.lookBack ?? 0));
				const value = index.findLast(({ date }) => date <= looked);
				if (!value) continue;
				let next = value.annual + how.margin;
				if (how.step !== undefined)
					next = Math.min(Math.max(next, before - how.step), before + how.step);
				if (how.cap !== undefined) next = Math.min(next, how.cap);
				next = Math.max(next, how.floor ?? 0);
				if (next !== before) slow.push({ from: k, annual: next });
				before = next;
			}
			expect(changes.filter((change) => 'from' in change && change.from <= 600)).toEqual(
				slow.map((change) => ({ ...change, reamortize: false }))
			);
			for (const { annual } of changes) {
				expect(annual).toBeGreaterThanOrEqual(how.floor ?? 0);
				if (how.cap !== undefined)
					expect(annual).toBeLessThanOrEqual(Math.max(how.cap, how.floor ?? 0));
			}
			if (changes.length > 0) changed += 1;
		}),
		{ numRuns: runs(200) }
	);
	expect(changed).toBeGreaterThan(ofWhich(60));
});

it('does not change without a value, nor where the index and its margin are the rate', () => {
	const debt = {
		rate: { basis: 'nominal' as const, annual: percent(77_500) as Percent },
		firstDue: '2027-01-15' as CalendarDate,
		paymentsPerYear: 12 as const
	};
	const how = { margin: 35_000, from: 1, every: 1 };
	expect(ratesByIndex(debt, how, [])).toEqual([]);
	expect(
		ratesByIndex(debt, how, [{ date: '2026-11-02' as CalendarDate, annual: percent(42_500) }])
	).toEqual([]);
});
