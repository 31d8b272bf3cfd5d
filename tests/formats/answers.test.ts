import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/calendar';
import { difference } from '../../src/lib/core/compare';
import { cents, ZERO } from '../../src/lib/core/money';
import { percent } from '../../src/lib/core/rate';
import { threeWays, type AskedMinimum, type StatedDebt, type WayId } from '../../src/lib/core/ways';
import {
	againstInWords,
	beforeSentence,
	caseSentence,
	plain,
	waySentence
} from '../../src/lib/formats/answer-text';
import { monthSentence, pictureInWords } from '../../src/lib/formats/picture-text';

const usd = { code: 'USD', digits: 2 };
const share = (rate: number, floor = 0, roundUpTo = 0): AskedMinimum => ({
	kind: 'percent',
	percent: percent(rate),
	floor: cents(floor),
	roundUpTo: cents(roundUpTo)
});
const debt = (fields: Partial<StatedDebt> = {}): StatedDebt => ({
	balance: cents(418_236),
	annualRate: percent(224_900),
	asked: { ...share(10_000, 2_500, 100), kind: 'interest-plus' } as AskedMinimum,
	firstDue: '2027-01-15' as CalendarDate,
	asOf: '2026-12-15' as CalendarDate,
	held: cents(14_000),
	extra: ZERO,
	...fields
});
const answer = (fields: Partial<StatedDebt> = {}, id: WayId = 'held') => {
	const ways = threeWays(debt(fields));
	return plain(waySentence(ways, ways[id], usd));
};

describe('the answer as a sentence', () => {
	it('says when it ends, what it costs, and against the minimum', () => {
		expect(answer()).toBe(
			'At 140.00 a month this debt is paid off in September 2030, after 45 payments; ' +
				'it costs 2,005.90 in interest, 4,506.47 less than paying the minimum.'
		);
		expect(answer({}, 'minimum')).toBe(
			'Paying the minimum, at first 121.00, this debt is paid off in March 2044, ' +
				'after 207 payments; it costs 6,512.37 in interest.'
		);
		expect(answer({ extra: cents(2_500) }, 'more')).toMatch(
			/^At 140.00 a month and 25.00 more, this debt is paid off in November 2029/
		);
	});

	it('says what never ends, and what each month adds', () => {
		expect(answer({ held: cents(7_000) })).toBe(
			'At 70.00 a month this debt is never paid off: each month adds 8.38 or more.'
		);
		const even = { balance: cents(600_000), annualRate: percent(200_000), held: cents(10_000) };
		expect(answer(even)).toBe(
			'At 100.00 a month this debt is never paid off: ' +
				'the payment covers the interest and no more, and 6,000.00 stays owed.'
		);
	});

	it('says where a percentage stalls, or turns', () => {
		const creeping = { balance: cents(61_233), annualRate: percent(195_000), asked: share(50_000) };
		// The reference case decides it in payment 253: twelve months after the lowest, payment 241.
		expect(answer(creeping, 'minimum')).toBe(
			'Paying the minimum, at first 31.11, this debt is never paid off: ' +
				'it falls to 0.09 by January 2047 and stays there: a percentage of so little is no more than its interest.'
		);
		const turning = {
			balance: cents(512_300),
			annualRate: percent(245_000),
			asked: share(20_000, 0, 100)
		};
		expect(answer(turning, 'minimum')).toMatch(
			/it falls to 5,095.47 by July 2030; then each month adds 0.03 or more\.$/
		);
		expect(answer({ ...creeping, held: null })).toMatch(
			/Paying the minimum, it would never be paid off\.$/
		);
	});

	it('says what takes more than a hundred years', () => {
		const slow = { balance: cents(10_000_000), annualRate: percent(0), held: cents(1_000) };
		expect(answer(slow)).toBe(
			'At 10.00 a month this debt is not paid off within 100 years: ' +
				'in December 2126, 88,000.00 would still be owed, after 0.00 in interest.'
		);
	});

	it('says a zero rate, one cent, a single payment and nothing owed', () => {
		const amount: AskedMinimum = {
			kind: 'amount',
			amount: cents(13_700),
			floor: ZERO,
			roundUpTo: ZERO
		};
		const dental = { balance: cents(164_400), annualRate: percent(0), asked: amount, held: null };
		expect(answer(dental)).toBe(
			'At 137.00 a month this debt is paid off in December 2027, after 12 payments; ' +
				'it costs nothing in interest, the same as paying the minimum.'
		);
		expect(answer({ balance: cents(1) })).toBe(
			'One payment of 0.01 clears this debt in January 2027; ' +
				'it costs nothing in interest, the same as paying the minimum.'
		);
		expect(answer({ balance: cents(4_210), annualRate: percent(199_000) })).toMatch(
			/^One payment of 42.80 clears this debt in January 2027; it costs 0.70 in interest/
		);
		expect(answer({ balance: ZERO })).toBe('Nothing is owed on this debt.');
	});

	it('keeps the answer before a change beside the new one', () => {
		const before = threeWays(debt());
		const after = threeWays(debt({ held: cents(18_000) }));
		const said = (id: WayId) =>
			plain(beforeSentence(before, id, difference(after[id].run, before[id].run), usd));
		expect(said('held')).toBe(
			'Before this change, at 140.00 a month: paid off in September 2030, 2,005.90 in interest. ' +
				'Now 1 year 2 months sooner, 645.33 less.'
		);
		expect(said('minimum')).toMatch(/Now the same\.$/);
		const never = threeWays(debt({ held: cents(5_000) }));
		expect(
			plain(beforeSentence(never, 'held', difference(after.held.run, never.held.run), usd))
		).toBe('Before this change, at 50.00 a month: never paid off. Now it ends.');
	});

	it('says what a case comes to, and what is still to be filled in', () => {
		const standing = { owed: cents(418_236), asked: cents(12_100), interest: cents(7_838) };
		const said = (debts: number, unfinished: number) =>
			plain(caseSentence(standing, { debts, unfinished }, '2026-12-15' as CalendarDate, usd));
		expect(said(3, 1)).toBe(
			'2 debts, 4,182.36 owed on 15 December 2026. The first payments come to 121.00, ' +
				'of which 78.38 is interest. 1 line still to be filled in.'
		);
		expect(said(0, 0)).toContain('Take down the first debt');
		expect(said(2, 2)).toBe('2 debts. 2 lines still to be filled in.');
	});

	it('says the picture and a month of it in words', () => {
		const ways = threeWays(debt());
		expect(pictureInWords(ways, ['minimum', 'held'])).toContain(
			'minimum: March 2044; held: September 2030.'
		);
		const month = monthSentence(ways, ['minimum', 'held'], 45, usd);
		expect(month.date).toBe('2030-09-15');
		expect(plain(month.sentence)).toMatch(
			/^15 Sep 2030, still owed: minimum [\d,.]+ · held 0\.00$/
		);
		expect(againstInWords(ways.held.againstMinimum, usd)).toEqual({
			sooner: '13 y 6 m',
			less: '4,506.47'
		});
	});
});
