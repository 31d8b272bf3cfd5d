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
		transactions: merged([], account.transactions)
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
	transactions: merged(debt.transactions, account.transactions)
});

/** A debt with what has happened on its account since; what was taken before is not taken again. */
export const withTransactions = (
	debt: DebtEntry,
	account: Pick<AccountStatement, 'transactions'>
): DebtEntry => ({
	...debt,
	transactions: merged(debt.transactions, account.transactions)
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

/** The same transaction: by its reference, or where it has none by its day, amount and text. */
const keyOf = ({ reference, date, amount, text }: TransactionEntry): string =>
	reference === '' ? `${date} ${amount} ${text}` : `# ${reference}`;

/** Both without what is there twice, in order of date; the latest are kept. */
function merged(
	known: readonly TransactionEntry[],
	more: readonly TransactionEntry[]
): TransactionEntry[] {
	const byKey = new Map([...known, ...more].map((one) => [keyOf(one), one]));
	for (const one of known) byKey.set(keyOf(one), one);
	const sorted = [...byKey.values()].sort((one, other) =>
		one.date < other.date ? -1 : one.date > other.date ? 1 : 0
	);
	return sorted.slice(-LIMITS.transactions);
}
