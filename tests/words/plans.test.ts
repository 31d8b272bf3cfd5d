import { usualHandout } from '../../src/lib/document/handout';
import { NO_CALENDAR } from '../../src/lib/document/calendar';
import { USUAL_STYLE } from '../../src/lib/messages/style';
import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { cents } from '../../src/lib/core/quantities/money';
import type { PlanFigure } from '../../src/lib/core/working/plan-figure';
import { planWorkingOf } from '../../src/lib/core/working/plan-working';
import { planDifference } from '../../src/lib/core/plan/answers';
import { NOTHING_LIVED } from '../../src/lib/document/case';
import { VERSION } from '../../src/lib/document/version';
import { caseDocument } from '../../src/lib/document/schema/case';
import { carriedPlan, measuredPlan } from '../../src/lib/document/carried-plans';
import { planEventInWords } from '../../src/lib/words/plan';
import { measureWords } from '../../src/lib/words/plan-names';
import { caseDifferences } from '../../src/lib/words/differences';
import {
	daysOf,
	FIRST_PLAN,
	NO_SHEET,
	planTerms,
	type PlanEntry
} from '../../src/lib/document/plan';
import {
	curveSentence,
	moreSentence,
	planSentence,
	shortSentence
} from '../../src/lib/words/plan-answer';
import { writePlanWorking } from '../../src/lib/words/plan-working';
import { cureOf } from '../../src/lib/core/plan/answers';
import { whyShare } from '../../src/lib/words/shares';
import { plain } from '../../src/lib/messages/sentence';
import { amount, card } from '../support/debts';
import { usd } from '../support/said';

const day = (text: string) => text as CalendarDate;
const dental = card({
	name: 'Dental plan',
	balance: 164_400,
	annualRate: 0,
	required: amount(13_700)
});

function planned(debts: readonly object[], fields: Partial<PlanEntry>) {
	const document = caseDocument.parse({
		version: VERSION,
		label: 'A household',
		currency: usd.currency,
		style: USUAL_STYLE,
		asOf: '2026-12-15',
		people: [],
		debts,
		plans: [{ ...FIRST_PLAN, ...fields }],
		against: 'minimums',
		choices: [],
		sheet: { income: [], needs: [] },
		handout: usualHandout('USD'),
		calendar: NO_CALENDAR,
		...NOTHING_LIVED
	});
	const [entry] = document.plans;
	if (!entry) throw new Error('no plan');
	const { plan, debts: changed, terms } = carriedPlan(document, entry);
	const baseline = measuredPlan(document);
	return { document, entry, plan, terms, debts: changed, baseline };
}

const said = (debts: readonly object[], fields: Partial<PlanEntry>) => {
	const { document, entry, plan, baseline } = planned(debts, fields);
	const words = measureWords(document.against, document.plans, usd);
	const measure = { difference: planDifference(plan, baseline), words };
	return plain(planSentence(plan, entry, measure, usd));
};

describe('a plan in sentences', () => {
	it('says when everything is over, what it costs, and against what', () => {
		const constant = { kind: 'constant', amount: cents(30_000) } as const;
		expect(said([card(), dental], { budget: constant })).toMatch(
			/^At \$300\.00 a month, highest rate first, everything is paid off in \w+ 20\d\d, after \d+ months; it costs \$[\d,.]+ in interest, \d+ years? .* sooner and \$[\d,.]+ less than paying the minimums\.$/
		);
		expect(said([dental], {})).toBe(
			'At $137.00 a month, highest rate first, everything is paid off in December 2027, after 12 months; it costs nothing in interest, the same as paying the minimums.'
		);
		expect(said([dental], { budget: { kind: 'required-plus', extra: cents(5_000) } })).toContain(
			'Paying the minimum payments and $50.00 more, highest rate first, everything is paid off in September 2027'
		);
		const least = { kind: 'constant', amount: cents(5_000) } as const;
		expect(said([card()], { budget: least })).toMatch(
			/^At \$50\.00 a month, highest rate first, these debts are never paid off: after \d+ months, \$[\d,.]+ is owed\.$/
		);
		expect(said([card({ balance: 0 })], {})).toBe('Nothing is owed on these debts.');
	});

	it('says from when money is short, and why each debt gets what it gets', () => {
		const short = planned([card(), dental], {
			budget: { kind: 'constant', amount: cents(25_000) },
			shortOrder: null
		});
		const { plan } = short;
		const cure = cureOf(short.debts, short.terms, plan);
		expect(plain(shortSentence(plan, cure, usd) ?? [])).toMatch(
			/^From January 2027, in \d+ months, the budget is less than the minimum payments: by \$8\.00 in the first of them, and by \$35\.00 in total; .*\$258\.00 a month would cover it\. In January 2027 there is enough for 96\.90 % of them\.$/
		);
		const [month] = plan.kept;
		const why = month?.shares.map((share) => whyShare(share, month, { order: 'rate' }, usd)) ?? [];
		expect(why[0]).toContain('$121.00 × $250.00 ÷ $258.00 = $117.25');
		const enough = planned([card(), dental], {
			order: 'balance',
			budget: { kind: 'constant', amount: cents(30_000) }
		}).plan;
		expect(shortSentence(enough, null, usd)).toBeNull();
		const [first] = enough.kept;
		const reasons =
			first?.shares.map((share) => whyShare(share, first, { order: 'balance' }, usd)) ?? [];
		expect(reasons[1]).toBe(
			'The minimum payment is $137.00. It also gets $42.00 of the $42.00 above all minimum payments, because it is first in line: smallest balance, $1,644.00.'
		);
		expect(reasons[0]).toContain('went to debts ahead of it in line');
	});

	it('says what more buys, and names what happens', () => {
		const gained = { kind: 'both end', monthsSooner: 2, interestLess: cents(10_820) } as const;
		expect(plain(moreSentence(cents(2_500), gained, usd))).toBe(
			'$25 more a month: 2 months sooner, $108.20 less'
		);
		const point = { amount: cents(94_000), months: 29, interest: cents(402_299) };
		expect(plain(curveSentence(point, usd))).toBe(
			'At $940.00 a month: 2 years 5 months, $4,022.99 in interest'
		);
		const refund = {
			id: crypto.randomUUID(),
			kind: 'one-off' as const,
			off: false,
			date: day('2027-04-15'),
			amount: cents(40_000),
			everyYear: true
		};
		expect(planEventInWords(refund, usd)).toBe('+$400.00 in Apr, every year');
		expect(daysOf(refund, day('2029-12-31'))).toEqual(['2027-04-15', '2028-04-15', '2029-04-15']);
	});
});

describe('the working of a plan', () => {
	it('adds up to its figure, and measures it against the baseline', () => {
		const { plan, baseline } = planned([card(), dental], {
			budget: { kind: 'constant', amount: cents(30_000) }
		});
		const names = new Map(plan.debts.map(({ id }, index) => [id, ['Card', 'Dental'][index] ?? '']));
		const written = (name: PlanFigure['name']) => {
			const working = planWorkingOf({ plan, debts: [] }, baseline, { of: 'plan', name });
			return working && writePlanWorking(working, (id) => names.get(id) ?? '', usd);
		};
		const sum = written('totalInterest');
		expect(sum?.sources.map(({ text }) => text)).toEqual([
			`${sum?.result ?? ''} is Card`,
			'0.00 is Dental'
		]);
		const less = planWorkingOf({ plan, debts: [] }, baseline, { of: 'plan', name: 'interestLess' });
		expect(less).toMatchObject({
			kind: 'less',
			less: baseline.totalInterest - plan.totalInterest
		});
		const ends = plan.debts.map(({ payoffDate }) => payoffDate).sort();
		expect(
			planWorkingOf({ plan, debts: [] }, baseline, { of: 'plan', name: 'payoffDate' })
		).toMatchObject({
			date: ends.at(-1),
			months: plan.months
		});
		expect(written('monthsSooner')?.numbers).toContain(' to 15 Mar 2044: ');
		const never = planned([card()], { budget: { kind: 'constant', amount: cents(5_000) } });
		for (const name of ['payoffDate', 'monthsSooner', 'interestLess'] as const) {
			expect(
				planWorkingOf({ plan: never.plan, debts: [] }, never.baseline, { of: 'plan', name })
			).toBeNull();
		}
	});
});

describe('a plan in months', () => {
	it('puts what happens into its month, and leaves out what is switched off', () => {
		const dated = { id: crypto.randomUUID(), off: false, amount: cents(40_000) };
		const events: PlanEntry['events'] = [
			{ ...dated, kind: 'one-off', date: day('2027-03-31'), everyYear: false },
			{ ...dated, kind: 'money', date: day('2028-01-02') },
			{ ...dated, kind: 'money', date: day('2029-01-02'), off: true }
		];
		const terms = planTerms(
			{ ...FIRST_PLAN, events },
			{ firstMonth: day('2027-01-01'), begins: 1, usualMoney: () => cents(25_800), ids: [] },
			{ debts: [], sheet: NO_SHEET }
		);
		expect(terms).toMatchObject({
			budget: { kind: 'constant', amount: 25_800 },
			oneOffs: [{ month: 3, amount: 40_000 }],
			budgetChanges: [{ from: 13, amount: 40_000 }]
		});
	});

	it('takes a debt with its extras, and without the payment that the client chose', () => {
		const dated = (date: string) => ({ id: crypto.randomUUID(), off: false, date });
		const extra = {
			...dated('2027-03-15'),
			kind: 'extra',
			amount: 5_000,
			perYear: null,
			until: null
		};
		const payment = { ...dated('2027-02-15'), kind: 'payment', amount: 50_000 };
		const { plan } = planned([{ ...dental, events: [extra, payment] }], {
			budget: { kind: 'required' }
		});
		expect(plan.kept.slice(0, 3).map(({ required }) => required)).toEqual([13_700, 13_700, 13_700]);
		// What comes with the debt is paid beside what is required, and is no part of the month's money.
		expect(plan.kept.slice(0, 3).map(({ paid }) => paid)).toEqual([13_700, 13_700, 18_700]);
		expect(plan.kept[2]).toMatchObject({ budget: 13_700, ownExtra: 5_000, shortfall: 0 });
	});

	it('is laid beside another version field by field', () => {
		const { document } = planned([card()], {});
		const plans = document.plans.map((plan) => ({ ...plan, order: 'balance' as const }));
		const other = { ...document, plans };
		expect(caseDifferences(document, other)).toEqual([
			{
				what: 'Plan “Highest rate first”, order',
				mine: 'highest rate first',
				theirs: 'smallest balance first'
			}
		]);
	});
});
