import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/calendar';
import { difference } from '../../src/lib/core/compare';
import { cents, ZERO } from '../../src/lib/core/money';
import { percent } from '../../src/lib/core/rate';
import { rowAt } from '../../src/lib/core/run';
import { standing, threeWays, type StatedDebt } from '../../src/lib/core/ways';

const card: StatedDebt = {
	balance: cents(418_236),
	annualRate: percent(224_900),
	asked: {
		kind: 'interest-plus',
		percent: percent(10_000),
		roundUpTo: cents(100),
		floor: cents(2_500)
	},
	firstDue: '2027-01-15' as CalendarDate,
	asOf: '2026-12-15' as CalendarDate,
	held: null,
	extra: ZERO
};

describe('one debt, three ways', () => {
	it('gives the figures of the reference case for the minimum and for today’s minimum held', () => {
		const { minimum, held } = threeWays(card);
		expect(minimum.run).toMatchObject({ periods: 207, totalInterest: 651_237 });
		expect(minimum.againstMinimum).toBeNull();
		expect(held.run).toMatchObject({ periods: 57, totalInterest: 261_825, firstPayment: 12_100 });
		expect(held.againstMinimum).toEqual({
			kind: 'both end',
			monthsSooner: 150,
			interestLess: 651_237 - 261_825
		});
	});

	it('pays the extra on top of the held amount', () => {
		const { more } = threeWays({ ...card, held: cents(14_000), extra: cents(2_500) });
		expect(rowAt(more.run, 1)).toMatchObject({ scheduled: 14_000, extra: 2_500, paid: 16_500 });
	});

	it('holds a fixed minimum as it is, with its floor and whole units', () => {
		const fixed = (amount: number, floor: number) =>
			threeWays({
				...card,
				asked: { kind: 'amount', amount: cents(amount), roundUpTo: cents(100), floor: cents(floor) }
			}).held.run.firstPayment;
		expect(fixed(12_050, 0)).toBe(12_100);
		expect(fixed(9_000, 12_500)).toBe(12_500);
	});

	it('measures only what ends', () => {
		const never = threeWays({ ...card, held: cents(5_000), extra: cents(20_000) });
		expect(never.held.againstMinimum).toEqual({ kind: 'only the other ends' });
		expect(difference(never.more.run, never.held.run)).toEqual({ kind: 'only this ends' });
		expect(difference(never.held.run, never.held.run)).toEqual({ kind: 'neither ends' });
	});

	it('adds up what is owed, asked and charged', () => {
		const dental = { kind: 'amount', amount: cents(13_700), roundUpTo: ZERO, floor: ZERO } as const;
		const plan = { ...card, balance: cents(164_400), annualRate: percent(0), asked: dental };
		expect(standing([threeWays(card), threeWays(plan)])).toEqual({
			owed: 418_236 + 164_400,
			asked: 12_100 + 13_700,
			interest: 7_838
		});
		expect(standing([])).toEqual({ owed: 0, asked: 0, interest: 0 });
	});
});
