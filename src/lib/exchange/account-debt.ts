/** A lender's account as a debt, or added to one: nothing is taken twice. */
import { LIMITS } from '../core/quantities/limits';
import { emptyDebt, type DebtEntry, type TransactionEntry } from '../document/debt';
import type { AccountStatement } from './statement-ofx';

/** The debt that an account is, as far as a statement says it. */
export function debtOfAccount(account: AccountStatement, id: string): DebtEntry {
	const debt = emptyDebt(id);
	return {
		...debt,
		name: account.lender || account.account,
		balance: account.owed,
		noted: { ...debt.noted, account: account.account, limit: account.limit },
		transactions: merged([], account)
	};
}

/** A debt with what a later statement of its account says: the balance, and what has happened since. */
export const withAccount = (debt: DebtEntry, account: AccountStatement): Partial<DebtEntry> => ({
	balance: account.owed,
	noted: {
		...debt.noted,
		account: debt.noted.account || account.account,
		limit: account.limit ?? debt.noted.limit
	},
	transactions: merged(debt.transactions, account)
});

/** What a statement says has happened, and which transactions of before have not. */
type Happened = Pick<AccountStatement, 'transactions' | 'withdrawn'>;

/** A debt with what has happened on its account since; what was taken before is not taken again. */
export const withTransactions = (debt: DebtEntry, account: Happened): DebtEntry => ({
	...debt,
	transactions: merged(debt.transactions, account)
});

/** How many of a statement's transactions a debt does not have yet. */
export function newTransactions(
	debt: DebtEntry,
	{ transactions }: Pick<AccountStatement, 'transactions'>
): number {
	const known = new Set(debt.transactions.map(keyOf));
	return new Set(transactions.map(keyOf).filter((key) => !known.has(key))).size;
}

/** The same account, by its number as far as both have it: a paper may show the last four digits only. */
export function isAccountOf(
	debt: DebtEntry,
	{ account }: Pick<AccountStatement, 'account'>
): boolean {
	const bare = (written: string): string => written.replace(/[^\p{L}\p{N}]/gu, '').toLowerCase();
	const [own, its] = [bare(debt.noted.account), bare(account)];
	return own.length >= 4 && (its.endsWith(own) || own.endsWith(its)) && its.length >= 4;
}

/**
 * The same transaction: by its reference, day and amount, or where it has no reference by its text too. One reference
 * with another day or amount is another transaction: some lenders number anew for each file.
 */
const keyOf = ({ reference, date, amount, text }: TransactionEntry): string =>
	reference === '' ? `${date} ${amount} ${text}` : `${date} ${amount} # ${reference}`;

/** The references under which a debt and a statement together have transactions that differ; all of them are kept. */
export function clashingReferences(debt: DebtEntry | null, account: Happened): string[] {
	const all = merged(debt?.transactions ?? [], account).map(({ reference }) => reference);
	const twice = all.filter((one, at) => one !== '' && all.indexOf(one) !== at);
	const its = new Set(account.transactions.map(({ reference }) => reference));
	return [...new Set(twice)].filter((one) => its.has(one));
}

/** Both without what is there twice or withdrawn, in order of date; the latest are kept. */
function merged(
	known: readonly TransactionEntry[],
	{ transactions, withdrawn }: Happened
): TransactionEntry[] {
	const stands = known.filter(({ reference }) => !withdrawn.includes(reference));
	const byKey = new Map([...stands, ...transactions].map((one) => [keyOf(one), one]));
	for (const one of stands) byKey.set(keyOf(one), one);
	const sorted = [...byKey.values()].sort((one, other) =>
		one.date < other.date ? -1 : one.date > other.date ? 1 : 0
	);
	return sorted.slice(-LIMITS.transactions);
}
