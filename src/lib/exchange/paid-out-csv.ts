/**
 * What creditors are paid out of deposits, as tables (RFC 4180): of a month a line a creditor or a line a payment; of a
 * case every deposit with what is done with it.
 */
import type { DepositMonth } from '../core/plan/deposit';
import type { PaidTo } from '../document/paid-out';
import type { Currency } from '../reading/currencies';
import { plainDecimal } from '../reading/written';
import { guarded } from './guarded';
import { csvOf } from './table';

export const paidToCsv = (all: readonly PaidTo[]): string =>
	csvOf([
		['Creditor', 'Currency', 'Amount', 'Payments', 'First due', 'Last due'],
		...all.map(({ creditor, currency, amount, lines }) => [
			guarded(creditor),
			currency.code,
			plainDecimal(amount, currency.digits),
			String(lines.length),
			lines[0]?.date ?? '',
			lines.at(-1)?.date ?? ''
		])
	]);

export const paymentsOutCsv = (all: readonly PaidTo[]): string =>
	csvOf([
		['Due', 'Creditor', 'Account', 'Client', 'Currency', 'Amount'],
		...all.flatMap(({ creditor, currency, lines }) =>
			lines.map(({ date, account, label, amount }) => [
				date,
				guarded(creditor),
				guarded(account),
				guarded(label),
				currency.code,
				plainDecimal(amount, currency.digits)
			])
		)
	]);

/**
 * The deposits of a case with the fees that are kept and the payments that are made out of each, by date; `whom` says to
 * whom each debt is owed. What comes in is above zero, what goes out below; each deposit with its own adds up to zero.
 */
export const depositsCsv = (
	deposits: readonly DepositMonth[],
	whom: readonly { readonly creditor: string; readonly account: string }[],
	currency: Currency
): string => {
	const line = (date: string, what: string, amount: number, creditor = '', account = '') => [
		date,
		what,
		guarded(creditor),
		guarded(account),
		currency.code,
		plainDecimal(amount, currency.digits)
	];
	return csvOf([
		['Date', 'Entry', 'Creditor', 'Account', 'Currency', 'Amount'],
		...deposits.flatMap(({ date, deposit, fee, paidOut }) => [
			line(date, 'deposit', deposit),
			...(fee > 0 ? [line(date, 'fee', -fee)] : []),
			...paidOut.map(({ index, date: due, amount }) =>
				line(due, 'payment', -amount, whom[index]?.creditor, whom[index]?.account)
			)
		])
	]);
};
