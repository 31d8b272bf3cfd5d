/** The balances of a debt that has several: their sum, and a debt turned into several and back. */
import { sumOf, type Cents } from '../core/quantities/money';
import { totalsOf } from './balance-totals';
import type { z } from 'zod';
import type { DebtEntry } from './debt';
import type { balanceEntry } from './schema/debt';

export type BalanceEntry = z.infer<typeof balanceEntry>;

/**
 * The debt with changed fields. Of several balances another total goes to the first, or as far as that has it is taken
 * from the first, then from the next; their rates are what they are.
 */
export function withFields(debt: DebtEntry, fields: Partial<DebtEntry>): DebtEntry {
	const changed = { ...debt, ...fields };
	if (changed.balances.length === 0) return changed;
	if (fields.balances || fields.balance === undefined || fields.balance === null) {
		return withBalances(changed, changed.balances);
	}
	const before = sumOf(changed.balances, ({ balance }) => balance ?? 0);
	let more = fields.balance - before;
	const balances = changed.balances.map((one) => {
		const owed = Math.max(0, (one.balance ?? 0) + more);
		more -= owed - (one.balance ?? 0);
		return { ...one, balance: owed as Cents };
	});
	return withBalances(changed, balances);
}

/** The debt with these balances; without any, its balance and rate are as they were. */
export const withBalances = (debt: DebtEntry, balances: DebtEntry['balances']): DebtEntry =>
	balances.length === 0 ? { ...debt, balances } : { ...debt, balances, ...totalsOf(balances) };

/** A balance of which nothing is known yet. */
export const emptyBalance = (id: string, name: string): BalanceEntry => ({
	id,
	name,
	balance: null,
	annualRate: null,
	deferral: null
});

/** The debt as one of several balances, the first of which is all that it owes so far. */
export const split = (debt: DebtEntry, id: string, name: string): DebtEntry => {
	const { balance, annualRate } = debt;
	return { ...debt, balances: [{ id, name, balance, annualRate, deferral: null }] };
};

/** The debt as one balance again: their sum, at the highest rate; what was about one of them is about the debt. */
export const joined = (debt: DebtEntry): DebtEntry => ({
	...debt,
	balances: [],
	atLeast: null,
	events: debt.events.map((event) => ('ofBalance' in event ? { ...event, ofBalance: null } : event))
});
