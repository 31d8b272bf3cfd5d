/** What an agency pays creditors in a month, in words. */
import type { CalendarDate } from '../core/quantities/calendar';
import { sumOf } from '../core/quantities/money';
import type { PaidTo } from '../document/paid-out';
import en from '../messages/en/paid-out.json';
import { listOf, messagesOf, type Locale } from '../messages/message';
import type { Sentence } from '../messages/sentence';
import { writeMoney, writeMonth } from '../reading/written';

const { sentence } = messagesOf('paid-out', en);

/** “In February 2027 $12,345.67 is paid to 9 creditors out of the deposits of 14 clients.” */
export function paidOutSentence(
	all: readonly PaidTo[],
	cases: number,
	month: CalendarDate,
	locale: Locale
): Sentence {
	const parts = { month: writeMonth(month, locale), cases };
	if (all.length === 0) return sentence(locale, 'nothing', parts);
	const currencies = [...new Map(all.map(({ currency }) => [currency.code, currency])).values()];
	const amounts = currencies.map((currency) =>
		writeMoney(
			sumOf(
				all.filter((one) => one.currency.code === currency.code),
				({ amount }) => amount
			),
			{ ...locale, currency }
		)
	);
	const clients = new Set(all.flatMap(({ lines }) => lines.map(({ caseId }) => caseId))).size;
	const amountsInAll = listOf(locale, amounts);
	return sentence(locale, 'paid out', {
		...parts,
		amounts: amountsInAll,
		count: new Set(all.map(({ creditor }) => creditor)).size,
		cases: clients
	});
}
