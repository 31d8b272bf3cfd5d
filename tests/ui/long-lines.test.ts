import { describe, expect, it } from 'vitest';
import { ZERO } from '../../src/lib/core/quantities/money';
import { run } from '../../src/lib/core/debt/run';
import { yearsOf } from '../../src/lib/core/debt/years';
import { lineOf, longLines, stepped } from '../../src/lib/ui/long-lines';
import { cellsOf, isYearCell, keySteps } from '../../src/lib/ui/schedule-cells';
import { simpleDebt } from '../support/households';
import { cents } from '../../src/lib/core/quantities/money';

const NO_BALANCES = { names: [], defers: false };

/** 1,200.00 without interest at 50.00 a month: 24 payments in 2027 and 2028. */
const whole = run(simpleDebt('a', 120_000, 0).terms);
const years = yearsOf(whole);
const open = longLines(years, new Set(), 0);
const folded = longLines(years, new Set([2027]), 0);
const kinds = (lines: typeof open) =>
	lines.map((line) => (line.kind === 'row' ? line.k : line.kind));

describe('the lines of a schedule', () => {
	it('are the start, and the totals of each year with its rows', () => {
		expect(kinds(open).slice(0, 4)).toEqual(['start', 'year', 1, 2]);
		expect(open).toHaveLength(1 + 2 + 24);
		expect(kinds(folded).slice(0, 4)).toEqual(['start', 'year', 'year', 13]);
	});

	it('has no totals of a year where there is but one', () => {
		const short = run(simpleDebt('b', 15_000, 0).terms);
		expect(kinds(longLines(yearsOf(short), new Set(), 0))).toEqual(['start', 1, 2, 3]);
	});

	it('finds a row on its own line, or on that of its folded year', () => {
		for (let k = 1; k <= 24; k += 1) {
			expect(open[lineOf(open, k)]).toEqual({ kind: 'row', k });
			const line = folded[lineOf(folded, k)];
			expect(line?.kind).toBe(k <= 12 ? 'year' : 'row');
		}
		expect(lineOf(open, 0)).toBe(0);
	});

	it('is gone through by keys from its first line to its last, never onto the start', () => {
		const last = open.length - 1;
		const { down } = keySteps('End');
		expect(stepped(open, 1, down)).toBe(last);
		expect(stepped(open, last, keySteps('Home').down)).toBe(1);
		expect(stepped(open, 5, keySteps('ArrowUp').down)).toBe(4);
		expect(keySteps('ArrowRight')).toEqual({ down: 0, right: 1 });
		expect(keySteps('x')).toEqual({ down: 0, right: 0 });
	});
});

describe('the columns of a schedule', () => {
	it('has charges and extras only where there are any', () => {
		expect(cellsOf(whole, NO_BALANCES)).toEqual([
			'opening',
			'interest',
			'paid',
			'principal',
			'closing',
			'interestSoFar'
		]);
		const more = run({
			...simpleDebt('c', 120_000, 0).terms,
			extras: [{ from: 2, amount: cents(100) }],
			charges: [{ from: 3, amount: cents(200), fee: true }]
		});
		expect(cellsOf(more, NO_BALANCES)).toEqual(expect.arrayContaining(['charges', 'extra']));
		expect(cellsOf(more, NO_BALANCES).filter((cell) => !isYearCell(cell))).toEqual([
			'opening',
			'interestSoFar'
		]);
		expect(whole.totalCharges).toBe(ZERO);
	});
});
