import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	dateParts,
	FREQUENCIES,
	type CalendarDate
} from '../../../src/lib/core/quantities/calendar';
import { dateOfPeriod, periodBy, rowAt, run, type Run } from '../../../src/lib/core/debt/run';
import { yearsOf } from '../../../src/lib/core/debt/years';
import { termsDrawn, total } from '../../support/households';
import { runs } from '../../support/random';

const anyRun = fc
	.record({
		terms: termsDrawn(fc.constantFrom(...FREQUENCIES)),
		rounding: fc.constantFrom('cent' as const, 'none' as const)
	})
	.map(({ terms, rounding }) => run({ ...terms, interestRounding: rounding }));

const rowsOf = (whole: Run, from: number, to: number) =>
	Array.from({ length: to - from + 1 }, (_, at) => rowAt(whole, from + at)).flatMap(
		(row) => row ?? []
	);

describe('a run by calendar years', () => {
	it('has each payment in the year of its date, and the sums of what the rows show', () => {
		fc.assert(
			fc.property(anyRun, (whole) => {
				const years = yearsOf(whole);
				let next = whole.firstRow;
				for (const { year, from, to, closing, ...sums } of years) {
					expect(from).toBe(next);
					next = to + 1;
					const rows = rowsOf(whole, from, to);
					expect(rows).toHaveLength(to - from + 1);
					for (const { date } of rows) expect(dateParts(date).year).toBe(year);
					for (const name of ['charges', 'interest', 'paid', 'extra', 'principal'] as const) {
						expect(sums[name]).toBe(total(rows.map((row) => row[name])));
					}
					expect(closing).toBe(rows.at(-1)?.closing);
				}
				expect(next).toBe(whole.periods + 1);
				expect(new Set(years.map(({ year }) => year)).size).toBe(years.length);
			}),
			{ numRuns: runs(60) }
		);
	});

	it('finds the last payment by a day: the one on it, or the one before', () => {
		fc.assert(
			fc.property(anyRun, fc.integer({ min: 0, max: 40 }), (whole, wanted) => {
				const k = Math.min(wanted, whole.periods);
				const date = dateOfPeriod(whole, k);
				expect(periodBy(whole, date)).toBe(k);
				const dayBefore = new Date(Date.parse(date) - 86_400_000).toISOString().slice(0, 10);
				expect(periodBy(whole, dayBefore as CalendarDate)).toBe(
					Math.max(k - 1, whole.firstRow - 1)
				);
				expect(periodBy(whole, '9999-12-31' as CalendarDate)).toBe(whole.periods);
			})
		);
	});
});
