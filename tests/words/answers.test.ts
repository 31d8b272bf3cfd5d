import { describe, expect, it } from 'vitest';
import { requiredRule, filled, type FilledRule } from '../../src/lib/core/debt/rules/all-forms';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { difference } from '../../src/lib/core/debt/difference';
import type { DebtEvent } from '../../src/lib/core/debt/events';
import { cents, ZERO } from '../../src/lib/core/quantities/money';
import { percent } from '../../src/lib/core/quantities/rate';
import {
	carryOut,
	measured,
	type Pays,
	type StatedDebt,
	type Way
} from '../../src/lib/core/debt/ways';
import { beforeSentence, caseSentence, waySentence } from '../../src/lib/words/debt-answer';
import { monthSentence, pictureInWords } from '../../src/lib/words/pictures';
import { differenceInWords } from '../../src/lib/words/debt';
import { plain } from '../../src/lib/messages/sentence';
import { usd } from '../support/said';

const day = (text: string) => text as CalendarDate;
const share = (
	rate: number,
	floor = 0,
	roundUpTo = 0,
	kind: 'percent' | 'interest-plus' = 'percent'
): FilledRule => ({
	kind,
	percent: percent(rate),
	of: 'statement',
	plusFees: kind === 'interest-plus',
	floor: cents(floor),
	roundUpTo: cents(roundUpTo)
});
const fixed = (amount: number, paymentsPerYear: 52 | null = null): Pays => ({
	kind: 'fixed',
	amount: cents(amount),
	paymentsPerYear
});

interface Fields {
	readonly balance?: number;
	readonly annual?: number;
	readonly required?: FilledRule;
	readonly interestOnly?: number;
	readonly pays?: Pays;
	readonly extra?: number;
	readonly events?: readonly DebtEvent[];
}

const debt = (fields: Fields = {}): StatedDebt => ({
	known: {
		opening: cents(fields.balance ?? 418_236),
		rate: { basis: 'nominal', annual: percent(fields.annual ?? 224_900) },
		paymentsPerYear: 12,
		firstDue: day('2027-01-15'),
		asOf: day('2026-12-15'),
		clearBelow: ZERO,
		extras: [],
		charges: []
	},
	required: requiredRule(
		fields.required ?? share(10_000, 2_500, 100, 'interest-plus'),
		fields.interestOnly ?? 0
	),
	pays: fields.pays ?? fixed(14_000),
	extra: cents(fields.extra ?? 0),
	events: fields.events ?? []
});
const PAID: Way = { kind: 'paid' };
const REQUIRED: Way = { kind: 'required' };
const answer = (fields: Fields = {}, way: Way = PAID) => {
	const stated = debt(fields);
	const against = way.kind === 'required' ? null : 'paying the minimum';
	const carried = measured(carryOut(stated, way), carryOut(stated, REQUIRED));
	return plain(waySentence(stated, carried, against, usd));
};

describe('the answer as a sentence', () => {
	it('says when it ends, what it costs, and against the minimum', () => {
		expect(answer()).toBe(
			'At $140.00 a month this debt is paid off in September 2030, after 45 payments; ' +
				'it costs $2,005.90 in interest, 13 years 6 months sooner and $4,506.47 less than paying the minimum.'
		);
		expect(answer({}, REQUIRED)).toBe(
			'Paying the minimum, at first $121.00, this debt is paid off in March 2044, ' +
				'after 207 payments; it costs $6,512.37 in interest.'
		);
		expect(answer({ extra: 2_500 })).toMatch(
			/^At \$140.00 a month and \$25.00 more, this debt is paid off in November 2029/
		);
	});

	it('says what never ends, and what each month adds', () => {
		expect(answer({ pays: fixed(7_000) })).toBe(
			'At $70.00 a month this debt is never paid off: the first payment leaves $8.38 more owed, and the balance never falls below $4,182.36 again.'
		);
		const even = { balance: 600_000, annual: 200_000, pays: fixed(10_000) };
		expect(answer(even)).toBe(
			'At $100.00 a month this debt is never paid off: ' +
				'the payment covers only the interest, and $6,000.00 stays owed.'
		);
	});

	it('says where a percentage stalls, or turns', () => {
		const creeping = { balance: 61_233, annual: 195_000, required: share(50_000) };
		// The reference case decides it in payment 253: twelve months after the lowest, payment 241.
		expect(answer(creeping, REQUIRED)).toBe(
			'Paying the minimum, at first $31.11, this debt is never paid off: ' +
				'it falls to $0.09 by January 2047 and stays there, because a percentage of so small a balance is no more than its interest.'
		);
		const turning = {
			balance: 512_300,
			annual: 245_000,
			required: share(20_000, 0, 100)
		};
		expect(answer(turning, REQUIRED)).toMatch(
			/it falls to \$5,095.47 by July 2030; the next payment leaves \$0.03 more\.$/
		);
		expect(answer({ ...creeping, pays: { kind: 'held' } })).toMatch(
			/Paying the minimum, it would never be paid off\.$/
		);
	});

	it('says what takes more than a hundred years', () => {
		const slow = { balance: 10_000_000, annual: 0, pays: fixed(1_000) };
		expect(answer(slow)).toBe(
			'At $10.00 a month this debt is not paid off within 100 years: ' +
				'in December 2126, $88,000.00 would still be owed, after $0.00 in interest.'
		);
	});

	it('says a zero rate, one cent, a single payment and nothing owed', () => {
		const amount: FilledRule = {
			kind: 'amount',
			amount: cents(13_700),
			floor: ZERO,
			roundUpTo: ZERO
		};
		const dental = {
			balance: 164_400,
			annual: 0,
			required: amount,
			pays: { kind: 'held' } as const
		};
		expect(answer(dental)).toBe(
			'At $137.00 a month this debt is paid off in December 2027, after 12 payments; ' +
				'it costs nothing in interest, the same as paying the minimum.'
		);
		expect(answer({ balance: 1 })).toBe(
			'One payment of $0.01 clears this debt in January 2027; ' +
				'it costs nothing in interest, the same as paying the minimum.'
		);
		expect(answer({ balance: 4_210, annual: 199_000 })).toMatch(
			/^One payment of \$42.80 clears this debt in January 2027; it costs \$0.70 in interest/
		);
		expect(answer({ balance: 0 })).toBe('Nothing is owed on this debt.');
	});

	it('says what else is paid, how often, and what is due at the end', () => {
		const april: DebtEvent = {
			kind: 'extra',
			id: 'april',
			date: day('2027-04-15'),
			amount: cents(40_000),
			perYear: 1,
			until: null
		};
		expect(answer({ events: [april] })).toMatch(
			/^At \$140.00 a month and \$400.00 more every April, this debt is paid off in August 2029, after 32 payments; it costs \$1,369.93 in interest/
		);
		const skip: DebtEvent = { kind: 'skip', id: 'skip', date: day('2027-02-15') };
		expect(answer({ events: [april, skip] })).toMatch(
			/^At \$140.00 a month, with its events, this debt/
		);
		expect(answer({ events: [april] }, { kind: 'without', event: 'april' })).toMatch(
			/^At \$140.00 a month this debt is paid off in September 2030/
		);
		expect(answer({ pays: fixed(3_231, 52) })).toMatch(/^At \$32.31 a week this debt/);
		expect(answer({ pays: fixed(1_000, 52) })).toMatch(
			/: the first payment leaves \$8\.\d\d more owed, and/
		);
		const loan = filled('level', { periods: 24, balloon: cents(100_000) }) as FilledRule;
		expect(answer({ required: loan }, REQUIRED)).toMatch(
			/after 24 payments, the last one \$1,1\d\d\.\d\d including the balloon of \$1,000\.00; it costs/
		);
		expect(answer({ required: loan, interestOnly: 6 }, REQUIRED)).toMatch(
			/^Paying interest only at first, \$78\.38, this debt is paid off in June 2029/
		);
		expect(answer({}, { kind: 'interest-plus', percent: percent(20_000) })).toMatch(
			/^Paying the interest and 2 %, at first \$164\.00, this debt/
		);
	});

	it('keeps the answer before a change beside the new one', () => {
		const said = (before: Fields, after: Fields, way: Way = PAID) => {
			const stood = carryOut(debt(before), way);
			const stands = carryOut(debt(after), way);
			return plain(beforeSentence(debt(before), stood, difference(stands.run, stood.run), usd));
		};
		expect(said({}, { pays: fixed(18_000) })).toBe(
			'Before this change, at $140.00 a month: paid off in September 2030, $2,005.90 in interest. ' +
				'Now 1 year 2 months sooner, $645.33 less.'
		);
		expect(said({}, { pays: fixed(18_000) }, REQUIRED)).toMatch(/Now the same\.$/);
		expect(said({ pays: fixed(5_000) }, {})).toBe(
			'Before this change, at $50.00 a month: never paid off. Now it is paid off.'
		);
	});

	it('says what a case comes to, and what is still to be filled in', () => {
		const standing = { owed: cents(418_236), required: cents(12_100), interest: cents(7_838) };
		const said = (debts: number, unfinished: number) =>
			plain(caseSentence(standing, { debts, unfinished }, '2026-12-15' as CalendarDate, usd));
		expect(said(3, 1)).toBe(
			'2 debts, $4,182.36 owed on 15 December 2026. The first minimum payments total $121.00, ' +
				'of which $78.38 is interest. 1 line is incomplete.'
		);
		expect(said(0, 0)).toContain('Enter the first debt');
		expect(said(2, 2)).toBe('2 debts. 2 lines are incomplete.');
	});

	it('says the picture and a month of it in words', () => {
		const required = carryOut(debt(), REQUIRED);
		const paid = measured(carryOut(debt(), PAID), required);
		const shown = [
			{ name: 'paid', run: paid.run },
			{ name: 'minimum', run: required.run }
		];
		expect(pictureInWords(shown, usd)).toContain(
			'paid in 2 ways, down to zero. paid: September 2030; minimum: March 2044.'
		);
		expect(plain(monthSentence(shown, day('2030-09-15'), usd))).toMatch(
			/^15 Sep 2030, still owed: paid \$0\.00 · minimum \$[\d,.]+$/
		);
		expect(differenceInWords(paid.against, usd)).toEqual({ sooner: '13 y 6 m', less: '4,506.47' });
		expect(differenceInWords(difference(required.run, paid.run), usd)).toEqual({
			sooner: '13 y 6 m later',
			less: '−4,506.47'
		});
	});
});
