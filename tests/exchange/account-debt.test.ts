/** A creditor's account as a debt: what a later statement adds, repeats, corrects or contradicts. */
import { v4 as newId } from 'uuid';
import { describe, expect, it } from 'vitest';
import { withFields } from '../../src/lib/document/balances';
import type { DebtEntry } from '../../src/lib/document/debt';
import { debtEntry } from '../../src/lib/document/schema/debt';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import type { Cents } from '../../src/lib/core/quantities/money';
import {
	debtOfAccount,
	newTransactions,
	withAccount,
	withAlikeOnce
} from '../../src/lib/exchange/account-debt';
import { accountsOf } from '../../src/lib/exchange/statement-ofx';
import { plain } from '../../src/lib/messages/sentence';
import { accountSentence, alikeQuestion, balanceQuestion } from '../../src/lib/words/imports';
import { cardOfBalances } from '../support/debts';
import { ofx2 } from '../support/files';
import { usd } from '../support/said';

/** The one account of the statement, with this instead of what it says. */
const accountWith = (said = '', instead = '') => {
	const [account] = accountsOf(
		{ name: 'statement.ofx', bytes: new TextEncoder().encode(ofx2().replace(said, instead)) },
		usd
	);
	if (!account) throw new Error('one account');
	return account;
};
const amountsOf = ({ transactions }: DebtEntry) => transactions.map(({ amount }) => amount);

describe('a statement of a card of several balances', () => {
	const debt = debtEntry.parse(cardOfBalances());
	const account = accountWith('<BALAMT>-4182.36', '<BALAMT>-4282.36');
	const [purchases, cash, heater] = debt.balances.map(({ id }) => id);

	it('asks which of them its difference goes to, and gives it to that one', () => {
		const question = balanceQuestion(debt, account, usd);
		expect(question?.words).toContain('$100.00 more than the balances');
		expect(question?.answers.map(({ words }) => words)).toEqual([
			'Purchases',
			'Cash advances',
			'Heater'
		]);
		const after = (id = '') => withFields(debt, withAccount(debt, account, id));
		expect(after(cash).balances.map(({ balance }) => balance)).toEqual([230_236, 48_000, 150_000]);
		expect(after(heater)).toMatchObject({ balance: 428_236, annualRate: 299_900 });
		expect(after(purchases).transactions).toHaveLength(4);
		expect(balanceQuestion(debt, { owed: 418_236 as Cents }, usd)).toBeNull();
	});

	it('takes what one balance does not have from the others', () => {
		const less = accountWith('<BALAMT>-4182.36', '<BALAMT>-3682.36');
		const after = withFields(debt, withAccount(debt, less, cash));
		expect(after.balances.map(({ balance }) => balance)).toEqual([218_236, 0, 150_000]);
		expect(after.balance).toBe(368_236);
	});
});

describe('a statement of an account', () => {
	it('with a credit balance raises no limit', () => {
		const account = accountWith('<BALAMT>-4182.36', '<BALAMT>50.00');
		expect([account.owed, account.limit]).toEqual([0, 176_764]);
	});

	it('keeps transactions of one reference that differ, once each, and says so', () => {
		const debt = debtOfAccount(accountWith(), newId());
		const later = accountWith('<TRNAMT>-61.50', '<TRNAMT>-16.50');
		const both = { ...debt, ...withAccount(debt, later) };
		expect(amountsOf(both)).toEqual([-6_150, -1_650, 12_100, -7_612, -2_900]);
		expect(amountsOf({ ...both, ...withAccount(both, later) })).toHaveLength(5);
		const said = plain(accountSentence(later, debt, usd));
		expect(said).toContain(
			'The file has “q-1” for transactions that differ; all of them are imported.'
		);
		expect(plain(accountSentence(later, null, usd))).not.toContain('differ');
	});

	it.each([
		['REPLACE', [12_100, -7_612, -2_900, -600]],
		['DELETE', [12_100, -7_612, -2_900]]
	])('takes a transaction of before back where a correction says %s', (action, amounts) => {
		const debt = debtOfAccount(accountWith(), newId());
		const correcting = accountWith(
			'</BANKTRANLIST>',
			`<STMTTRN><TRNTYPE>DEBIT</TRNTYPE><DTPOSTED>20261212</DTPOSTED><TRNAMT>-6.00</TRNAMT><FITID>q-5</FITID><CORRECTFITID>q-1</CORRECTFITID><CORRECTACTION>${action}</CORRECTACTION><NAME>Chandlery</NAME></STMTTRN></BANKTRANLIST>`
		);
		const corrected = { ...debt, ...withAccount(debt, correcting) };
		expect(amountsOf(corrected)).toEqual(amounts);
		expect(amountsOf({ ...corrected, ...withAccount(corrected, correcting) })).toEqual(amounts);
		expect(plain(accountSentence(correcting, debt, usd))).toContain(
			'1 earlier transaction is withdrawn by the creditor.'
		);
	});

	it('taken before its correction or after it has what stands, and nothing that was withdrawn', () => {
		const older = accountWith();
		const correcting = accountWith(
			'</BANKTRANLIST>',
			'<STMTTRN><TRNTYPE>DEBIT</TRNTYPE><DTPOSTED>20261212</DTPOSTED><TRNAMT>-6.00</TRNAMT><FITID>q-5</FITID><CORRECTFITID>q-1</CORRECTFITID><CORRECTACTION>REPLACE</CORRECTACTION><NAME>Chandlery</NAME></STMTTRN></BANKTRANLIST>'
		);
		for (const files of [
			[older, correcting, older],
			[correcting, older],
			[correcting, older, correcting]
		]) {
			let debt = debtOfAccount({ ...older, transactions: [] }, newId());
			for (const file of files) debt = { ...debt, ...withAccount(debt, file) };
			expect(amountsOf(debt)).toEqual([12_100, -7_612, -2_900, -600]);
			expect(newTransactions(debt, older)).toBe(0);
			expect(plain(accountSentence(older, debt, usd))).toContain(
				'1 transaction in it was withdrawn by the creditor since: it is left out.'
			);
		}
	});

	it('asks whether entries that are alike and have no reference are several, and keeps the answer', () => {
		const coffee = {
			reference: '',
			date: '2026-12-01' as CalendarDate,
			amount: -450 as Cents,
			kind: 'charge',
			text: 'Coffee'
		} as const;
		const statement = {
			...accountWith(),
			transactions: [coffee, coffee, { ...coffee, reference: 'a' }]
		};
		expect(alikeQuestion(null, statement, usd)?.words).toContain('$4.50 on 1 Dec 2026, “Coffee”');
		const debt = debtOfAccount(statement, newId());
		expect(amountsOf(debt)).toEqual([-450, -450, -450]);
		expect(amountsOf(debtOfAccount(withAlikeOnce(statement), newId()))).toEqual([-450, -450]);
		// The same file again, and a later one that has one of them still: nothing is new, nothing asked.
		expect([newTransactions(debt, statement), alikeQuestion(debt, statement, usd)]).toEqual([
			0,
			null
		]);
		const later = { ...statement, transactions: [coffee] };
		expect(amountsOf({ ...debt, ...withAccount(debt, later) })).toHaveLength(3);
		const three = { ...statement, transactions: [coffee, coffee, coffee] };
		expect([newTransactions(debt, three), alikeQuestion(debt, three, usd) !== null]).toEqual([
			1,
			true
		]);
		expect(newTransactions(debt, withAlikeOnce(three))).toBe(0);
	});
});
