import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addMonths, addDays, startOfMonth } from '../../src/lib/core/quantities/calendar';
import { cents } from '../../src/lib/core/quantities/money';
import { percent } from '../../src/lib/core/quantities/rate';
import { interestAndFees } from '../../src/lib/core/plan/answers';
import { driftOn } from '../../src/lib/core/plan/drift';
import { caseDocument } from '../../src/lib/document/schema/case';
import type { CaseDocument } from '../../src/lib/document/case';
import { bringsBack, comeBack } from '../../src/lib/document/coming-back';
import { carriedPlan } from '../../src/lib/document/carried-plans';
import { goneOn } from '../../src/lib/document/going-on';
import { forecastEntryOf, keptForecast } from '../../src/lib/document/kept-forecast';
import { statedDebt } from '../../src/lib/document/debt';
import type { ChangeEntry } from '../../src/lib/document/change';
import { lifeOf } from '../../src/lib/document/life';
import { contentOf, USUAL_PLAN, type PlanEntry } from '../../src/lib/document/plan';
import { demoCases } from '../support/demo-cases';
import { ofWhich, runs } from '../support/random';
import { AGREED, document as twoPlans } from '../support/two-plans';

let count = 0;
const newId = () => `00000000-0000-4000-9000-${String((count += 1)).padStart(12, '0')}`;

/** A case whose plan was chosen on the day of its figures. */
function chosen(document: CaseDocument, plan: PlanEntry): CaseDocument {
	const { asOf: date } = document;
	const choice = {
		plan: plan.id,
		name: plan.name,
		date,
		note: '',
		content: contentOf(plan, document.sheet)
	};
	return {
		...document,
		choices: [choice],
		forecasts: [forecastEntryOf(document, plan, { id: newId(), by: 'choice', date })]
	};
}

/** The late fees that a forecast expects in the periods due up to a day, each on the day after the payment that was missed. */
const lateFeesIn = (entry: CaseDocument['forecasts'][number], day: CaseDocument['asOf']) =>
	keptForecast(entry).debts.flatMap(({ id, forecast: { terms, periods } }) =>
		periods.flatMap(({ charges: amount, date: due }, at) => {
			if (!terms.late || amount === 0 || due > day) return [];
			const date = addDays(periods[at - 1]?.date ?? entry.asOf, 1);
			return [{ id: newId(), debt: id, date, kind: 'fee' as const, amount }];
		})
	);

/** The same case some months later, each debt read on its last due date, just as it was expected. */
function livedAsPlanned(document: CaseDocument, day: CaseDocument['asOf']): CaseDocument {
	const [entry] = document.forecasts;
	if (!entry) throw new Error('no forecast');
	const visit = { id: newId(), date: day };
	const readings = keptForecast(entry).debts.flatMap(({ id, forecast }) => {
		const last = forecast.periods.findLast(({ date }) => date <= day);
		if (!last) return [];
		const { date, closing: balance } = last;
		return [
			{ id: newId(), visit: visit.id, debt: id, date, balance, byBalance: [], interest: null }
		];
	});
	const recordedEvents = keptForecast(entry).debts.flatMap(({ id, forecast }) =>
		forecast.periods
			.filter(({ date, paid }) => date <= day && paid > 0)
			.map(({ date, paid: amount }) => ({
				id: newId(),
				debt: id,
				date,
				kind: 'payment' as const,
				amount
			}))
	);
	const debts = document.debts.map((debt) => ({ ...debt, transactions: [] }));
	const all = [...recordedEvents, ...lateFeesIn(entry, day)];
	return { ...document, debts, visits: [visit], readings, recordedEvents: all };
}

/** A household whose store card is not paid in six months: late fees, notice and a penalty rate follow. */
const missing = demoCases
	.filter(({ label }) => label.includes('signal station'))
	.map((document) => ({
		...document,
		plans: document.plans.map((plan) => ({ ...plan, budget: { kind: 'required' as const } })),
		debts: document.debts.map((debt, at) => {
			const days = ['02', '03', '04', '05', '06', '10'].map((month) => `2027-${month}-10`);
			const missed = days.map((date) => ({
				id: newId(),
				kind: 'skip' as const,
				off: false,
				date: date as CaseDocument['asOf']
			}));
			return at === 0 ? { ...debt, events: [...debt.events, ...missed] } : debt;
		})
	}));

/** A household whose plan has what the budget sheet leaves, and saves enough that no month is short. */
const saving = demoCases
	.filter(({ label }) => label.includes('ferry'))
	.map((document) => ({
		...document,
		plans: document.plans.flatMap((plan) =>
			plan.savings
				? [{ ...plan, savings: { ...plan.savings, opening: cents(30_000), target: null } }]
				: []
		)
	}));

/** Households whose first debt is eased for some months, at its own rate or another, and whose last one is settled. */
const agreeing = [twoPlans, ...demoCases].map((document, at) => {
	const known = document.debts.filter((debt) => statedDebt(debt, document.asOf) !== null);
	const [eased, settled] = [known[0]?.id ?? '', known.at(-1)?.id ?? ''];
	const month = (count: number) => startOfMonth(addMonths(document.asOf, count));
	const none = { kind: 'amount', amount: cents(0) } as const;
	const changes = (before: 'stop' | 'asked'): ChangeEntry[] => [
		{
			kind: 'concession',
			assumed: [],
			from: addDays(month(3), 4 * at),
			until: month(7),
			debts: [
				{
					debt: eased,
					annualRate: at % 2 === 0 ? null : percent(30_000),
					assumed: false,
					payment: cents(at % 3 === 0 ? 0 : 2_000),
					...AGREED
				}
			],
			setUpFee: cents(1_500),
			monthlyFee: at % 2 === 0 ? none : { kind: 'amount', amount: cents(700) }
		},
		{
			kind: 'settle',
			assumed: [],
			date: month(11),
			before,
			debts: [
				{ debt: settled, percent: percent(450_000), amount: null, assumed: false, ...AGREED }
			],
			fee: { percent: percent(100_000), amount: cents(500) }
		}
	];
	const plans = (['stop', 'asked'] as const).map((before) => ({
		...USUAL_PLAN,
		id: newId(),
		name: `Settled, ${before}`,
		budget: { kind: 'required-plus' as const, extra: cents(5_000) },
		changes: changes(before)
	}));
	return { ...document, plans };
});

/** A household whose card follows an index that moves, looked up every third payment and held within a step. */
const following = demoCases.flatMap((document) => {
	const isFollowing = document.debts.some(({ follows }) => follows !== null);
	if (!isFollowing) return [];
	const later = ['2027-02-20', '2027-07-01', '2028-01-20', '2028-10-05'].map((date, at) => ({
		date: date as CaseDocument['asOf'],
		annual: percent([80_000, 95_000, 60_000, 72_500][at] ?? 0)
	}));
	const debts = document.debts.map((debt) => ({
		...debt,
		follows: debt.follows && {
			...debt.follows,
			every: 3,
			step: percent(9_000),
			values: [...debt.follows.values, ...later]
		}
	}));
	return [{ ...document, debts }];
});

const cases = [
	twoPlans,
	...demoCases,
	...following,
	...following,
	...missing,
	...missing,
	...saving,
	...agreeing
].flatMap((document) =>
	document.plans
		// What keeps a deadline is solved for again on the way.
		.filter(({ changes }) => !changes.some(({ kind }) => kind === 'deadline'))
		.map((plan) => ({ document, plan, carried: carriedPlan(document, plan) }))
		// In a month that is short less is paid than is required; from a part of one, what is required is paid.
		.filter(
			({ carried: { refusal, plan } }) =>
				refusal === null && plan.ending.status === 'cleared' && plan.shortMonths.length === 0
		)
);

/** Holds a case that lived as planned and goes on from a day against its plan; whether the day was within a month. */
function goesOnAsPlanned(
	{ document, plan, carried }: (typeof cases)[number],
	day: CaseDocument['asOf']
): boolean {
	if (carried.plan.ending.status === 'cleared' && day >= carried.plan.ending.payoffDate)
		return false;
	const lived = livedAsPlanned(chosen(document, plan), day);
	const on = goneOn(lived, day, newId);
	expect(on).not.toBeNull();
	if (!on) return false;
	caseDocument.parse(on.document);
	const further = carriedPlan(on.document, on.plan);
	expect({
		name: plan.name,
		day,
		ending: further.plan.ending,
		refusal: further.refusal
	}).toEqual({ name: plan.name, day, ending: carried.plan.ending, refusal: null });
	const [entry] = lived.forecasts;
	const kept = entry && keptForecast(entry);
	const drift = driftOn(
		kept?.debts.map(({ id, forecast }) => ({
			id,
			forecast,
			life: lifeOf(lived, id, day, forecast)
		})) ?? [],
		day
	);
	expect(drift.gap).toBe(0);
	const back = comeBack(lived, day);
	// A part of a month's money may be passed on in another order; to the cent it is the same money.
	expect(back?.outlook?.ends).toBe(
		carried.plan.ending.status === 'cleared' ? carried.plan.ending.payoffDate : null
	);
	const off = (back?.outlook?.cost ?? 0) - interestAndFees(carried.plan);
	expect([plan.name, day, off]).toEqual([plan.name, day, 0]);
	expect(back && bringsBack(back)).toBeNull();
	return on.plan.begins !== further.plan.firstMonth;
}

describe('a case gone on with', () => {
	it('ends when it would have, and costs what it would have, where all went as planned', () => {
		let partly = 0;
		fc.assert(
			fc.property(
				fc.nat(cases.length - 1),
				fc.integer({ min: 1, max: 20 }),
				fc.integer({ min: 0, max: 27 }),
				(at, months, days) => {
					const drawn = cases[at];
					if (!drawn) throw new Error('no case');
					const day = addDays(addMonths(drawn.document.asOf, months), days);
					if (goesOnAsPlanned(drawn, day)) partly += 1;
				}
			),
			{ numRuns: runs(200) }
		);
		expect(partly).toBeGreaterThan(ofWhich(10));
	});

	it.each(['2028-01-09', '2028-01-10', '2028-01-20', '2028-02-09', '2028-02-10'])(
		'charges what was deferred when it would have, on %s about a deadline that passes',
		(day) => {
			const deferring = cases.find(({ document }) =>
				document.debts.some(({ balances }) => balances.some(({ deferral }) => deferral !== null))
			);
			if (!deferring) throw new Error('no case');
			goesOnAsPlanned(deferring, day as CaseDocument['asOf']);
		}
	);
});

describe('a debt that is incomplete', () => {
	it('is due after the day of going on, also where it is the only one', () => {
		const [debt] = twoPlans.debts;
		const [plan] = twoPlans.plans;
		if (!debt || !plan) throw new Error('a debt and a plan');
		const unknown = { ...debt, id: newId(), balance: null, asOf: null, balances: [] };
		for (const debts of [[debt, unknown], [unknown]]) {
			const followed = chosen({ ...twoPlans, debts, choices: [] }, { ...plan, changes: [] });
			const on = goneOn(followed, addMonths(twoPlans.asOf, 7), newId);
			if (!on) throw new Error('not gone on');
			expect(caseDocument.safeParse(on.document).error?.issues ?? []).toEqual([]);
			expect((on.document.debts.at(-1)?.firstDue ?? '') > on.document.asOf).toBe(true);
		}
	});
});

describe('a plan that keeps a deadline', () => {
	it('keeps it wherever it is gone on from, with no more than it took at first', () => {
		const document = demoCases.find(({ label }) => label.includes('signal station'));
		const plan = document?.plans.find(({ changes }) => changes.length > 0);
		if (!document || !plan) throw new Error('no case');
		const atLeast = (paper: CaseDocument, entry: typeof plan) =>
			carriedPlan(paper, entry).debts[0]?.terms.atLeast?.amount ?? 0;
		const first = atLeast(document, plan);
		for (const day of ['2027-03-15', '2027-08-10', '2027-11-09']) {
			const lived = livedAsPlanned(chosen(document, plan), day as CaseDocument['asOf']);
			const on = goneOn(lived, day as CaseDocument['asOf'], newId);
			if (!on) throw new Error('not gone on');
			caseDocument.parse(on.document);
			expect(on.plan.changes).toHaveLength(1);
			expect(carriedPlan(on.document, on.plan).plan.deferredCharged).toBe(0);
			expect(atLeast(on.document, on.plan)).toBeLessThanOrEqual(first);
		}
		const after = '2028-02-15' as CaseDocument['asOf'];
		expect(
			goneOn(livedAsPlanned(chosen(document, plan), after), after, newId)?.plan.changes
		).toEqual([]);
	});
});

describe('a missed payment', () => {
	const [document] = missing;
	const [plan] = document?.plans ?? [];
	const day = '2027-02-20' as CaseDocument['asOf'];
	const goneOnWith = (fees: CaseDocument['recordedEvents']) => {
		if (!document || !plan) throw new Error('no case');
		const lived = livedAsPlanned(chosen(document, plan), day);
		const recordedEvents = [...lived.recordedEvents, ...fees];
		return goneOn({ ...lived, recordedEvents }, day, newId)?.document.debts[0];
	};

	it('is past due after going on, and its fee is charged with the next period', () => {
		const debt = goneOnWith([]);
		expect(debt?.noted.pastDue).toBe(10_100);
		expect(debt?.late?.history).toEqual({
			missed: [{ due: '2027-02-10', lacking: 10_100 }],
			feeDue: 3_000,
			penaltyFrom: null,
			onTime: 0
		});
	});

	it('has its fee once where that was recorded since', () => {
		const before = goneOnWith([]);
		const date = '2027-02-11' as CaseDocument['asOf'];
		const debt = document?.debts[0]?.id ?? '';
		const after = goneOnWith([{ id: newId(), debt, date, kind: 'fee', amount: cents(3_000) }]);
		expect(after?.late?.history?.feeDue).toBe(0);
		const owed = (at: number) =>
			(after?.balances[at]?.balance ?? 0) - (before?.balances[at]?.balance ?? 0);
		expect([owed(0), owed(1), owed(2)]).toEqual([3_000, 0, 0]);
	});
});

describe('a reading of each balance', () => {
	it('divides what is owed as it was read, not as it was expected', () => {
		const document = demoCases.find(({ label }) => label.includes('signal station'));
		const [plan] = document?.plans ?? [];
		const [card] = document?.debts ?? [];
		if (!document || !plan || !card) throw new Error('no case');
		const day = '2027-03-10' as CaseDocument['asOf'];
		const lived = livedAsPlanned(chosen(document, plan), day);
		const read = [201_000, 91_234, 12_000].map((balance, at) => ({
			id: card.balances[at]?.id ?? '',
			balance: cents(balance)
		}));
		const balance = cents(304_234);
		const withRead = (byBalance: typeof read) => ({
			...lived,
			readings: lived.readings.map((one) =>
				one.debt === card.id ? { ...one, balance, byBalance } : one
			)
		});
		const balancesOn = (paper: CaseDocument) =>
			goneOn(paper, day, newId)?.document.debts[0]?.balances.map((one) => one.balance);
		expect(balancesOn(withRead(read))).toEqual([201_000, 91_234, 12_000]);
		// Of a part of them nothing follows: the total is divided as it was expected.
		const partly = balancesOn(withRead(read.slice(0, 2)));
		expect(partly).toEqual(balancesOn(withRead([])));
		expect(partly).not.toEqual([201_000, 91_234, 12_000]);
	});
});

describe('a forecast', () => {
	it('keeps the first month whose money is less than what is required', () => {
		let short = 0;
		for (const document of demoCases)
			for (const plan of document.plans) {
				const made = { id: newId(), by: 'choice', date: document.asOf } as const;
				const { shortFrom } = forecastEntryOf(document, plan, made);
				const { shortMonths, firstMonth } = carriedPlan(document, plan).plan;
				if (shortMonths.length === 0) expect(shortFrom).toBeNull();
				else
					expect(shortFrom?.slice(0, 7)).toBe(
						addMonths(firstMonth, (shortMonths[0]?.month ?? 0) - 1).slice(0, 7)
					);
				short += shortFrom === null ? 0 : 1;
			}
		expect(short).toBeGreaterThan(0);
	});
});
