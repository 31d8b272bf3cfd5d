import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { planOf } from '../../src/lib/core/plan/walk';
import { owedInAll } from '../../src/lib/core/plan/answers';
import { run } from '../../src/lib/core/debt/run';
import { emptyDebt } from '../../src/lib/document/debt';
import { datesShown } from '../../src/lib/words/pictures';
import { axisEnd, wayLines } from '../../src/routes/cases/[id=uuid]/debts/[debt=uuid]/way-lines';
import { byPayoff, dayOfMonth } from '../../src/lib/core/plan/over-time';
import { owedLine, planLines, planUntil } from '../../src/routes/cases/[id=uuid]/plan/plan-lines';
import { constant, household, monthly, plans, simpleDebt } from '../support/households';
import { runs } from '../support/random';
import { usd } from '../support/said';

const asOf = '2026-12-15' as CalendarDate;
const look = { id: 'line', dash: [], hue: null };
const named = (name: string, opening: number, paymentsPerYear: 12 | 52 = 12) => ({
	name,
	run: run(simpleDebt(name, opening, 49_900, { paymentsPerYear }).terms)
});

describe('the picture of one debt', () => {
	it('draws each payment of a short run, and of a long one as many as can be seen', () => {
		const [short] = wayLines([named('short', 100_000)], emptyDebt('debt'), '--debt-0', usd);
		const [long] = wayLines([named('long', 4_000_000, 52)], emptyDebt('debt'), '--debt-0', usd);
		const count = named('short', 100_000).run.periods;
		expect(short?.points).toHaveLength(count + 1);
		expect(long?.points.length).toBeLessThan(600);
		for (const line of [short, long]) {
			expect(line?.points.at(-1)?.balance).toBe(0);
			expect(line?.points.at(-1)?.date).toBe(line?.ends);
		}
		expect(long?.points[0]?.balance).toBe(4_000_000);
	});

	it('cuts off what goes on for much longer, unless all of it is asked for', () => {
		const [quick, slow] = [named('quick', 60_000), named('slow', 900_000)];
		const near = axisEnd([quick, slow], false);
		const all = axisEnd([quick, slow], true);
		expect(near?.cut).toBe(true);
		expect((all?.until ?? '') > slow.run.lastDate).toBe(true);
		expect((near?.until ?? '') < slow.run.lastDate).toBe(true);
		expect(axisEnd([quick], false)?.cut).toBe(false);
	});

	it('lets the dates of the longest run be pointed at, up to the last that is shown', () => {
		const [quick, slow] = [named('quick', 60_000), named('slow', 900_000)];
		const all = datesShown([quick, slow], slow.run.lastDate);
		expect(all.count).toBe(slow.run.periods + 1);
		expect(all.at(0)).toBe(slow.run.startDate);
		expect(all.at(all.count - 1)).toBe(slow.run.lastDate);
		const near = datesShown([quick, slow], '2027-04-20' as CalendarDate);
		expect(near.at(near.count - 1)).toBe('2027-04-15');
	});
});

describe('the picture of a plan', () => {
	const drawn = fc.tuple(household(monthly), plans);

	it('stacks bands up to what is owed in all, and lets none fall below the one under it', () => {
		fc.assert(
			fc.property(drawn, ([debts, terms]) => {
				const plan = planOf(debts, terms);
				const listed = debts.map(({ id }, place) => ({ id, name: id, place, isNew: false }));
				const bands = planLines(plan, listed, asOf, usd);
				const top = bands.at(-1);
				const all = owedLine(plan, 'all', asOf, look, usd);
				expect(top?.points).toEqual(all.points);
				expect(top?.points[0]?.balance).toBe(owedInAll(plan, 0));
				expect(top?.points.at(-1)?.balance).toBe(plan.closing);
				for (const [index, band] of bands.entries()) {
					const under = bands[index - 1];
					band.points.forEach(({ balance }, at) =>
						expect(balance).toBeGreaterThanOrEqual(under?.points[at]?.balance ?? 0)
					);
				}
			}),
			{ numRuns: runs(40) }
		);
	});

	it('has the debts in the order in which they are gone, those that never are last', () => {
		const debts = [
			simpleDebt('never', 900_000, 299_900),
			simpleDebt('late', 90_000, 0),
			simpleDebt('soon', 20_000, 0)
		];
		const plan = planOf(debts, constant(15_000, { order: 'listed', listed: ['soon', 'late'] }));
		expect(byPayoff(plan, debts).map(({ id }) => id)).toEqual(['soon', 'late', 'never']);
	});

	it('goes as far as the plan, and further only where the other way can still be read', () => {
		const debts = [simpleDebt('a', 120_000, 0)];
		const quick = planOf(debts, constant(20_000));
		const slow = planOf(debts, constant(5_000));
		expect(planUntil(quick, slow, false)).toEqual({ until: '2027-10-01', cut: true });
		expect(planUntil(quick, slow, true)).toEqual({ until: '2029-02-01', cut: true });
		expect(planUntil(slow, quick, false).cut).toBe(false);
		expect(dayOfMonth(quick, 0, asOf)).toBe(asOf);
		expect(dayOfMonth(quick, 1, asOf)).toBe('2027-01-15');
	});
});
