/** Sentences about statements requested from creditors. */
import { size, ZERO, type Cents } from '../core/quantities/money';
import type { DebtEntry } from '../document/debt';
import type { TransactionTable } from '../exchange/statement-csv';
import type { AccountStatement } from '../exchange/statement-ofx';
import { quoted } from '../reading/reading';
import { writeDate, writeMoney } from '../reading/written';
import type { Writing } from '../reading/writing';
import { signOf } from './amounts';
import { nameOf } from './debt';
import en from '../messages/en/creditors.json';
import { messagesOf, type Locale } from '../messages/message';
import { oddTransactions } from './imports';
import { accountInWords } from './noted';

const { text } = messagesOf('creditors', en);

/** Why a creditor's statement of a debt is not there. */
export const creditorTrouble = (
	kind: 'silent' | 'unknown' | 'nonsense' | 'unset',
	debt: DebtEntry,
	writing: Writing
): string =>
	text(writing, `creditor ${kind}`, {
		name: nameOf(debt, writing),
		account: accountInWords(debt.noted.account, writing)
	});

/** Says what a statement adds, and the unexplained part of its balance. */
export function cameInWords(
	account: AccountStatement,
	debt: DebtEntry | null,
	known: { readonly fresh: number; readonly unexplained: Cents | null } | null,
	writing: Writing
): string {
	const name = debt
		? nameOf(debt, writing)
		: `${account.creditor} ${accountInWords(account.account, writing)}`.trim();
	const { code } = account.currency;
	const own = writing.currency.code;
	if (code !== own) return text(writing, 'creditor currency', { name, code, own });
	const came = text(writing, 'from creditor', {
		name,
		owed: writeMoney(account.owed, writing),
		day: writeDate(account.asOf, writing),
		count: account.transactions.length,
		fresh: known?.fresh ?? 0
	});
	const says = [came, ...oddTransactions(account, debt, writing)].join(' ');
	if (!debt || !known) return says + text(writing, 'from creditor other');
	const odd = known.unexplained ?? ZERO;
	if (odd === ZERO) return says;
	const amount = writeMoney(size(odd), writing);
	return says + text(writing, 'from creditor odd', { amount, way: signOf(odd) });
}

export const noAccounts = (locale: Locale): string => text(locale, 'no accounts');

/** Most unread rows that are named. */
const NAMED_ROWS = 5;

/** Describes a table of transactions; its debt is chosen beside it. */
export const tableInWords = (
	{ transactions, balance, unread }: TransactionTable,
	source: string,
	writing: Writing
): string =>
	text(writing, 'table', {
		source: quoted(source),
		count: transactions.length,
		unread: unread.length,
		rows: [...unread.slice(0, NAMED_ROWS), ...(unread.length > NAMED_ROWS ? ['…'] : [])].join(', '),
		balance: balance
			? text(writing, 'table balance', {
					owed: writeMoney(balance.owed, writing),
					day: writeDate(balance.date, writing)
				})
			: text(writing, 'table without balance')
	});

export const noTransactions = (source: string, locale: Locale): string =>
	text(locale, 'no transactions', { source: quoted(source) });
