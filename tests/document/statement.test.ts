/** The statement of a card of several balances: interest by balance, and the minimum with what is past due. */
import { describe, expect, it } from 'vitest';
import { checked, statementOf } from '../../src/lib/core/debt/statement';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import type { DebtEntry } from '../../src/lib/document/debt';
import { debtEntry } from '../../src/lib/document/schema/debt';
import { minimumRule, printedInterests, statementGiven } from '../../src/lib/document/statement';
import { plain } from '../../src/lib/messages/sentence';
import { interestVerdict, statementSentence } from '../../src/lib/words/statement';
import { cardOfBalances, interestPlus } from '../support/debts';
import { usd } from '../support/said';

const asOf = '2026-12-15' as CalendarDate;
const cardPrinting = (printed: readonly (number | null)[], more: object = {}): DebtEntry => {
	const base = debtEntry.parse(cardOfBalances());
	const balances = base.balances.map((one, at) => ({
		...one,
		printedInterest: printed[at] ?? null
	}));
	return debtEntry.parse({ ...base, balances, ...more });
};

describe('the interest that a statement prints for each balance', () => {
	it('is a month of its own rate on what was owed before; none while it defers', () => {
		// (2,302.36 − 46.97) × 24.99 % ÷ 12 and (380.00 − 10.12) × 29.49 % ÷ 12
		const interests = printedInterests(cardPrinting([4_697, 1_012, 0]), asOf);
		expect(interests.map(({ bearing, ours, by }) => [bearing, ours, by])).toEqual([
			[225_539, 4_697, 0],
			[36_988, 909, 103],
			[150_000, 0, 0]
		]);
		expect(interests.map((one) => interestVerdict(one, usd))).toEqual([
			'Matches',
			'$1.03 more than a month’s interest',
			'Matches'
		]);
		expect(printedInterests(cardPrinting([4_697, null, null]), asOf)).toHaveLength(1);
		expect(printedInterests(cardPrinting([4_697], { firstDue: null }), asOf)).toEqual([]);
	});

	it('is part of the minimum once each is known, and so is what is past due', () => {
		const required = interestPlus(10_000, 2_500, 100);
		const noted = { ...cardPrinting([]).noted, pastDue: 6_000 };
		const dueOf = (debt: DebtEntry) => {
			const given = statementGiven(debt, usd.currency);
			const rule = minimumRule(debt.required);
			if (!given || !rule) throw new Error('a statement');
			return statementOf(given, rule);
		};
		expect(dueOf(cardPrinting([4_697, null, 0], { required })).figures.minimumDue).toBeUndefined();
		// 46.97 + 9.11 + 1 % of 4,182.36, rounded up to 98.00
		const due = dueOf(cardPrinting([4_697, 911, 0], { required }));
		expect(due.figures.minimumDue).toBe(9_800);
		const late = dueOf(cardPrinting([4_697, 911, 0], { required, noted }));
		expect(late.figures.minimumDue).toBe(15_800);
		const printed = { minimumDue: 15_800 as never };
		expect(checked(late, printed)).toEqual({ minimumDue: { kind: 'agrees' } });
		const said = (by: number) =>
			plain(statementSentence(late, printed, [{ name: 'Heater', by: by as never }], usd));
		expect(said(0)).toContain('2 figures agree');
		expect(said(5)).toContain('interest charged on Heater. There were purchases or payments');
	});
});
