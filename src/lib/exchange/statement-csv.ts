/** A creditor's transactions as a table (CSV): what is in its columns, and what each row is by its type and its sign. */
import type { CalendarDate } from '../core/quantities/calendar';
import { LIMITS } from '../core/quantities/limits';
import { type Cents, size, negative, cents } from '../core/quantities/money';
import type { TransactionEntry } from '../document/debt';
import { readDate } from '../reading/dates';
import { readMoney } from '../reading/money';
import type { Writing } from '../reading/writing';
import { isTotal } from './heading-words';
import type { Cell, Row } from './table';
import { datesOf, numbersOf, plainNumber, slashed } from './written-style';

/** A table of transactions: its account, if named, and its last balance. */
export interface TransactionTable {
	/** Empty where no column has it. */
	readonly account: string;
	readonly transactions: readonly TransactionEntry[];
	/** Where a column has balances, the one of the latest row. */
	readonly balance: { readonly date: CalendarDate; readonly owed: Cents } | null;
	/** Rows, counted from 1, of which an amount or the day can't be read: they are left out. */
	readonly unread: readonly number[];
}

const HEADINGS = {
	date: /^(date|day|posted|posting date|transaction date|booked|booking date)$/,
	amount: /^(amount|sum|value)$/,
	out: /^(debit|paid out|out|charge|charges)$/,
	in: /^(credit|paid in|in|payment|payments)$/,
	text: /^(description|text|details|memo|payee|name|narrative|what)$/,
	type: /^(type|kind|transaction type)$/,
	balance: /^(balance|owed|balance after|running balance)$/,
	account: /^(account|account number|acct|acct #|card number)$/,
	reference: /^(id|reference|ref|transaction id|number)$/
} as const;
type Column = keyof typeof HEADINGS;

/** Whether rows are a table of transactions: a heading for the day, and one for amounts. */
export function isTransactions(rows: readonly Row[]): boolean {
	const columns = columnsOf(rows[0] ?? []);
	return columns.has('date') && (columns.has('amount') || columns.has('out') || columns.has('in'));
}

function columnsOf(row: Row): ReadonlyMap<Column, number> {
	const found = new Map<Column, number>();
	row.forEach((cell, at) => {
		const heading = textOf(cell).trim().toLowerCase();
		for (const [column, words] of Object.entries(HEADINGS) as [Column, RegExp][]) {
			if (words.test(heading) && !found.has(column)) found.set(column, at);
		}
	});
	return found;
}

/** The transactions of a table whose first row are headings. */
export function transactionsIn(rows: readonly Row[], writing: Writing): TransactionTable {
	const columns = columnsOf(rows[0] ?? []);
	const cellsOf = (column: Column) => {
		const at = columns.get(column);
		return rows.slice(1).map((row) => (at === undefined ? '' : textOf(row[at] ?? '').trim()));
	};
	const [dates, amounts, outs, ins] = [
		cellsOf('date'),
		cellsOf('amount'),
		cellsOf('out'),
		cellsOf('in')
	];
	const [texts, types, references] = [cellsOf('text'), cellsOf('type'), cellsOf('reference')];
	const balances = cellsOf('balance');
	const money = [...amounts, ...outs, ...ins, ...balances]
		.filter((text) => text !== '')
		.map((text) => ({ text, places: writing.currency.digits }));
	const style = writing.style ?? { numbers: 'point', dates: 'day' };
	const { is: numbers } = numbersOf(money, style.numbers);
	const read = { ...writing, style: { numbers, dates: datesOf(dates, style.dates).is } };

	const amountIn = (text: string): number | null => {
		if (text === '') return 0;
		const bare = text.replace(/^\((.*)\)$/, '-$1');
		const plain = plainNumber(bare, numbers);
		const size =
			plain === null ? null : readMoney(plain.replace('-', ''), { ...read, style: PLAIN });
		if (size === null || !size.ok) return null;
		return plain?.startsWith('-') ? -size.value : size.value;
	};
	const signedIn = (at: number): number | null => {
		if (columns.has('amount')) return amountIn(amounts[at] ?? '');
		const [comes, goes] = [amountIn(ins[at] ?? ''), amountIn(outs[at] ?? '')];
		return comes === null || goes === null ? null : Math.abs(comes) - Math.abs(goes);
	};

	const unread: number[] = [];
	const inRows = dates.flatMap((date, at) => {
		const row = rows[at + 1] ?? [];
		if (row.some((cell) => isTotal(textOf(cell)))) return [];
		const [signed, day] = [signedIn(at), readDate(slashed(date), FAR_BACK, read)];
		const owed = amountIn(balances[at] ?? '');
		if (signed === null || !day.ok || owed === null) {
			unread.push(at + 2);
			return [];
		}
		const says = `${types[at] ?? ''} ${texts[at] ?? ''}`;
		return [{ at, day: day.value, signed, owed, says }];
	});
	const turned = columns.has('amount') && isTurned(inRows);
	const transactions = inRows
		.filter(({ signed }) => signed !== 0)
		.map(({ at, day, signed, says }): TransactionEntry => {
			const amount = turned ? negative(signed) : cents(signed);
			return {
				reference: (references[at] ?? '').slice(0, LIMITS.reference),
				date: day,
				amount,
				kind: kindOf(says, amount),
				text: (texts[at] ?? '').slice(0, LIMITS.name)
			};
		})
		.sort((one, other) => (one.date < other.date ? -1 : one.date > other.date ? 1 : 0));
	const [account = ''] = cellsOf('account').filter((text) => text !== '');
	// Of several rows of the latest day the last one has what was owed in the end, or the first where the newest stand first.
	const withBalance = inRows.filter(({ at }) => (balances[at] ?? '') !== '');
	const isNewestFirst = (inRows[0]?.day ?? '') > (inRows.at(-1)?.day ?? '');
	const inOrder = isNewestFirst ? withBalance.toReversed() : withBalance;
	const latest = inOrder.reduce<(typeof inRows)[number] | null>(
		(last, one) => (last === null || one.day >= last.day ? one : last),
		null
	);
	return {
		account: account.slice(0, LIMITS.account),
		transactions,
		balance: latest && {
			date: latest.day,
			owed: size(latest.owed)
		},
		unread
	};
}

const PLAIN = { numbers: 'point', dates: 'day' } as const;
/** A day without a year is the first such day from then on; creditors' files have years. */
const FAR_BACK = '2000-01-01' as CalendarDate;

const PAYS = /payment|thank you|received|transfer in|instal/i;
const COSTS_INTEREST = /interest/i;
const COSTS_FEE = /\bfee\b|late charge/i;

/** By its type and its sign (specification, section 12): what lessens the debt is a payment, also a refund. */
function kindOf(says: string, amount: Cents): TransactionEntry['kind'] {
	if (COSTS_INTEREST.test(says)) return 'interest';
	if (COSTS_FEE.test(says)) return 'fee';
	return amount >= 0 ? 'payment' : 'charge';
}

/** Whether the file has purchases above zero and payments below, as what says that it was a payment shows. */
function isTurned(rows: readonly { readonly says: string; readonly signed: number }[]): boolean {
	const paid = rows.filter(({ says }) => PAYS.test(says) && !COSTS_FEE.test(says));
	const below = paid.filter(({ signed }) => signed < 0).length;
	return below > paid.length - below;
}

const textOf = (cell: Cell): string =>
	typeof cell === 'string' ? cell : 'day' in cell ? cell.day : String(cell.number);
