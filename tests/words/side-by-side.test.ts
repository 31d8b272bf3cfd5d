import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { percent } from '../../src/lib/core/quantities/rate';
import { cents } from '../../src/lib/core/quantities/money';
import { caseDocument } from '../../src/lib/document/schema/case';
import { caseDifferences } from '../../src/lib/words/differences';
import { carriedPlan, measuredPlan } from '../../src/lib/document/carried-plans';
import { listedDebts } from '../../src/lib/words/plan';
import { measureWords } from '../../src/lib/words/plan-names';
import {
	isAssumed,
	missingTerms,
	newDebtOf,
	type ChangeEntry
} from '../../src/lib/document/change';
import { changeInWords, refusalInWords } from '../../src/lib/words/changes';
import {
	comparisonSentence,
	crossingSentence,
	goneInWords,
	verdict,
	writeCompared,
	writeDistance
} from '../../src/lib/words/comparison';
import { FIRST_PLAN } from '../../src/lib/document/plan';
import { plain } from '../../src/lib/messages/sentence';
import { searchSentence } from '../../src/lib/words/search';
import {
	movedPlan,
	newChange,
	newPlan,
	PLAN_STARTS,
	withProposedTerms
} from '../../src/lib/desk/plan-entry';
import {
	agreed,
	consolidated,
	debts,
	document,
	loan,
	moved,
	names,
	other,
	own,
	usd
} from '../support/two-plans';

const day = (text: string) => text as CalendarDate;
const [quill] = debts.map(({ id }) => id);

describe('what a plan changes, in words', () => {
	it('names the debts, the terms and the fees of each kind of change', () => {
		expect(changeInWords(loan, names, usd)).toBe(
			'Quillmark card, Pellan Stores card and Marrowby card are paid off by a consolidation loan at 11.50 %, over 48 months; fee 4 %, added to the loan'
		);
		expect(changeInWords(moved, names, usd)).toBe(
			'$1,000.00 of Quillmark card and Pellan Stores card are transferred to Tern card: 0 % for 14 months, then 24.99 %; fee 3 %'
		);
		expect(changeInWords(agreed, names, usd)).toBe(
			'Agreed from March 2027: Quillmark card 8 % and $105.00 a month; fees $50.00 at the start, 7.50 % of the monthly budget, at most $40.00'
		);
		expect(changeInWords({ ...loan, debts: [] }, names, usd)).toContain('No debt is paid off');
	});

	it('says why a change is refused, and computes nothing until then', () => {
		const entry = { ...other, changes: [loan, moved] };
		const { refusal, plan } = carriedPlan(document, entry);
		expect(refusal).toMatchObject({ change: 1, reason: 'closed before' });
		expect(refusal && refusalInWords(refusal, names, usd)).toContain(
			'Quillmark card has no balance when this change takes effect'
		);
		expect(plan.ending).toEqual({ status: 'refused', reason: 'changes' });
		expect(plan).toMatchObject({ months: 0, totalInterest: 0, starting: own.plan.starting });
		const above = { change: 0, reason: 'above the limit', amount: 5, limit: 4 } as const;
		expect(refusalInWords({ ...above, amount: cents(500), limit: cents(400) }, names, usd)).toBe(
			'$5.00 including the fee exceeds the credit limit of $4.00. Transfer less, or a different debt.'
		);
	});

	it('brings debts of its own into the list, after those of the case', () => {
		const listed = listedDebts(document, consolidated.debts, usd);
		expect(listed.at(-1)).toEqual({
			id: loan.loan.id,
			name: 'New debt',
			place: 5,
			isNew: true
		});
		expect(goneInWords(consolidated.plan, quill ?? '', usd)).toBe('at the start');
		expect(goneInWords(consolidated.plan, loan.loan.id, usd)).toBe('Sep 2028');
		expect(goneInWords(own.plan, loan.loan.id, usd)).toBe('—');
	});
});

describe('plans side by side, in words', () => {
	it('says which costs least and which is over first', () => {
		expect(plain(comparisonSentence([own, consolidated], usd))).toBe(
			'Of 2 plans, “One loan” costs the least, $2,926.11, and none finishes sooner: in June 2029.'
		);
		expect(plain(comparisonSentence([own], usd))).toContain('Only “Highest rate first” is shown');
		const sooner = {
			...own,
			name: 'Dear',
			plan: {
				...own.plan,
				ending: { status: 'cleared' as const, payoffDate: day('2029-01-15') },
				totalInterest: cents(400_000),
				totalFees: cents(0)
			}
		};
		expect(plain(comparisonSentence([consolidated, sooner], usd))).toBe(
			'Of 2 plans, “One loan” costs the least, $2,926.11; “Dear” finishes first, in January 2029, and costs $1,073.89 more.'
		);
	});

	it('says plainly where a plan makes something worse', () => {
		const both = { kind: 'both end' as const, interestLess: cents(0) };
		expect(verdict({ ...both, monthsSooner: 8, costLess: cents(-41_200) }, usd)).toBe(
			'8 months sooner but $412.00 more'
		);
		expect(verdict({ ...both, monthsSooner: -1, costLess: cents(41_200) }, usd)).toBe(
			'1 month later but $412.00 less'
		);
		expect(verdict({ ...both, monthsSooner: 0, costLess: cents(41_200) }, usd)).toBe(
			'the same month, $412.00 less'
		);
		expect(verdict({ kind: 'neither ends' }, usd)).toBe('never paid off, nor is the other');
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
		expect(plain(crossingSentence(crossing, 'One', 'Two', 'owed', usd))).toBe(
			'From July 2028, after 19 months, less is owed under “Two” than under “One”.'
		);
	});

	it('measures against the minimums, today’s payments, or one of the plans', () => {
		const against = (measure: string) => ({ ...document, against: measure });
		expect(measuredPlan(against(other.id)).totalCost).toBe(consolidated.plan.totalCost);
		expect(measuredPlan(against('minimums')).months).toBe(207);
		expect(measuredPlan(against('today')).months).toBeLessThan(207);
		expect(measureWords(other.id, document.plans, usd)).toBe('the plan “One loan”');
		expect(measureWords('a plan that is gone', document.plans, usd)).toBe('paying the minimums');
	});

	it('is laid beside another version plan by plan', () => {
		const [first, second] = document.plans;
		if (!first || !second) throw new Error('two plans');
		const there = {
			...document,
			plans: [first],
			against: 'today',
			choices: [
				{
					plan: first.id,
					name: first.name,
					date: day('2026-12-15'),
					note: 'agreed',
					content: null
				}
			]
		};
		expect(caseDifferences(document, there)).toEqual([
			{ what: 'Plan “One loan”', mine: 'among the plans', theirs: 'not among the plans' },
			{ what: 'Plans, order', mine: 'Highest rate first, One loan', theirs: 'Highest rate first' },
			{ what: 'Plans, compared with', mine: 'paying the minimums', theirs: 'paying as today' },
			{ what: 'Plans, chosen', mine: 'none', theirs: 'Highest rate first on 2026-12-15 agreed' }
		]);
	});

	it('says how far the search for the cheapest order is, and what it proves', () => {
		const found = { ids: [], interest: cents(347_045), bound: cents(340_000), within: cents(0) };
		const said = (done: number, ended: 'at its end' | 'stopped' | null) =>
			plain(searchSentence({ ...found, done }, ended, own.plan, own.plan, usd));
		expect(said(0.5, null)).toBe(
			'The best fixed order so far costs $3,470.45 in interest; none costs less than $3,400.00.'
		);
		expect(said(0.5, 'stopped')).toContain('The best fixed order found costs');
		expect(said(1, 'at its end')).toBe(
			'The cheapest fixed order costs $3,470.45 in interest: the plan’s own order costs $3.12 more.'
		);
		const close = { ...found, done: 1, within: cents(10) };
		expect(plain(searchSentence(close, 'at its end', own.plan, own.plan, usd))).toBe(
			'The cheapest fixed order, to within $0.10, costs $3,470.45 in interest: the plan’s own order costs $3.12 more.'
		);
		const ranked = { ...own.plan, totalInterest: cents(346_000) };
		expect(
			plain(searchSentence({ ...found, done: 1 }, 'at its end', own.plan, ranked, usd))
		).toMatch(/ Highest rate first, ranked anew each month, costs \$10\.45 less still\.$/);
		const none = (ended: 'at its end' | 'stopped') =>
			plain(searchSentence(null, ended, own.plan, own.plan, usd));
		expect(none('at its end')).toBe('With this budget, no fixed order ever pays off these debts.');
		expect(none('stopped')).toBe('No order was found that pays off these debts with this budget.');
	});
});

describe('a new plan', () => {
	it('starts from each start with a name that is free, and is a plan that can be saved', () => {
		let grown = document;
		for (const { value } of PLAN_STARTS) {
			const plan = newPlan(value, grown, own.entry);
			grown = caseDocument.parse({ ...grown, plans: [...grown.plans, plan] });
			const { refusal } = carriedPlan(grown, plan);
			if (plan.changes.length === 0 || value === 'copy') {
				expect([value, refusal]).toEqual([value, null]);
				continue;
			}
			// No term is invented: the plan waits until they are typed, or proposed ones are taken.
			expect(refusal).toMatchObject({ reason: 'terms missing', change: 0 });
			expect(refusal && refusalInWords(refusal, names, usd)).toMatch(/^Enter .*, or assume/);
			expect(isAssumed(plan.changes[0] as ChangeEntry)).toBe(false);
			const proposed = {
				...plan,
				changes: plan.changes.map((one) => withProposedTerms(one, grown))
			};
			grown = caseDocument.parse({ ...grown, plans: [...grown.plans.slice(0, -1), proposed] });
			expect(proposed.changes.map(isAssumed)).toEqual([true]);
			expect([value, carriedPlan(grown, proposed).refusal]).toEqual([value, null]);
		}
		expect(grown.plans.map(({ name }) => name)).toEqual([
			'Highest rate first',
			'One loan',
			'Highest rate first 2',
			'Minimums only',
			'Payments as today',
			'Consolidation loan',
			'Balance transfer',
			'Creditor agreement',
			'Settlement',
			'Highest rate first, copy'
		]);
		// Each new debt has a letter of its own, in whichever plan it is.
		const places = grown.plans.flatMap((plan) =>
			listedDebts(grown, carriedPlan(grown, plan).debts, usd).filter(({ isNew }) => isNew)
		);
		expect(new Set(places.map(({ place }) => place)).size).toBe(places.length);
		expect(places.length).toBeGreaterThan(2);
		const ids = (by: number) => movedPlan(document.plans, other.id, by).map(({ id }) => id);
		expect(ids(-1)).toEqual([other.id, FIRST_PLAN.id]);
		expect(ids(1)).toEqual([FIRST_PLAN.id, other.id]);
	});

	it('takes what was typed into a proposal, and marks the rest as assumed', () => {
		const change = newChange('consolidate', document);
		if (change.kind !== 'consolidate') throw new Error('a loan');
		const typed = withProposedTerms({ ...change, annualRate: percent(99_000) }, document);
		expect(typed).toMatchObject({ annualRate: 99_000, assumed: ['rule', 'firstDue', 'fee'] });
		expect(missingTerms(typed)).toEqual([]);
	});

	it('is never the cheapest without it being said that its terms are assumed', () => {
		const said = plain(comparisonSentence([own, { ...consolidated, standing: 'assumed' }], usd));
		expect(said).toContain('“One loan” (terms assumed) costs the least');
		const open = plain(comparisonSentence([own, { ...consolidated, standing: 'open' }], usd));
		expect(open).toContain('“One loan” (not agreed yet) costs the least');
	});

	it('copies a plan with debts of its own, also where its changes and its order name them', () => {
		const onwards: ChangeEntry = { ...moved, amounts: [{ debt: loan.loan.id, amount: null }] };
		const from = {
			...consolidated.entry,
			changes: [loan, onwards],
			order: 'listed' as const,
			listed: [moved.card.id, ...debts.map(({ id }) => id)]
		};
		const copy = newPlan('copy', document, from);
		const [first, second] = copy.changes.map((change) => newDebtOf(change)?.id ?? '');
		expect([loan.loan.id, moved.card.id]).not.toContain(first);
		expect(copy.changes[1]).toMatchObject({ amounts: [{ debt: first }], card: { id: second } });
		expect(copy.listed[0]).toBe(second);
		const [mine, theirs] = [from, copy].map((entry) => carriedPlan(document, entry));
		expect(theirs?.refusal).toBeNull();
		expect(theirs?.plan.totalCost).toBe(mine?.plan.totalCost);
		expect(theirs?.plan.kept).toEqual(mine?.plan.kept);
	});
});
