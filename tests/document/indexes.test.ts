/** Debts that follow an index: what they keep of it, what newer values make of them, and what may come. */
import { describe, expect, it } from 'vitest';
import { carryOut, plannedTerms } from '../../src/lib/core/debt/ways';
import { rowAt, runTotals } from '../../src/lib/core/debt/run';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { percent, type Percent } from '../../src/lib/core/quantities/rate';
import { statedDebt, type DebtEntry } from '../../src/lib/document/debt';
import {
	followed,
	indexesIn,
	underCourse,
	valuesFor,
	withNewValues,
	type RateIndex
} from '../../src/lib/document/indexes';
import { readIndexValues, indexValuesCsv } from '../../src/lib/exchange/index-values-csv';
import { rowsOfText } from '../../src/lib/exchange/table';
import { demoReference } from '../support/demo-cases';
import { card } from '../support/debts';

const day = (text: string) => text as CalendarDate;
const asOf = day('2026-12-15');
const [prime] = indexesIn(demoReference);
if (!prime) throw new Error('an index of the demo');
const withValues = (...more: readonly (readonly [string, number])[]): RateIndex => ({
	...prime,
	values: [
		...prime.values,
		...more.map(([date, annual]) => ({
			content: { annual: percent(annual) },
			holdsFrom: day(date),
			version: 2,
			knownFrom: ''
		}))
	]
});
const entry = { ...card(), asOf: null, events: [] } as unknown as DebtEntry;
const following: DebtEntry = { ...entry, follows: followed(prime, 1, entry, asOf) };
const interestOf = (debt: DebtEntry, k: number) => {
	const stated = statedDebt(debt, asOf);
	return stated ? rowAt(carryOut(stated, { kind: 'required' }).run, k)?.interest : undefined;
};

describe('a debt that begins to follow an index', () => {
	it('has the margin that its rate is above the index today, so that nothing changes by itself', () => {
		expect(following.follows?.margin).toBe((entry.annualRate ?? 0) - 70_000);
		expect(interestOf(following, 1)).toBe(interestOf(entry, 1));
		expect(interestOf(following, 20)).toBe(interestOf(entry, 20));
	});

	it('keeps the values that it may look up, from a year before its balance on', () => {
		const values = valuesFor(prime, { asOf, lookBack: 0 });
		expect(values.map(({ date }) => date)).toEqual(['2025-09-18', '2026-03-19', '2026-09-17']);
		const early = valuesFor(prime, { asOf, lookBack: 366 });
		expect(early[0]?.date).toBe('2025-03-20');
		expect(valuesFor({ values: [] }, { asOf, lookBack: 0 })).toEqual([]);
	});
});

describe('newer values', () => {
	const newer = withValues(['2027-02-01', 80_000]);
	const follows = following.follows && withNewValues(following.follows, newer, 2, asOf);

	it('are none where a debt has them already', () => {
		expect(following.follows && withNewValues(following.follows, prime, 9, asOf)).toBeNull();
	});

	it('move the rate from the first payment that begins after them, and nothing before', () => {
		expect(follows?.version).toBe(2);
		const moved = { ...following, follows };
		const rates = plannedTerms(statedDebt(moved, asOf) as never).rateChanges;
		expect(rates).toEqual([
			{
				date: '2027-02-15',
				annual: (entry.annualRate ?? 0) + 10_000,
				reamortize: false
			}
		]);
		expect(interestOf(moved, 2)).toBe(interestOf(following, 2));
		expect(interestOf(moved, 3)).toBeGreaterThan(interestOf(following, 3) ?? 0);
	});

	it('stay within step, cap and floor', () => {
		const rateAt = (fields: object) => {
			const moved = { ...following, follows: follows && { ...follows, ...fields } };
			return plannedTerms(statedDebt(moved, asOf) as never).rateChanges?.map(
				({ annual }) => annual
			);
		};
		const now = entry.annualRate ?? 0;
		expect(rateAt({ step: percent(4_000) })).toEqual([now + 4_000, now + 8_000, now + 10_000]);
		expect(rateAt({ cap: percent(now + 2_500) })).toEqual([now + 2_500]);
		expect(rateAt({ floor: percent(now + 20_000) })).toEqual([now + 20_000]);
	});
});

describe('a course of what may come', () => {
	it('is so much more from a day on, after the last value; no debt without an index moves', () => {
		const course = { steps: [{ date: day('2027-06-01'), change: 10_000 }] };
		const [moved, same] = underCourse([following, entry], course);
		expect(same).toBe(entry);
		const cost = (debt: DebtEntry | undefined) =>
			debt ? runTotals(plannedTerms(statedDebt(debt, asOf) as never)).totalInterest : 0;
		expect(cost(moved)).toBeGreaterThan(cost(following));
		expect(cost(underCourse([following], { steps: [] })[0])).toBe(cost(following));
		// A step before the last recorded value is known better.
		const past = { steps: [{ date: day('2026-06-01'), change: 10_000 }] };
		expect(cost(underCourse([following], past)[0])).toBe(cost(following));
	});
});

describe('the values of an index as a table', () => {
	const read = (text: string) => readIndexValues(rowsOfText(text, 'x.csv', { language: 'en' }));

	it('come back as they were written', () => {
		const { values, problems } = read(indexValuesCsv(prime));
		expect(problems).toEqual([]);
		expect(values).toEqual(
			prime.values.map(({ holdsFrom, content }) => ({ date: holdsFrom, annual: content.annual }))
		);
	});

	it('may be below zero, and are refused by their row where they are none', () => {
		expect(read('date,percent\n2027-01-04,-0.25\n').values).toEqual([
			{ date: '2027-01-04', annual: -2_500 as Percent }
		]);
		expect(read('2027-02-30,1\n2027-01-04,7,25\n').problems.map(({ row }) => row)).toEqual([1]);
		expect(read('<html><p>Welcome</p></html>').values).toEqual([]);
	});
});
