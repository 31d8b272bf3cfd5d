/** A creditor's account as a debt, or added to one: nothing is taken twice. */
import { LIMITS } from '../core/quantities/limits';
import { comingTo } from '../document/balances';
import { emptyDebt, type DebtEntry, type TransactionEntry } from '../document/debt';
import type { AccountStatement } from './statement-ofx';

/** The debt that an account is, as far as a statement says it. */
export function debtOfAccount(account: AccountStatement, id: string): DebtEntry {
	const debt = emptyDebt(id);
	return {
		...debt,
		name: account.creditor || account.account,
		balance: account.owed,
		noted: { ...debt.noted, account: account.account, limit: account.limit },
		...merged(debt, account)
	};
}

/**
 * A debt with what a later statement of its account says: the balance, and what has happened since. Of several balances
 * `to` is the one that the difference goes to.
 */
export const withAccount = (
	debt: DebtEntry,
	account: AccountStatement,
	to: string | null = null
): Partial<DebtEntry> => ({
	...(to === null
		? { balance: account.owed }
		: { balances: comingTo(debt.balances, account.owed, to) }),
	noted: {
		...debt.noted,
		account: debt.noted.account || account.account,
		limit: account.limit ?? debt.noted.limit
	},
	...merged(debt, account)
});

/** The transactions of a statement, and earlier ones that it withdraws. */
type Happened = Pick<AccountStatement, 'transactions' | 'withdrawn'>;

/** A debt with what has happened on its account since; what was taken before is not taken again. */
export const withTransactions = (debt: DebtEntry, account: Happened): DebtEntry => ({
	...debt,
	...merged(debt, account)
});

/** How many of a statement's transactions a debt does not have yet. */
export function newTransactions(
	debt: DebtEntry,
	{ transactions }: Pick<AccountStatement, 'transactions'>
): number {
	const known = new Set(keysOf(debt.transactions));
	return keysOf(transactions.filter(({ reference }) => !debt.withdrawn.includes(reference))).filter(
		(key) => !known.has(key)
	).length;
}

/** How many of a statement's transactions its creditor withdrew in a later one: they are not taken again. */
export const takenBack = (
	debt: DebtEntry | null,
	{ transactions }: Pick<AccountStatement, 'transactions'>
): number =>
	transactions.filter(({ reference }) => reference !== '' && debt?.withdrawn.includes(reference))
		.length;

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
 * with another day or amount is another transaction: some creditors number anew for each file.
 */
const keyOf = ({ reference, date, amount, text }: TransactionEntry): string =>
	reference === '' ? `${date} ${amount} ${text}` : `${date} ${amount} # ${reference}`;

/** A key for each of a list: of several alike without a reference the second is another one than the first. */
function keysOf(transactions: readonly TransactionEntry[]): string[] {
	const seen = new Map<string, number>();
	return transactions.map((one) => {
		const key = keyOf(one);
		const before = seen.get(key) ?? 0;
		seen.set(key, before + 1);
		return one.reference === '' && before > 0 ? `${key} again ${before}` : key;
	});
}

/** Transactions without a reference that a statement has several times over, and more often than the debt has them. */
export function alikeIn(
	debt: DebtEntry | null,
	{ transactions }: Pick<AccountStatement, 'transactions'>
): TransactionEntry[] {
	const known = timesOf(debt?.transactions ?? []);
	const first = new Map(transactions.map((one) => [keyOf(one), one]));
	return [...timesOf(transactions)].flatMap(([key, count]) => {
		const one = first.get(key);
		return one && count > 1 && count > (known.get(key) ?? 0) ? [one] : [];
	});
}

/** How often each transaction without a reference is there, by its key. */
function timesOf(transactions: readonly TransactionEntry[]): ReadonlyMap<string, number> {
	const times = new Map<string, number>();
	for (const one of transactions) {
		if (one.reference !== '') continue;
		const key = keyOf(one);
		times.set(key, (times.get(key) ?? 0) + 1);
	}
	return times;
}

/** A statement in which those that are alike and have no reference are one and the same. */
export function withAlikeOnce<T extends Pick<AccountStatement, 'transactions'>>(account: T): T {
	const keys = keysOf(account.transactions);
	const transactions = account.transactions.filter(
		(one, at) => one.reference !== '' || keys[at] === keyOf(one)
	);
	return { ...account, transactions };
}

/** The references under which a debt and a statement together have transactions that differ; all of them are kept. */
export function clashingReferences(debt: DebtEntry | null, account: Happened): string[] {
	const all = merged(debt ?? NOTHING_YET, account).transactions.map(({ reference }) => reference);
	const twice = all.filter((one, at) => one !== '' && all.indexOf(one) !== at);
	const its = new Set(account.transactions.map(({ reference }) => reference));
	return [...new Set(twice)].filter((one) => its.has(one));
}

type Taken = Pick<DebtEntry, 'transactions' | 'withdrawn'>;
const NOTHING_YET: Taken = { transactions: [], withdrawn: [] };

/** Both without what is there twice or withdrawn, in order of date, and all that has been withdrawn; the latest are kept. */
function merged(debt: Taken, { transactions, withdrawn }: Happened): Taken {
	const stands = debt.transactions.filter(({ reference }) => !withdrawn.includes(reference));
	const comes = transactions.filter(({ reference }) => !debt.withdrawn.includes(reference));
	const byKey = new Map<string, TransactionEntry>();
	// What was taken before stays as it was taken.
	for (const list of [stands, comes]) {
		keysOf(list).forEach((key, at) => {
			const one = list[at];
			if (one && !byKey.has(key)) byKey.set(key, one);
		});
	}
	const sorted = [...byKey.values()].sort((one, other) =>
		one.date < other.date ? -1 : one.date > other.date ? 1 : 0
	);
	// A reference under which the correction itself stands is in use.
	const gone = withdrawn.filter((one) => !transactions.some(({ reference }) => reference === one));
	return {
		transactions: sorted.slice(-LIMITS.transactions),
		withdrawn: [...new Set([...debt.withdrawn, ...gone])].slice(-LIMITS.transactions)
	};
}
