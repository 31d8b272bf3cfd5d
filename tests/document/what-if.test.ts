/** What a change makes of many cases is what it makes of each one that is opened. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { filled } from '../../src/lib/core/debt/rules/all-forms';
import type { Percent } from '../../src/lib/core/quantities/rate';
import { cents } from '../../src/lib/core/quantities/money';
import { underStrain } from '../../src/lib/core/search/stress-test';
import { cameTo, carriedPlan, measuredPlan } from '../../src/lib/document/carried-plans';
import type { CaseDocument } from '../../src/lib/document/case';
import { creditorOfDebt, CreditorNames, creditorsIn } from '../../src/lib/document/creditors';
import { chosenPlan } from '../../src/lib/document/plan';
import { projectionOf } from '../../src/lib/document/projection';
import type { ReferenceRow } from '../../src/lib/document/reference';
import { caseDocument } from '../../src/lib/document/schema/case';
import { changed, effectOn, planFigures, type WhatIf } from '../../src/lib/document/what-if';
import { effectsOf } from '../../src/lib/document/what-if-many';
import { demoCases } from '../support/demo-cases';
import { anyDocument } from '../support/documents';
import { ofWhich, runs } from '../support/random';

const creditor = (at: number, name: string): ReferenceRow => ({
	kind: 'creditor',
	subject: `00000000-0000-4000-8000-00000000000${at}`,
	term: 'profile',
	holdsFrom: '2026-01-01' as CalendarDate,
	version: 1,
	content: {
		name,
		names: [],
		kind: 'card',
		address: [],
		email: '',
		language: 'en',
		currency: 'USD'
	},
	knownFrom: '',
	by: null,
	writtenAt: '2026-01-01T00:00:00Z'
});
const ROWS = [creditor(1, 'Quillmark'), creditor(2, 'Pellan Stores'), creditor(3, 'Pellan')];
const NAMES = new CreditorNames(creditorsIn(ROWS));
const INDEX = '5b2c9e10-4d7a-4e63-9c1f-0000000000a1';

const day = (of: string) => of as CalendarDate;

const changes: fc.Arbitrary<WhatIf> = fc.oneof(
	fc.record({
		kind: fc.constant('rate' as const),
		creditor: fc.constantFrom(...ROWS.map(({ subject }) => subject)),
		annualRate: fc.constantFrom(0, 1, 199_900, 299_900).map((of) => of as Percent),
		from: fc
			.constantFrom('2026-01-01', '2026-12-15', '2026-12-16', '2027-03-01', '2031-05-31')
			.map(day)
	}),
	fc.record({
		kind: fc.constant('index' as const),
		index: fc.constant(INDEX),
		steps: fc
			.subarray(['2024-06-01', '2026-01-01', '2027-06-01', '2028-03-15'], { minLength: 1 })
			.chain((days) =>
				fc.tuple(
					...days.map((from) =>
						fc.record({
							by: fc.constantFrom(-10_000, 0, 5_000, 30_000).map((of) => of as Percent),
							from: fc.constant(day(from))
						})
					)
				)
			)
	}),
	fc.record({
		kind: fc.constant('minimum' as const),
		creditor: fc.constantFrom(...ROWS.map(({ subject }) => subject)),
		currency: fc.constant('USD'),
		required: fc.oneof(
			fc
				.record({ percent: fc.constantFrom(10_000, 30_000), floor: fc.constantFrom(0, 5_000) })
				.map((of) => filled('percent', of)),
			fc.constantFrom(1_000, 20_000).map((amount) => filled('amount', { amount }))
		)
	}),
	fc.constant({ kind: 'money' as const }),
	fc.constant({ kind: 'minimums' as const }),
	fc.record({
		kind: fc.constant('fee' as const),
		currency: fc.constant('USD'),
		monthlyFee: fc.oneof(
			fc.constantFrom(0, 1_500, 99_999).map((amount) => ({
				kind: 'amount' as const,
				amount: cents(amount)
			})),
			fc.constantFrom(0, 50_000).map((percent) => ({
				kind: 'percent' as const,
				percent: percent as Percent,
				cap: cents(4_000)
			}))
		)
	})
);

/** What opening a case shows: its plan as it is, and with the change in the case. */
function opened(document: CaseDocument, change: WhatIf) {
	const plan = chosenPlan(document)?.plan ?? document.plans[0];
	if (!plan) throw new Error('a case has a plan');
	let made = 0;
	const newId = () => `00000000-0000-4000-9000-${String((made += 1)).padStart(12, '0')}`;
	const after = changed({ ...document, plan }, change, NAMES, newId);
	// It can be taken over: it is a case again.
	const { plan: changedPlan, ...rest } = after;
	const plans = document.plans.map((one) => (one.id === plan.id ? changedPlan : one));
	const taken = caseDocument.safeParse({ ...rest, plans });
	expect(taken.error).toBeUndefined();
	const carried = carriedPlan(after, changedPlan);
	if (change.kind === 'minimums') {
		const isOwed = document.debts.some(({ balance }) => balance !== 0);
		const isChosen = chosenPlan(document) !== null && isOwed;
		const least = measuredPlan({ ...document, against: 'minimums' });
		const before = planFigures(carried.plan);
		return {
			before,
			after: isChosen ? planFigures(least) : before,
			isRefused: carried.refusal !== null
		};
	}
	const strained =
		change.kind === 'money'
			? underStrain(carried.debts, carried.terms, { kind: 'less money' })
			: { debts: carried.debts, plan: carried.terms };
	return {
		before: planFigures(carriedPlan(document, plan).plan),
		after: planFigures(cameTo({ ...carried, debts: strained.debts }, strained.plan)),
		isRefused: carriedPlan(document, plan).refusal !== null || carried.refusal !== null
	};
}

function agrees(document: CaseDocument, change: WhatIf): 'untouched' | 'not computed' | 'computed' {
	const projection = projectionOf(document);
	if (projection === null) throw new Error('a case has a plan');
	// As it is kept, and as it comes to a thread.
	const text = JSON.stringify(projection);
	const [effect] = effectsOf({ projections: [text], change, creditors: ROWS });
	expect(effect).toEqual(effectOn(projection, change, NAMES));
	const { before, after, isRefused } = opened(document, change);
	if (effect?.kind === 'computed') expect(effect).toEqual({ kind: 'computed', before, after });
	else if (effect?.kind === 'untouched') expect(after).toEqual(before);
	else expect(isRefused || before === null || after === null).toBe(true);
	return effect?.kind ?? 'untouched';
}

/** The demo's debts follow the index that is asked about, and its plans are paid by deposit, where a test wants it. */
const following = (document: CaseDocument): CaseDocument => ({
	...document,
	debts: document.debts.map((debt) => ({
		...debt,
		follows: debt.follows && { ...debt.follows, index: INDEX }
	}))
});

describe('what a change makes of a case', () => {
	it('is what opening it with the change shows, of every case of the demo', () => {
		const counted = { untouched: 0, 'not computed': 0, computed: 0 };
		fc.assert(
			fc.property(fc.constantFrom(...demoCases), changes, (document, change) => {
				counted[agrees(following(document), change)] += 1;
			}),
			{ numRuns: runs(120) }
		);
		// It is about something.
		expect(counted.computed).toBeGreaterThan(ofWhich(counted.untouched / 4));
	});

	it('is so of any case', () => {
		fc.assert(
			fc.property(anyDocument, changes, (document, change) => {
				agrees(following(document), change);
			}),
			{ numRuns: runs(60) }
		);
	});

	it('changes the rate from its day on, of the debts of that creditor alone', () => {
		const [document] = demoCases;
		if (!document) throw new Error('a demo');
		const change: WhatIf = {
			kind: 'rate',
			creditor: ROWS[0]?.subject ?? '',
			annualRate: 299_900 as Percent,
			from: '2027-03-01' as CalendarDate
		};
		const effect = effectOn(projectionOf(document) as never, change, NAMES);
		expect(effect).toMatchObject({ kind: 'computed', before: { cost: 434_709 } });
		const own = document.debts.filter(
			(debt) => creditorOfDebt(debt, NAMES)?.id === change.creditor
		);
		expect(own.map(({ name }) => name)).toEqual(['Quillmark card']);
		const plan = chosenPlan(document)?.plan;
		if (!plan) throw new Error('a chosen plan');
		const after = changed({ ...document, plan }, change, NAMES, () => 'x');
		for (const [at, debt] of after.debts.entries())
			expect(debt.events.length - (document.debts[at]?.events.length ?? 0)).toBe(
				debt.name === 'Quillmark card' ? 1 : 0
			);
		// More interest, the sooner it holds the more.
		const costs = ['2029-01-01', '2027-03-01', '2026-01-01'].map((from) => {
			const came = effectOn(
				projectionOf(document) as never,
				{ ...change, from: from as CalendarDate },
				NAMES
			);
			return came.kind === 'computed' ? (came.after.cost ?? 0) : 0;
		});
		expect(costs).toEqual([...costs].sort((a, b) => a - b));
		expect(costs[2]).toBeGreaterThan(434_709);
	});

	it('keeps what is known of an index', () => {
		const document = following(
			demoCases.find(({ debts }) => debts.some(({ follows }) => follows !== null)) as CaseDocument
		);
		const plan = document.plans[0] as never;
		const change: WhatIf = {
			kind: 'index',
			index: INDEX,
			steps: [
				{ by: 20_000 as Percent, from: day('2023-06-01') },
				{ by: 10_000 as Percent, from: day('2024-01-01') }
			]
		};
		const after = changed({ ...document, plan }, change, NAMES, () => 'x');
		for (const [at, { follows }] of after.debts.entries()) {
			const known = document.debts[at]?.follows?.values ?? [];
			expect(follows?.values.slice(0, known.length) ?? []).toEqual(known);
			expect(follows?.values.length ?? 0).toBe(known.length === 0 ? 0 : known.length + 1);
			const last = known.at(-1)?.annual ?? 0;
			if (known.length > 0) expect(follows?.values.at(-1)?.annual).toBe(last + 10_000);
		}
	});
});
