import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/calendar';
import { cents } from '../../src/lib/core/money';
import { percent } from '../../src/lib/core/rate';
import { caseDocument } from '../../src/lib/formats/case-document';
import { caseDifferences } from '../../src/lib/formats/case-differences';
import {
	carriedPlan,
	listedDebts,
	measuredPlan,
	measureWords
} from '../../src/lib/formats/case-plans';
import type { ChangeEntry } from '../../src/lib/formats/change-document';
import { changeInWords, refusalInWords } from '../../src/lib/formats/change-text';
import {
	comparisonSentence,
	crossingSentence,
	goneInWords,
	verdict,
	writeCompared,
	writeDistance
} from '../../src/lib/formats/comparison-text';
import { FIRST_PLAN } from '../../src/lib/formats/plan-document';
import { planSentence } from '../../src/lib/formats/plan-text';
import type { PlanFigureName } from '../../src/lib/core/plan-figure';
import { planWorkingOf } from '../../src/lib/core/plan-working';
import type { Plan } from '../../src/lib/core/planned';
import { writeMoney } from '../../src/lib/formats/money-text';
import { writePlanWorking } from '../../src/lib/formats/plan-working-text';
import { plain } from '../../src/lib/formats/sentence';
import { searchSentence } from '../../src/lib/formats/sure-text';
import { movedPlan, newPlan, PLAN_STARTS } from '../../src/lib/desk/plan-entry';
import { referenceHousehold } from '../support/reference-household';

const usd = { code: 'USD', digits: 2 };
const day = (text: string) => text as CalendarDate;
const debts = referenceHousehold();
const [quill, pellan, marrow] = debts.map(({ id }) => id);
const names = (id: string) => debts.find((debt) => debt.id === id)?.name ?? 'New';

const loan: ChangeEntry = {
	kind: 'consolidate',
	debts: [quill ?? '', pellan ?? '', marrow ?? ''],
	loan: {
		id: '7a1f6f0e-2c11-4a9b-9a55-0b8a52c5f001',
		name: '',
		firstDue: day('2027-01-15'),
		rule: { kind: 'level', periods: 48 }
	},
	annualRate: percent(115_000),
	fee: { percent: percent(40_000), amount: cents(0), paid: 'added' }
};
const moved: ChangeEntry = {
	kind: 'transfer',
	amounts: [
		{ debt: quill ?? '', amount: cents(100_000) },
		{ debt: pellan ?? '', amount: null }
	],
	card: {
		id: '7a1f6f0e-2c11-4a9b-9a55-0b8a52c5f002',
		name: 'Tern card',
		firstDue: day('2027-01-15'),
		rule: { kind: 'minimum', percent: percent(20_000), floor: cents(2_500) }
	},
	feePercent: percent(30_000),
	offerRate: percent(0),
	offerMonths: 14,
	thenRate: percent(249_900),
	limit: null
};
const agreed: ChangeEntry = {
	kind: 'concession',
	from: day('2027-03-01'),
	debts: [{ debt: quill ?? '', annualRate: percent(80_000), payment: cents(10_500) }],
	setUpFee: cents(5_000),
	monthlyFee: { kind: 'percent', percent: percent(75_000), cap: cents(4_000) }
};

const budget = { kind: 'constant' as const, amount: cents(82_000) };
const other = {
	...FIRST_PLAN,
	id: '7a1f6f0e-2c11-4a9b-9a55-0b8a52c5f003',
	name: 'One loan',
	budget
};
const document = caseDocument.parse({
	version: 4,
	label: 'A household',
	currency: usd,
	asOf: '2026-12-15',
	debts,
	plans: [
		{ ...FIRST_PLAN, budget },
		{ ...other, changes: [loan] }
	],
	against: 'minimums',
	choices: [],
	sheet: { income: [], needs: [] }
});
const [own, consolidated] = document.plans.map((entry) => ({
	entry,
	name: entry.name,
	...carriedPlan(document, entry)
}));
if (!own || !consolidated) throw new Error('two plans');

/** The workings of a plan against another, as they are written. */
function worked(plan: Plan, baseline: Plan) {
	return (name: PlanFigureName) => {
		const working = planWorkingOf(plan, baseline, { of: 'plan', name });
		return working && writePlanWorking(working, names, usd);
	};
}

describe('what a plan changes, in words', () => {
	it('names the debts, the terms and the fees of each kind of change', () => {
		expect(changeInWords(loan, names, usd)).toBe(
			'Quillmark card, Pellan Stores card and Marrowby card are paid off by one new loan at 11.50 %, over 48 months; fee 4 %, added to it'
		);
		expect(changeInWords(moved, names, usd)).toBe(
			'1,000.00 of Quillmark card and Pellan Stores card are moved to Tern card: 0 % for 14 months, then 24.99 %; fee 3 %'
		);
		expect(changeInWords(agreed, names, usd)).toBe(
			'From March 2027 it is agreed: Quillmark card 8 % and 105.00 a month; fees 50.00 at the start, 7.50 % of the month’s money, at most 40.00'
		);
		expect(changeInWords({ ...loan, debts: [] }, names, usd)).toContain('No debt is paid off');
	});

	it('says why a change is refused, and pays the debts as they are until then', () => {
		const entry = { ...other, changes: [loan, moved] };
		const { refusal, plan } = carriedPlan(document, entry);
		expect(refusal).toMatchObject({ change: 1, reason: 'closed before' });
		expect(refusal && refusalInWords(refusal, names, usd)).toContain(
			'Quillmark card owes nothing when this change comes'
		);
		expect(plan.totalInterest).toBe(own.plan.totalInterest);
		const above = { change: 0, reason: 'above the limit', amount: 5, limit: 4 } as const;
		expect(refusalInWords({ ...above, amount: cents(500), limit: cents(400) }, names, usd)).toBe(
			'5.00 with the fee is above the credit limit of 4.00: move less, or another debt.'
		);
	});

	it('brings debts of its own into the list, after those of the case', () => {
		const listed = listedDebts(document.debts, consolidated.entry, consolidated.debts);
		expect(listed.at(-1)).toEqual({
			id: loan.loan.id,
			name: 'New debt',
			place: 5,
			isNew: true
		});
		expect(goneInWords(consolidated.plan, quill ?? '')).toBe('at the start');
		expect(goneInWords(consolidated.plan, loan.loan.id)).toBe('Sep 2028');
		expect(goneInWords(own.plan, loan.loan.id)).toBe('—');
	});

	it('shows its fees beside the interest, each with its working', () => {
		expect(plain(planSentence(consolidated.plan, consolidated.entry, null, usd))).toBe(
			'At 820.00 a month, highest rate first, everything is paid off in June 2029, after 30 months; it costs 2,608.99 in interest and 317.12 in fees.'
		);
		const written = worked(consolidated.plan, own.plan);
		const { id } = loan.loan;
		expect(written('totalFees')).toMatchObject({
			numbers: '317.12 = 317.12',
			sources: [
				{
					text: '317.12 is added to New at the start',
					figure: { of: 'plan', name: { feeOf: id } }
				}
			]
		});
		expect(written({ feeOf: id })).toMatchObject({
			words: 'what it takes over × a rate',
			numbers: '7,927.92 × 4 % = 317.11680, rounded to 317.12',
			sources: [
				{ text: '4,182.36 is taken over from Quillmark card' },
				{ text: '961.40 is taken over from Pellan Stores card' },
				{ text: '2,784.16 is taken over from Marrowby card' }
			]
		});
		expect(written({ openingOf: id })?.numbers).toBe(
			'4,182.36 + 961.40 + 2,784.16 + 317.12 = 8,245.04'
		);
		expect(written({ interestOf: id })?.sources).toEqual([
			{
				text: '8,245.04 is what it owed at the start',
				figure: { of: 'plan', name: { openingOf: id } }
			}
		]);
		expect(written('costLess')?.numbers).toBe('3,473.57 − 2,926.11 = 547.46');
		expect(written({ interestOf: loan.loan.id })?.numbers).toBe(
			'9,172.04 + 0.00 − 8,245.04 = 927.00'
		);
		expect(written('totalInterest')?.sources[5]?.figure).toEqual({
			of: 'plan',
			name: { interestOf: loan.loan.id }
		});
	});
});

describe('the fees of an agreement', () => {
	const entry = { ...other, changes: [agreed] };
	const { plan } = carriedPlan(document, entry);
	const written = worked(plan, own.plan);

	it('are added up by when they are paid, and open month by month', () => {
		const { setUp, monthly } = plan.changeFees;
		expect(setUp).toBe(5_000);
		expect(written('totalFees')?.sources).toEqual([
			{
				text: '50.00 is paid when the agreement begins, in March 2027',
				figure: { of: 'plan', name: { inMonth: 3, what: 'fees' } }
			},
			{
				text: `${writeMoney(monthly, usd)} is paid month by month for the agreement`,
				figure: { of: 'plan', name: 'monthlyFees' }
			}
		]);
		const [first] = written('monthlyFees')?.sources ?? [];
		expect(first?.text).toMatch(/^40\.00 is paid each month, March 2027 to /);
		expect(first?.figure?.name).toEqual({ inMonth: 3, what: 'fees' });
	});

	it('say of which sum a month’s fee is a part, and what its cap leaves', () => {
		const owed = plan.kept[2]?.shares.reduce((sum, share) => sum + share.owed, 0) ?? 0;
		expect(written({ inMonth: 3, what: 'fees' })).toEqual({
			title: 'Fees of March 2027',
			words:
				'what the agreement costs once + a part of the month’s money, or of all that is owed where that is less, at most the cap',
			numbers: '50.00 + (7.50 % of 820.00: 61.50, at most 40.00) = 90.00',
			result: '90.00',
			sources: [
				{ text: '820.00 is the month’s money before fees', figure: null },
				{
					text: `${writeMoney(cents(owed), usd)} is all that is owed then, the month’s interest with it`,
					figure: null
				}
			]
		});
		expect(written({ inMonth: 3, what: 'spent' })).toMatchObject({
			title: 'Money of March 2027',
			numbers: '730.00 + 90.00 = 820.00'
		});
	});
});

describe('how far a figure is from the other way', () => {
	const written = worked(consolidated.plan, own.plan);

	it('is that of the plan less that of the other way, and both of them open', () => {
		expect(written({ apart: 'cost' })).toMatchObject({
			title: 'Total cost: how far from the other way',
			numbers: '2,926.11 − 3,473.57 = −547.46',
			sources: [
				{
					text: '3,473.57 is that of the other way',
					figure: { of: 'plan', name: 'totalCost', whose: 'baseline' }
				},
				{ text: '2,926.11 is that of the plan', figure: { of: 'plan', name: 'totalCost' } }
			]
		});
		expect(written({ apart: 'firstGone' })?.numbers).toMatch(
			/^\w{3} 20\d\d to \w{3} 20\d\d: .* (later|sooner)$|: the same$/
		);
	});

	it('names the months that are short, and by how much', () => {
		const { plan } = carriedPlan(document, {
			...other,
			budget: { kind: 'constant', amount: cents(30_000) }
		});
		const short = worked(plan, own.plan)('shortMonths');
		expect(short?.result).toBe(`${plan.shortMonths.length} months`);
		const [first] = plan.shortMonths;
		expect(short?.sources[0]?.text).toBe(
			`${writeMoney(first?.missing ?? cents(0), usd)} is lacking in January 2027`
		);
		expect(short?.sources.length).toBeLessThanOrEqual(12);
	});
});

describe('plans side by side, in words', () => {
	it('says which costs least and which is over first', () => {
		expect(plain(comparisonSentence([own, consolidated], usd))).toBe(
			'Of 2 plans, “One loan” costs least, 2,926.11, and none is over sooner: in June 2029.'
		);
		expect(plain(comparisonSentence([own], usd))).toContain('Only “Highest rate first” is shown');
		const sooner = {
			...own,
			name: 'Dear',
			plan: {
				...own.plan,
				ending: { status: 'cleared' as const, payoffDate: day('2029-01-15') },
				totalCost: cents(400_000)
			}
		};
		expect(plain(comparisonSentence([consolidated, sooner], usd))).toBe(
			'Of 2 plans, “One loan” costs least, 2,926.11; “Dear” is over first, in January 2029, and costs 1,073.89 more.'
		);
	});

	it('says plainly where a plan makes something worse', () => {
		const both = { kind: 'both end' as const, interestLess: cents(0) };
		expect(verdict({ ...both, monthsSooner: 8, costLess: cents(-41_200) }, usd)).toBe(
			'8 months sooner but 412.00 more'
		);
		expect(verdict({ ...both, monthsSooner: -1, costLess: cents(41_200) }, usd)).toBe(
			'1 month later but 412.00 less'
		);
		expect(verdict({ ...both, monthsSooner: 0, costLess: cents(41_200) }, usd)).toBe(
			'the same month, 412.00 less'
		);
		expect(verdict({ kind: 'neither ends' }, usd)).toBe('never ends, nor does the other');
		expect(verdict(null, usd)).toBeNull();
	});

	it('writes each figure with its distance, and where two plans cross', () => {
		const date = { kind: 'date' as const, date: day('2029-06-15') };
		expect(writeCompared('ends', date, usd)).toBe('Jun 2029');
		expect(writeCompared('ends', null, usd)).toBe('never');
		expect(writeCompared('cost', null, usd)).toBe('—');
		expect(writeDistance(date, -3, usd)).toBe('3 months sooner');
		expect(writeDistance({ kind: 'money', amount: cents(5) }, 120, usd)).toBe('+1.20');
		expect(writeDistance({ kind: 'count', count: 3 }, -2, usd)).toBe('−2');
		expect(writeDistance({ kind: 'per unit', hundredths: 119 }, 0, usd)).toBe('the same');
		const crossing = { month: 19, date: day('2028-07-01'), ahead: 'second' as const };
		expect(plain(crossingSentence(crossing, 'One', 'Two'))).toBe(
			'From July 2028, after 19 months, less is owed under “Two” than under “One”.'
		);
	});

	it('measures against the minimums, today’s payments, or one of the plans', () => {
		const against = (measure: string) => ({ ...document, against: measure });
		expect(measuredPlan(against(other.id)).totalCost).toBe(consolidated.plan.totalCost);
		expect(measuredPlan(against('minimums')).months).toBe(207);
		expect(measuredPlan(against('today')).months).toBeLessThan(207);
		expect(measureWords(other.id, document.plans)).toBe('the plan “One loan”');
		expect(measureWords('a plan that is gone', document.plans)).toBe('paying the minimums');
	});

	it('is laid beside another version plan by plan', () => {
		const [first, second] = document.plans;
		if (!first || !second) throw new Error('two plans');
		const there = {
			...document,
			plans: [first],
			against: 'today',
			choices: [{ plan: first.id, name: first.name, date: day('2026-12-15'), note: 'agreed' }]
		};
		expect(caseDifferences(document, there)).toEqual([
			{ what: 'Plan “One loan”', mine: 'among the plans', theirs: 'not among the plans' },
			{ what: 'Plans, order', mine: 'Highest rate first, One loan', theirs: 'Highest rate first' },
			{ what: 'Plans, measured against', mine: 'paying the minimums', theirs: 'paying as today' },
			{ what: 'Plans, chosen', mine: 'none', theirs: 'Highest rate first on 2026-12-15 agreed' }
		]);
	});

	it('says how far the search for the cheapest order is, and what it proves', () => {
		const found = { ids: [], interest: cents(347_045), bound: cents(340_000) };
		const said = (done: number, ended: boolean) =>
			plain(searchSentence({ ...found, done }, ended, own.plan, usd));
		expect(said(0.5, false)).toBe(
			'The best order so far costs 3,470.45 in interest; no order costs less than 3,400.00.'
		);
		expect(said(0.5, true)).toContain('The best order found costs');
		expect(said(1, true)).toBe(
			'The cheapest possible order costs 3,470.45 in interest: the plan’s own order costs 3.12 more.'
		);
		expect(plain(searchSentence(null, true, own.plan, usd))).toContain('none of the usual orders');
	});
});

describe('a new plan', () => {
	it('starts from each start with a name that is free, and is a plan that can be saved', () => {
		let grown = document;
		for (const { value } of PLAN_STARTS) {
			const plan = newPlan(value, grown, own.entry);
			grown = caseDocument.parse({ ...grown, plans: [...grown.plans, plan] });
			const { refusal } = carriedPlan(grown, plan);
			expect([value, refusal]).toEqual([value, null]);
		}
		expect(grown.plans.map(({ name }) => name)).toEqual([
			'Highest rate first',
			'One loan',
			'Highest rate first 2',
			'Minimums only',
			'Payments as today',
			'One new loan',
			'Moved balance',
			'Agreed lower rates',
			'Highest rate first, copy'
		]);
		const ids = (by: number) => movedPlan(document.plans, other.id, by).map(({ id }) => id);
		expect(ids(-1)).toEqual([other.id, FIRST_PLAN.id]);
		expect(ids(1)).toEqual([FIRST_PLAN.id, other.id]);
	});
});
