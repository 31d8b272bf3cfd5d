/** The one-line summary of a debt's further details. */
import type { DebtEntry } from '../document/debt';
import { writeMoney } from '../reading/written';
import type { Writing } from '../reading/writing';
import { countOf } from './amounts';
import en from '../messages/en/noted.json';
import { messagesOf, type Locale } from '../messages/message';

const { text } = messagesOf('noted', en);

/** “Harbour Lending; account …9023; limit 6,000.00”, or that nothing is. */
export function notedInWords({ noted, transactions }: DebtEntry, writing: Writing): string {
	const { creditor, account, limit, pastDue, security, joint, note, paymentsLeft } = noted;
	const said = [
		creditor,
		account && text(writing, 'account', { number: accountInWords(account, writing) }),
		limit !== null && text(writing, 'limit', { amount: writeMoney(limit, writing) }),
		pastDue !== null && text(writing, 'past due', { amount: writeMoney(pastDue, writing) }),
		security !== null && text(writing, 'security', { security }),
		joint && text(writing, 'joint'),
		paymentsLeft !== null &&
			text(writing, 'left', { payments: countOf(writing, paymentsLeft, 'payments') }),
		transactions.length > 0 && countOf(writing, transactions.length, 'transactions'),
		note
	].filter((one) => typeof one === 'string' && one !== '');
	return said.length === 0 ? text(writing, 'nothing noted') : said.join('; ');
}

/** The last four of an account's digits are enough to know it by. */
export const accountInWords = (account: string, locale: Locale): string =>
	account.length <= 4 ? account : text(locale, 'last four', { digits: account.slice(-4) });
