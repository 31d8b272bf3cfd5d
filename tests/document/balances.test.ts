/** A debt of several balances: its totals hold whatever is changed, and it is turned into one and back. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { merged } from '../../src/lib/desk/merge';
import { isSummed } from '../../src/lib/core/debt/account/totals';
import {
	emptyBalance,
	joined,
	keptDeadlines,
	split,
	withBalances,
	withFields,
	withoutBalance
} from '../../src/lib/document/balances';
import { statedDebt, type DebtEntry } from '../../src/lib/document/debt';
import { debtEntry } from '../../src/lib/document/schema/debt';
import { cents } from '../../src/lib/core/quantities/money';
import { card, cardOfBalances } from '../support/debts';
import { runs } from '../support/random';

const known = (debt: unknown): DebtEntry => debtEntry.parse(debt);
const several = known(cardOfBalances());
const amount = fc.integer({ min: 0, max: 900_000 }).map(cents);

const withAmount = (debt: DebtEntry, at: number, balance: number): DebtEntry =>
	withBalances(
		debt,
		debt.balances.map((one, place) => (place === at ? { ...one, balance: cents(balance) } : one))
	);

describe('a debt of several balances', () => {
	it('owes their sum at the highest rate; anything else is refused', () => {
		expect(several).toMatchObject({ balance: 418_236, annualRate: 299_900 });
		const wrong = debtEntry.safeParse({ ...several, balance: 418_237 });
		expect(wrong.error?.issues[0]?.message).toContain('their sum');
		const unknown = withBalances(several, [
			...several.balances,
			emptyBalance(crypto.randomUUID(), '')
		]);
		expect(unknown).toMatchObject({ balance: null, annualRate: null });
		expect(statedDebt(unknown, '2026-12-15' as never)).toBeNull();
		const level = { kind: 'level', periods: 9, payment: null, balloon: 0, roundPayment: 'up' };
		const loan = { ...several, required: { ...level, atTerm: 'settle' } };
		expect(debtEntry.safeParse(loan).error?.issues[0]?.message).toContain('has one balance');
	});

	it('keeps its totals where another total is typed: the difference goes to the first', () => {
		fc.assert(
			fc.property(amount, (balance) => {
				const changed = withFields(several, { balance });
				expect(isSummed(changed)).toBe(true);
				expect(changed.balance).toBe(balance);
				for (const { balance: own } of changed.balances) expect(own).toBeGreaterThanOrEqual(0);
			}),
			{ numRuns: runs(100) }
		);
		expect(withFields(several, { balance: cents(420_000) }).balances[0]?.balance).toBe(232_000);
	});

	it('gives what a typed total has more to the balance that is not known', () => {
		const unknown = withBalances(
			several,
			several.balances.map((one, at) => (at === 1 ? { ...one, balance: null } : one))
		);
		const [first, second, third] = several.balances.map(({ balance }) => balance ?? 0);
		const typed = withFields(unknown, { balance: cents(418_236) });
		expect(typed.balances.map(({ balance }) => balance)).toEqual([first, second, third]);
		expect(isSummed(typed)).toBe(true);
	});

	it('loses with a balance the events of that one, and the amount that keeps the last deadline', () => {
		const [purchases, deferring] = [
			several.balances[0],
			several.balances.find((one) => one.deferral)
		];
		if (!purchases || !deferring?.deferral) throw new Error('the card has no such balances');
		const rate = (ofBalance: string) =>
			({
				id: crypto.randomUUID(),
				kind: 'rate',
				from: '2027-06-01',
				annualRate: 9_900,
				ofBalance,
				note: ''
			}) as never;
		const events = [rate(purchases.id), rate(deferring.id)];
		const kept = { ...several, events, atLeast: keptDeadlines(several, cents(20_000)) };
		expect(kept.atLeast).toEqual({ amount: 20_000, until: deferring.deferral.by });
		const left = withFields(kept, withoutBalance(kept, deferring.id));
		expect(left.events).toEqual([events[0]]);
		expect(left.atLeast).toBeNull();
		expect(isSummed(left)).toBe(true);
		expect(keptDeadlines(left, cents(20_000))).toBeNull();
		const alone = left.balances.reduce((debt, { id }) => withoutBalance(debt, id), left);
		expect(alone.balances).toEqual([]);
	});

	it('is made of one, and one again, without a change of what is owed', () => {
		const one = known(card());
		const first = split(one, crypto.randomUUID(), 'Purchases');
		expect(isSummed(first)).toBe(true);
		expect(first.balances).toMatchObject([{ balance: one.balance, annualRate: one.annualRate }]);
		expect(joined(first)).toEqual(one);
		expect(joined(several)).toMatchObject({ balance: 418_236, balances: [], atLeast: null });
	});

	it('is kept whole where one window makes it one balance while another changes a part of it', () => {
		const one = joined(several);
		const other = withAmount(several, 1, 11_100);
		for (const [mine, theirs] of [
			[one, other],
			[other, one]
		] as const) {
			const together = merged(several, mine, theirs);
			expect(together.conflicts).toEqual(['balances']);
			const owed = ({ balance, annualRate, balances }: typeof one) => [
				balance,
				annualRate,
				balances
			];
			expect(owed(together.mine)).toEqual(owed(mine));
			expect(owed(together.theirs)).toEqual(owed(theirs));
		}
		// What else the other one changed goes along.
		const named = merged(several, one, { ...several, name: 'Another name' });
		expect(named.conflicts).toEqual([]);
		expect(named.mine).toEqual({ ...one, name: 'Another name' });
		const typed = withFields(one, { balance: cents(500_000) });
		expect(merged(one, split(one, crypto.randomUUID(), 'Purchases'), typed)).toMatchObject({
			conflicts: ['balances'],
			theirs: { balance: 500_000, balances: [] }
		});
	});

	it('has the sum of what two windows changed, and asks about nothing', () => {
		fc.assert(
			fc.property(amount, amount, (mine, theirs) => {
				const together = merged(
					several,
					withAmount(several, 0, mine),
					withAmount(several, 1, theirs)
				);
				expect(together.conflicts).toEqual([]);
				expect(isSummed(together.mine)).toBe(true);
				expect(together.mine.balances.map(({ balance }) => balance)).toEqual([
					mine,
					theirs,
					150_000
				]);
			}),
			{ numRuns: runs(100) }
		);
	});
});
