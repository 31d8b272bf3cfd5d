import { describe, expect, it } from 'vitest';
import { isTransactions, transactionsIn } from '../../src/lib/exchange/statement-csv';
import { tableInWords } from '../../src/lib/words/creditors';
import { rowsOfText } from '../../src/lib/exchange/table';
import { usd } from '../support/said';

const read = (text: string) => transactionsIn(rowsOfText(text, 'a.csv', usd), usd);

describe('a creditor’s transactions as CSV', () => {
	it('are payments, purchases, interest and fees by their type and sign', () => {
		const { transactions, balance, account } = read(
			[
				'Date,Description,Amount,Balance,Account',
				'2027-01-15,"Payment, thank you",121.00,4061.36,4417 0032 5518',
				'2027-01-15,Interest,-78.38,4182.36,4417 0032 5518',
				'2027-01-20,Quillan Tyres,"-1,186.40",5247.76,4417 0032 5518',
				'2027-02-02,Late payment fee,-35.00,5282.76,4417 0032 5518'
			].join('\n')
		);
		expect(transactions.map(({ date, amount, kind }) => [date, amount, kind])).toEqual([
			['2027-01-15', 12_100, 'payment'],
			['2027-01-15', -7_838, 'interest'],
			['2027-01-20', -118_640, 'charge'],
			['2027-02-02', -3_500, 'fee']
		]);
		expect(balance).toEqual({ date: '2027-02-02', owed: 528_276 });
		expect(account).toBe('4417 0032 5518');
	});

	it('mean the same with purchases above zero, in two columns, and in other numbers and days', () => {
		const kinds = (text: string) =>
			read(text).transactions.map(({ amount, kind }) => [amount, kind]);
		const is = [
			[12_100, 'payment'],
			[-118_640, 'charge']
		];
		expect(
			kinds('Date;Text;Amount\n15/01/2027;Payment received;-121,00\n20/01/2027;Tyres;1.186,40')
		).toEqual(is);
		expect(
			kinds(
				'Posted\tMemo\tDebit\tCredit\n1/15/2027\tThank you\t\t121.00\n1/20/2027\tTyres\t1186.40\t'
			)
		).toEqual(is);
		expect(kinds('Date,Amount\n2027-01-15,121\n2027-01-20,(1186.40)')).toEqual(is);
		expect(read('Date,Amount\n2027-01-15,121').balance).toBeNull();
	});

	it('are taken without rows that can’t be read, which are named, and without totals', () => {
		const table = read('Date,Amount\n2027-01-15,121\nsoon,12\n2027-01-16,much\nTotal,121');
		expect(table.transactions.map(({ amount }) => amount)).toEqual([12_100]);
		expect(table.unread).toEqual([3, 4]);
		expect(tableInWords(table, 'a.csv', usd)).toContain(
			'2 rows cannot be read and are left out: 3, 4.'
		);
		expect(tableInWords(read('Date,Amount\n2027-01-15,121'), 'a.csv', usd)).not.toContain(
			'left out'
		);
	});

	it('have what was owed in the end, whichever of them stand first', () => {
		const rows = ['2027-01-15,-10,110', '2027-01-16,-20,130', '2027-01-16,-5,135'];
		const owed = (lines: readonly string[]) =>
			read(['Date,Amount,Balance', ...lines].join('\n')).balance?.owed;
		expect([owed(rows), owed(rows.toReversed())]).toEqual([13_500, 13_500]);
	});

	it('are told from other tables', () => {
		expect(isTransactions(rowsOfText('Creditor,Owed\nA,12', 'a.csv', usd))).toBe(false);
		expect(isTransactions([])).toBe(false);
	});
});
