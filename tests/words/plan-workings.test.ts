import { describe, expect, it } from 'vitest';
import { cents } from '../../src/lib/core/quantities/money';
import type { PlanFigureName } from '../../src/lib/core/working/plan-figure';
import { planWorkingOf } from '../../src/lib/core/working/plan-working';
import type { Plan } from '../../src/lib/core/plan/terms';
import { carriedPlan } from '../../src/lib/document/carried-plans';
import { writeAmount } from '../../src/lib/reading/written';
import { planSentence } from '../../src/lib/words/plan-answer';
import { writePlanWorking } from '../../src/lib/words/plan-working';
import { plain } from '../../src/lib/messages/sentence';
import { agreed, consolidated, document, loan, names, other, own, usd } from '../support/two-plans';

/** The workings of a plan against another, as they are written. */
function worked(plan: Plan, baseline: Plan) {
	return (name: PlanFigureName) => {
		const working = planWorkingOf({ plan, debts: [] }, baseline, { of: 'plan', name });
		return working && writePlanWorking(working, names, usd);
	};
}

describe('the fee of a new debt', () => {
	it('shows its fees beside the interest, each with its working', () => {
		expect(plain(planSentence(consolidated.plan, consolidated.entry, null, usd))).toBe(
			'At $820.00 a month, highest rate first, everything is paid off in June 2029, after 30 months; it costs $2,608.99 in interest and $317.12 in fees.'
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
			words: 'transferred balances × a rate',
			numbers: '7,927.92 × 4 % = 317.11680, rounded to 317.12',
			sources: [
				{ text: '4,182.36 is transferred from Quillmark card' },
				{ text: '961.40 is transferred from Pellan Stores card' },
				{ text: '2,784.16 is transferred from Marrowby card' }
			]
		});
		expect(written({ openingOf: id })?.numbers).toBe(
			'4,182.36 + 961.40 + 2,784.16 + 317.12 = 8,245.04'
		);
		expect(written({ interestOf: id })?.sources).toEqual([
			{
				text: '8,245.04 is the starting balance',
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
				text: `${writeAmount(monthly, usd)} is paid month by month for the agreement`,
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
				'the one-time cost of the agreement + a share of the monthly budget, or of the total balance where that is less, at most the cap',
			numbers: '50.00 + (7.50 % of 820.00: 61.50, at most 40.00) = 90.00',
			result: '90.00',
			sources: [
				{ text: '820.00 is the monthly budget before fees', figure: null },
				{
					text: `${writeAmount(cents(owed), usd)} is the total balance then, including the month’s interest`,
					figure: null
				}
			]
		});
		expect(written({ inMonth: 3, what: 'spent' })).toMatchObject({
			title: 'Budget of March 2027',
			numbers: '730.00 + 90.00 = 820.00'
		});
	});
});

describe('how far a figure is from the other way', () => {
	const written = worked(consolidated.plan, own.plan);

	it('is that of the plan less that of the other way, and both of them open', () => {
		expect(written({ apart: 'cost' })).toMatchObject({
			title: 'Total cost: difference from the baseline',
			numbers: '2,926.11 − 3,473.57 = −547.46',
			sources: [
				{
					text: '3,473.57 is that of the baseline',
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
			`${writeAmount(first?.missing ?? cents(0), usd)} is missing in January 2027`
		);
		expect(short?.sources.length).toBeLessThanOrEqual(12);
	});
});
