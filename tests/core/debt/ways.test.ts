import { describe, expect, it } from 'vitest';
import { requiredRule, filled, type FilledRule } from '../../../src/lib/core/debt/rules/all-forms';
import type { CalendarDate } from '../../../src/lib/core/quantities/calendar';
import { difference } from '../../../src/lib/core/debt/difference';
import type { DebtEvent } from '../../../src/lib/core/debt/events';
import { cents, ZERO } from '../../../src/lib/core/quantities/money';
import { percent } from '../../../src/lib/core/quantities/rate';
import { rowAt } from '../../../src/lib/core/debt/run';
import {
	carryOut,
	measured,
	paysAs,
	sameWay,
	caseTotals,
	type StatedDebt,
	type Way
} from '../../../src/lib/core/debt/ways';

const day = (text: string) => text as CalendarDate;
const card: StatedDebt = {
	known: {
		opening: cents(418_236),
		rate: { basis: 'nominal', annual: percent(224_900) },
		paymentsPerYear: 12,
		firstDue: day('2027-01-15'),
		asOf: day('2026-12-15'),
		clearBelow: ZERO,
		extras: [],
		charges: []
	},
	required: requiredRule(
		{
			kind: 'interest-plus',
			percent: percent(10_000),
			of: 'statement',
			plusFees: true,
			roundUpTo: cents(100),
			floor: cents(2_500)
		},
		0
	),
	pays: { kind: 'held' },
	extra: ZERO,
	events: []
};
const fixed = (amount: number, extra = 0): Partial<StatedDebt> => ({
	pays: { kind: 'fixed', amount: cents(amount), paymentsPerYear: null },
	extra: cents(extra)
});
const april: DebtEvent = {
	kind: 'extra',
	id: 'april',
	date: day('2027-04-01'),
	amount: cents(40_000),
	perYear: 1,
	until: null
};
const of = (way: Way, fields: Partial<StatedDebt> = {}) =>
	carryOut({ ...card, ...fields }, way).run;

describe('one debt in several ways', () => {
	it('gives the figures of the reference case for the minimum and for today’s minimum held', () => {
		const minimum = carryOut(card, { kind: 'required' });
		expect(minimum.run).toMatchObject({ periods: 207, totalInterest: 651_237 });
		const held = measured(carryOut(card, { kind: 'held' }), minimum);
		expect(held.run).toMatchObject({ periods: 57, totalInterest: 261_825, firstPayment: 12_100 });
		expect(held.against).toEqual({
			kind: 'both end',
			monthsSooner: 150,
			interestLess: 651_237 - 261_825
		});
	});

	it('pays what happens and the extra only in the client’s own way', () => {
		const debt = { ...fixed(14_000, 2_500), events: [april] };
		expect(rowAt(of({ kind: 'paid' }, debt), 4)).toMatchObject({
			scheduled: 14_000,
			extra: 42_500
		});
		expect(rowAt(of({ kind: 'without', event: 'april' }, debt), 4)?.extra).toBe(2_500);
		expect(of({ kind: 'required' }, debt)).toMatchObject({ periods: 207, totalInterest: 651_237 });
		expect(of({ kind: 'fixed', amount: cents(14_000), extra: cents(2_500) }, debt).periods).toBe(
			of({ kind: 'paid' }, fixed(14_000, 2_500)).periods
		);
	});

	it('lets what the creditor decides happen in every way', () => {
		const offer: DebtEvent = {
			kind: 'rate',
			id: 'offer',
			date: day('2027-09-01'),
			annual: percent(299_900),
			reamortize: false,
			ofBalance: null
		};
		const plain = of({ kind: 'required' });
		expect(of({ kind: 'required' }, { events: [offer] }).totalInterest).toBeGreaterThan(
			plain.totalInterest
		);
	});

	it('finds the smallest amount that ends it in so many months', () => {
		const way: Way = { kind: 'ends-in', months: 24 };
		const run = of(way);
		expect(run.periods).toBe(24);
		expect(of({ kind: 'fixed', amount: cents(run.firstPayment - 1), extra: ZERO }).periods).toBe(
			25
		);
		expect(paysAs(card, way)?.pays).toEqual({
			kind: 'fixed',
			amount: run.firstPayment,
			paymentsPerYear: null
		});
	});

	it('pays the same money a year in other portions, and then ends no later', () => {
		const debt = { ...card, ...fixed(14_000) };
		const weekly = carryOut(debt, { kind: 'portions', paymentsPerYear: 52 });
		// 140.00 · 12 ÷ 52
		expect(weekly.run).toMatchObject({ firstPayment: 3_231, startDate: '2026-12-15' });
		expect(rowAt(weekly.run, 1)?.date).toBe('2026-12-22');
		const monthly = carryOut(debt, { kind: 'paid' });
		expect(weekly.run.totalInterest).toBeLessThan(monthly.run.totalInterest);
		const pays = paysAs(debt, weekly.way);
		expect(pays && carryOut({ ...debt, ...pays }, { kind: 'paid' }).run).toEqual(weekly.run);
	});

	it.each<Way>([
		{ kind: 'required' },
		{ kind: 'held' },
		{ kind: 'interest-plus', percent: percent(20_000) },
		{ kind: 'fixed', amount: cents(15_000), extra: cents(1_000) },
		{ kind: 'ends-in', months: 36 }
	])('becomes the debt’s own: %o', (way) => {
		const pays = paysAs(card, way);
		expect(pays && of({ kind: 'paid' }, pays)).toEqual(of(way));
	});

	it('pays more the more is added to the interest', () => {
		const interest = [10_000, 20_000, 30_000, 40_000].map(
			(share) => of({ kind: 'interest-plus', percent: percent(share) }).totalInterest
		);
		expect(interest).toEqual([...interest].sort((a, b) => b - a));
		expect(new Set(interest).size).toBe(4);
	});

	it('holds a fixed minimum as it is, with its floor and whole units', () => {
		const asks = (amount: number, floor: number) =>
			of(
				{ kind: 'held' },
				{
					required: requiredRule(
						{
							kind: 'amount',
							amount: cents(amount),
							roundUpTo: cents(100),
							floor: cents(floor)
						},
						0
					)
				}
			).firstPayment;
		expect(asks(12_050, 0)).toBe(12_100);
		expect(asks(9_000, 12_500)).toBe(12_500);
	});

	it('asks for interest alone at first, and then for what was agreed', () => {
		const required = requiredRule(filled('level', { periods: 12 }) as FilledRule, 6);
		const run = of({ kind: 'required' }, { required });
		expect(run.periods).toBe(18);
		expect(rowAt(run, 6)?.principal).toBe(0);
		expect(rowAt(run, 7)?.principal).toBeGreaterThan(0);
	});

	it('measures only what ends', () => {
		const never = of({ kind: 'paid' }, fixed(5_000));
		const ends = of({ kind: 'paid' }, fixed(5_000, 20_000));
		expect(difference(never, of({ kind: 'required' }))).toEqual({ kind: 'only the other ends' });
		expect(difference(ends, never)).toEqual({ kind: 'only this ends' });
		expect(difference(never, never)).toEqual({ kind: 'neither ends' });
	});

	it('knows the same way by what it says', () => {
		const percentage: Way = { kind: 'interest-plus', percent: percent(20_000) };
		expect(sameWay(percentage, { percent: percent(20_000), kind: 'interest-plus' })).toBe(true);
		expect(sameWay(percentage, { ...percentage, percent: percent(30_000) })).toBe(false);
	});

	it('adds up what is owed, required and charged', () => {
		const required = requiredRule(
			{ kind: 'amount', amount: cents(13_700), roundUpTo: ZERO, floor: ZERO },
			0
		);
		const rate = { basis: 'nominal', annual: percent(0) } as const;
		const plan = of(
			{ kind: 'required' },
			{ known: { ...card.known, opening: cents(164_400), rate }, required }
		);
		expect(caseTotals([of({ kind: 'required' }), plan])).toEqual({
			owed: 418_236 + 164_400,
			required: 12_100 + 13_700,
			interest: 7_838
		});
		expect(caseTotals([])).toEqual({ owed: 0, required: 0, interest: 0 });
	});
});
