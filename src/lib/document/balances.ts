/** The balances of a debt that has several: their sum, and a debt turned into several and back. */
import { sumOf, type Cents } from '../core/quantities/money';
import { totalsOf } from '../core/debt/account/totals';
import type { z } from 'zod';
import type { DebtEntry } from './debt';
import type { balanceEntry } from './schema/debt';

export type BalanceEntry = z.infer<typeof balanceEntry>;

/**
 * The debt with changed fields. Of several balances, the difference of another total goes to the first that is not known,
 * or to the first. Their rates stay. What the debt pays at least, to keep a deadline, goes with the last deadline.
 */
export function withFields(debt: DebtEntry, fields: Partial<DebtEntry>): DebtEntry {
	const changed = { ...debt, ...fields };
	if (changed.balances.length === 0) return changed;
	if (fields.balances) {
		const defers = changed.balances.some(({ deferral }) => deferral);
		return withBalances(defers ? changed : { ...changed, atLeast: null }, changed.balances);
	}
	if (fields.balance === undefined || fields.balance === null) {
		return withBalances(changed, changed.balances);
	}
	const unknown = changed.balances.findIndex(({ balance }) => balance === null);
	const getsMore = changed.balances[Math.max(0, unknown)]?.id ?? '';
	return withBalances(changed, comingTo(changed.balances, fields.balance, getsMore));
}

/**
 * The balances with another total: the difference goes to one of them; what that one does not have is taken from the
 * others, the first of them first.
 */
export function comingTo(
	balances: DebtEntry['balances'],
	total: Cents,
	id: string
): DebtEntry['balances'] {
	let more = total - sumOf(balances, ({ balance }) => balance ?? 0);
	const changed = new Map<string, Cents>();
	const inTurn = [...balances].sort((a, b) => Number(b.id === id) - Number(a.id === id));
	for (const { id: one, balance } of inTurn) {
		const own = balance ?? 0;
		const owed = Math.max(0, own + more);
		more -= owed - own;
		changed.set(one, owed as Cents);
	}
	return balances.map((one) => ({ ...one, balance: changed.get(one.id) ?? one.balance }));
}

/** The debt with these balances; without any, its balance and rate are as they were. */
export const withBalances = (debt: DebtEntry, balances: DebtEntry['balances']): DebtEntry =>
	balances.length === 0 ? { ...debt, balances } : { ...debt, balances, ...totalsOf(balances) };

/** The debt without one of its balances, and without the events of that one; the last takes its amount to the debt. */
export function withoutBalance(debt: DebtEntry, id: string): DebtEntry {
	const rest = debt.balances.filter((one) => one.id !== id);
	if (rest.length === 0) return joined(debt);
	const events = debt.events.filter((event) => !('ofBalance' in event && event.ofBalance === id));
	return withBalances({ ...debt, events }, rest);
}

/** Whether a payment is still due by a deadline of a balance that owes something. */
export const hasDeadline = ({
	balances,
	firstDue
}: Pick<DebtEntry, 'balances' | 'firstDue'>): boolean =>
	balances.some(
		({ balance, deferral }) =>
			balance !== 0 && deferral !== null && firstDue !== null && deferral.by >= firstDue
	);

/** What a debt pays at least to keep its deadlines: so much up to the last of what it owes; null where it has none. */
export function keptDeadlines({ balances }: DebtEntry, amount: Cents): DebtEntry['atLeast'] {
	const until = balances
		.flatMap(({ balance, deferral }) => (balance !== 0 && deferral ? [deferral.by] : []))
		.sort()
		.at(-1);
	return until === undefined ? null : { amount, until };
}

/** A balance of which nothing is known yet. */
export const emptyBalance = (id: string, name: string): BalanceEntry => ({
	id,
	name,
	balance: null,
	annualRate: null,
	printedInterest: null,
	deferral: null
});

/** The debt as one of several balances, the first of which is all that it owes so far. */
export const split = (debt: DebtEntry, id: string, name: string): DebtEntry => {
	const { balance, annualRate } = debt;
	return { ...debt, balances: [{ ...emptyBalance(id, name), balance, annualRate }] };
};

/** The debt as one balance again: their sum, at the highest rate; what was about one of them is about the debt. */
export const joined = (debt: DebtEntry): DebtEntry => ({
	...debt,
	balances: [],
	atLeast: null,
	events: debt.events.map((event) => ('ofBalance' in event ? { ...event, ofBalance: null } : event))
});
