/** A creditor's statement file, OFX 1.x (SGML) and 2.x (XML): what is owed on each account, and what happened on it. */
import { parseSync } from 'ofx-js';
import { isCalendarDate, type CalendarDate } from '../core/quantities/calendar';
import { LIMITS } from '../core/quantities/limits';
import { type Cents, atLeastZero, cents, negative } from '../core/quantities/money';
import type { TransactionEntry } from '../document/debt';
import { decimalDigits, scaled } from '../reading/decimals';
import { currencyOf, type Currency } from '../reading/currencies';
import { NO_TEXT } from '../reading/names';
import type { Locale } from '../messages/message';
import { refuse, textOf, type NamedBytes } from './bytes';

/** One account of a statement file. */
export interface AccountStatement {
	/** The name of the creditor; empty where the file has none. */
	readonly creditor: string;
	readonly account: string;
	readonly currency: Currency;
	/** The day of the balance. */
	readonly asOf: CalendarDate;
	/** The balance owed: negative in the file. */
	readonly owed: Cents;
	/** Beyond what is owed, what may be borrowed, where the file says it. */
	readonly limit: Cents | null;
	/** In order of date. */
	readonly transactions: readonly TransactionEntry[];
	/** The references of transactions that it deletes or replaces, of this statement or one before (CORRECTFITID). */
	readonly withdrawn: readonly string[];
}

/** The accounts of a statement file, those on which something is owed or has happened. */
export function accountsOf(file: NamedBytes, locale: Locale): AccountStatement[] {
	const { name } = file;
	const written = textOf(file, locale);
	if (/<!(DOCTYPE|ENTITY)/i.test(written)) refuse(locale, 'refers elsewhere', { name });
	if (!isReadable(written)) refuse(locale, 'damaged statement', { name });
	const root = parsed(written);
	if (root === null) refuse(locale, 'damaged statement', { name });
	const creditor = textAt(root, 'SIGNONMSGSRSV1', 'SONRS', 'FI', 'ORG');
	const cards = listAt(root, 'CREDITCARDMSGSRSV1', 'CCSTMTTRNRS').map((one) => at(one, 'CCSTMTRS'));
	const loans = listAt(root, 'BANKMSGSRSV1', 'STMTTRNRS').map((one) => at(one, 'STMTRS'));
	const found = [...cards, ...loans].filter((one) => one !== undefined);
	if (found.length === 0) refuse(locale, 'no account', { name });
	return found.map((statement) => accountOf(statement, creditor, name, locale));
}

/** Names of elements are short; long ones are no statement's, and take a reader of SGML very long. */
function isReadable(written: string): boolean {
	const long = written.match(/<[A-Z0-9_]{17,}/g) ?? [];
	return long.length < 40 && long.every((element) => element.length <= 22);
}

function parsed(written: string): unknown {
	try {
		return parseSync(written).OFX ?? null;
	} catch {
		return null;
	}
}

function accountOf(statement: unknown, creditor: string, name: string, locale: Locale) {
	const currency = currencyOf(textAt(statement, 'CURDEF').toUpperCase());
	if (currency === null) refuse(locale, 'statement currency', { name });
	const account =
		textAt(statement, 'CCACCTFROM', 'ACCTID') || textAt(statement, 'BANKACCTFROM', 'ACCTID');
	const ledger = amountOf(textAt(statement, 'LEDGERBAL', 'BALAMT'), currency);
	const asOf = dayOf(textAt(statement, 'LEDGERBAL', 'DTASOF'));
	if (ledger === null || asOf === null) refuse(locale, 'no balance', { name });
	const available = amountOf(textAt(statement, 'AVAILBAL', 'BALAMT'), currency);
	const written = listAt(statement, 'BANKTRANLIST', 'STMTTRN').map((one, index) => ({
		...correctionOf(one),
		transaction: transactionOf(one, currency, { name, row: index + 1 }, locale)
	}));
	const withdrawn = new Set(written.flatMap(({ corrects }) => corrects ?? []));
	const transactions = written
		.filter(({ corrects, deletes, transaction: { reference } }) =>
			corrects === null ? !withdrawn.has(reference) : !deletes
		)
		.map(({ transaction }) => transaction);
	return {
		creditor: line(creditor, LIMITS.name),
		account: line(account, LIMITS.account),
		currency,
		asOf,
		owed: atLeastZero(-ledger),
		limit: limitOf(ledger, available),
		transactions: transactions.sort((one, other) => (one.date < other.date ? -1 : 1)),
		withdrawn: [...withdrawn]
	};
}

/**
 * What is left of a limit and what is owed is the limit; a credit balance is left beyond it. One that a case may not
 * hold is none.
 */
function limitOf(ledger: Cents, available: Cents | null): Cents | null {
	if (available === null || available < 0) return null;
	const limit = available - ledger;
	return limit < 0 || limit > LIMITS.amount ? null : cents(limit);
}

/** The reference of the transaction that one corrects, and whether it deletes it; null: it corrects none. */
function correctionOf(one: unknown): {
	readonly corrects: string | null;
	readonly deletes: boolean;
} {
	const corrects = line(textAt(one, 'CORRECTFITID'), LIMITS.reference);
	const deletes = textAt(one, 'CORRECTACTION').toUpperCase() === 'DELETE';
	return { corrects: corrects === '' ? null : corrects, deletes };
}

function transactionOf(
	one: unknown,
	currency: Currency,
	where: { readonly name: string; readonly row: number },
	locale: Locale
): TransactionEntry {
	const amount = amountOf(textAt(one, 'TRNAMT'), currency);
	const date = dayOf(textAt(one, 'DTPOSTED'));
	if (amount === null || date === null) refuse(locale, 'bad transaction', where);
	const said = textAt(one, 'NAME') || textAt(one, 'PAYEE', 'NAME') || textAt(one, 'MEMO');
	return {
		reference: line(textAt(one, 'FITID'), LIMITS.reference),
		date,
		amount,
		kind: kindOf(textAt(one, 'TRNTYPE').toUpperCase(), amount),
		text: line(said, LIMITS.name)
	};
}

/** By its type and its sign (specification, section 12): what lessens the debt is a payment, also a refund. */
function kindOf(type: string, amount: Cents): TransactionEntry['kind'] {
	if (type === 'INT' || type === 'DIV') return 'interest';
	if (type === 'FEE' || type === 'SRVCHG') return 'fee';
	return amount >= 0 ? 'payment' : 'charge';
}

/** `-1234.56`, or with a comma, as a number of minor units; null where it is none. */
function amountOf(written: string, { digits }: Currency): Cents | null {
	const parts = decimalDigits(written.trim().replace(/^\+/, '').replace(',', '.'));
	const amount = parts && scaled(parts.whole, parts.fraction, digits);
	if (!parts || amount === null || amount > LIMITS.amount) return null;
	return parts.negative && amount > 0 ? negative(amount) : cents(amount);
}

/** `20261215120000[-5:EST]`: the day that it was there. */
function dayOf(written: string): CalendarDate | null {
	const day = written.replace(/^(\d{4})(\d{2})(\d{2}).*$/s, '$1-$2-$3');
	const { first, last } = LIMITS.years;
	const year = Number(day.slice(0, 4));
	return isCalendarDate(day) && year >= first && year <= last ? day : null;
}

/** A text of a file as one line of at most so many characters. */
const line = (written: string, longest: number): string =>
	[...written.replace(new RegExp(NO_TEXT, 'gu'), ' ').replace(/\s+/gu, ' ').trim()]
		.slice(0, longest)
		.join('');

function at(value: unknown, ...path: readonly string[]): unknown {
	let found = value;
	for (const key of path) {
		const inner = Array.isArray(found) ? (found[0] as unknown) : found;
		if (typeof inner !== 'object' || inner === null || !Object.hasOwn(inner, key)) return undefined;
		found = (inner as Record<string, unknown>)[key];
	}
	return found;
}

function textAt(value: unknown, ...path: readonly string[]): string {
	const found = at(value, ...path);
	return typeof found === 'string' ? found.trim() : '';
}

function listAt(value: unknown, ...path: readonly string[]): unknown[] {
	const found = at(value, ...path);
	return found === undefined ? [] : Array.isArray(found) ? found : [found];
}
