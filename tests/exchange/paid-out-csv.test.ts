/** The tables of a month's payments to creditors, read back by a parser that is not ours. */
import Papa from 'papaparse';
import { expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { cents } from '../../src/lib/core/quantities/money';
import { byCreditor, type PaidOutLine } from '../../src/lib/document/paid-out';
import { paidToCsv, paymentsOutCsv } from '../../src/lib/exchange/paid-out-csv';

const line = (creditor: string, amount: number, date: string, code = 'USD'): PaidOutLine => ({
	caseId: crypto.randomUUID(),
	label: 'Household, "of two"',
	creditor,
	account: '0012',
	currency: { code, digits: code === 'JPY' ? 0 : 2 },
	date: date as CalendarDate,
	amount: cents(amount)
});
const rowsOf = (csv: string) => Papa.parse<string[]>(csv, { skipEmptyLines: true }).data.slice(1);

it('have a line a creditor and currency, or a line a payment by due date; what is typed is no formula', () => {
	const creditors = byCreditor([
		line('Ropewalk Bank', 10_005, '2027-01-20'),
		line('=1+1', 1, '2027-01-31'),
		line('Ropewalk Bank', 300, '2027-01-02'),
		line('Ropewalk Bank', 700, '2027-01-09', 'JPY')
	]);
	const byName = rowsOf(paidToCsv(creditors)).sort();
	expect(byName).toEqual([
		["'=1+1", 'USD', '0.01', '1', '2027-01-31', '2027-01-31'],
		['Ropewalk Bank', 'JPY', '700', '1', '2027-01-09', '2027-01-09'],
		['Ropewalk Bank', 'USD', '103.05', '2', '2027-01-02', '2027-01-20']
	]);
	const payments = rowsOf(paymentsOutCsv(creditors)).filter(([, creditor]) => creditor !== "'=1+1");
	expect(payments).toContainEqual([
		'2027-01-02',
		'Ropewalk Bank',
		'0012',
		'Household, "of two"',
		'USD',
		'3.00'
	]);
	expect(payments).toHaveLength(3);
});
