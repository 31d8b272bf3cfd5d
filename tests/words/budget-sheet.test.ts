import { describe, expect, it } from 'vitest';
import { HANDOUT_LANGUAGES } from '../../src/lib/document/handout-parts';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { cents } from '../../src/lib/core/quantities/money';
import { moneyMonths } from '../../src/lib/core/plan/money-months';
import { moreThatCovers, withMore } from '../../src/lib/core/plan/answers';
import { planOf, planTotals } from '../../src/lib/core/plan/walk';
import { handedAnswer } from '../../src/lib/words/handout';
import { moneySentence, planSentence, shortSentence } from '../../src/lib/words/plan-answer';
import { NO_SHEET, sheetTerms, type Sheet } from '../../src/lib/document/plan';
import { plain } from '../../src/lib/messages/sentence';
import { monthLines, savingSentence, sheetSentence } from '../../src/lib/words/budget-sheet';
import { constant, simpleDebt } from '../support/households';
import { usd } from '../support/said';

const day = (text: string) => text as CalendarDate;
const ofAll = { id: '7a1f6f0e-2c11-4a9b-9a55-0b8a52c5f0aa', owner: null };
const sheet: Sheet = {
	income: [
		{
			name: 'Ferry wage',
			amount: cents(42_000),
			perYear: 52,
			from: day('2027-01-08'),
			until: null,
			...ofAll
		},
		{ name: '', amount: cents(89_000), perYear: 12, from: day('2027-01-31'), until: null, ...ofAll }
	],
	needs: [
		{ name: 'Rent', amount: cents(78_000), perYear: 12, from: null, until: null, ...ofAll },
		{ name: 'Food', amount: cents(90_000), perYear: 12, from: null, until: null, ...ofAll },
		{
			name: 'Insurance',
			amount: cents(52_000),
			perYear: 2,
			from: day('2027-02-15'),
			until: null,
			...ofAll
		}
	]
};
const debts = [
	simpleDebt('a', 900_000, 199_900, { payment: { kind: 'fixed', amount: cents(62_244) } })
];
const terms = sheetTerms(sheet);
const savings = { opening: cents(0), monthly: cents(10_000), target: cents(90_000), covers: true };
const bySheet = { ...constant(0), budget: { kind: 'sheet' as const, ...terms } };
const monthsOf = (saves: boolean) =>
	moneyMonths(terms, planOf(debts, saves ? { ...bySheet, savings } : bySheet), true, 12);

describe('the budget sheet in words', () => {
	it('says what is left each month, which months fall short, and what savings pay', () => {
		expect(plain(sheetSentence(NO_SHEET, [], false, usd))).toMatch(/^Enter income/);
		const said = plain(sheetSentence(sheet, monthsOf(true), true, usd));
		expect(said).toMatch(
			/^Between \$370\.00 and \$1,310\.00 a month is left for the debts, \$\S+ on average\./
		);
		expect(said).toContain('February 2027 falls short of the minimum payments, by up to $152.44.');
		expect(said).toMatch(/Savings pay \$\S+ in February 2027/);
		const apart = plain(sheetSentence(sheet, monthsOf(false), false, usd));
		expect(apart).not.toMatch(/short|Savings/);
		const even = { income: sheet.income.slice(1), needs: [] };
		const alike = moneyMonths(sheetTerms(even), planOf(debts, bySheet), false, 12);
		expect(plain(sheetSentence(even, alike, false, usd))).toBe(
			'$890.00 a month is left for the debts.'
		);
		const needs = { income: [], needs: sheet.needs.slice(0, 1) };
		const lacking = moneyMonths(sheetTerms(needs), planOf(debts, bySheet), false, 12);
		expect(plain(sheetSentence(needs, lacking, false, usd))).toContain(
			'In January 2027, February 2027, March 2027 and 9 other months more is needed than comes in each month, by up to $780.00.'
		);
	});

	it('shows how a month comes about: each item, on its days', () => {
		const [january, february] = monthsOf(true);
		expect(january && monthLines(sheet, terms, january, usd)).toEqual([
			'Ferry wage: 4 Fridays in January 2027, 4 × 420.00 = 1,680.00',
			'income: on 31 Jan 2027, 890.00',
			'Income: 2,570.00',
			'Rent: on 1 Jan 2027, 780.00',
			'Food: on 1 Jan 2027, 900.00',
			'Living expenses: 1,680.00',
			'Left: 2,570.00 − 1,680.00 = 890.00',
			'Put aside: 100.00, so 790.00 is for the debts',
			'Minimum payments of the month: 622.44'
		]);
		expect(february && monthLines(sheet, terms, february, usd)).toContain(
			'Taken from savings: 100.00'
		);
	});

	it('says what it costs to save first, beside not saving', () => {
		const with_ = planTotals(debts, { ...bySheet, savings });
		const without = planTotals(debts, bySheet);
		expect(savingSentence(with_, without, usd)).toMatch(
			/^Compared with not saving: \$[\d.,]+ more in interest; \d+ months? (is|are) short without it, .+ with it\. \$[\d.,]+ is saved when the debts are paid off\.$/
		);
		expect(savingSentence(without, without, usd)).toContain('no difference in interest');
	});
});

describe('a plan by the budget sheet in words', () => {
	const entry = { budget: { kind: 'sheet' as const }, order: 'rate' as const };

	it('says whom short months pay first, what is missing for living, and what more would cover all', () => {
		const poor = { ...bySheet, shortOrder: ['a'] };
		const needs = [...terms.needs, { ...terms.needs[0], amount: cents(60_000) } as never];
		const lacking = { ...poor, budget: { ...poor.budget, needs } };
		const plan = planOf(debts, lacking);
		const more = moreThatCovers(debts, lacking);
		const said = plain(shortSentence(plan, null, usd, { first: 'Card', more }) ?? []);
		expect(said).toContain('debts are then paid in order, Card first.');
		expect(said).toMatch(/\$\S+ is missing for living in \d+ months\./);
		expect(said).toMatch(/\$\S+ more a month would cover every month\./);
		const enough = planTotals(debts, withMore(lacking, more ?? 0));
		expect([enough.shortMonths, enough.deficits]).toEqual([[], []]);
		const [month] = plan.kept.filter(({ deficit }) => deficit > 0);
		expect(month && plain(moneySentence(month, plan, usd))).toContain('is missing for living');
	});

	it('says what is put aside, comes from savings, and is saved in the end', () => {
		const plan = planOf(debts, { ...bySheet, savings });
		expect(plain(planSentence(plan, entry, null, usd))).toMatch(
			/^Paying what the budget sheet leaves each month, at first \$890\.00, .+ \$647\.56 is saved by then\.$/
		);
		const [january, february] = plan.kept;
		expect(january && plain(moneySentence(january, plan, usd))).toContain('; $100.00 is put aside');
		expect(february && plain(moneySentence(february, plan, usd))).toContain(
			'; $100.00 comes from savings'
		);
		for (const language of HANDOUT_LANGUAGES)
			expect(plain(handedAnswer(plan, entry, null, { ...usd, language }))).toMatch(/\$890[.,]00/);
	});
});
