/** What creditors are paid in a month out of deposits, as tables (RFC 4180): a line a creditor, or a line a payment. */
import type { PaidTo } from '../document/paid-out';
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
