/** A plan that is paid out of one deposit, in words. */
import { latestDay, type DepositMonth, type EarlyDebt } from '../core/plan/deposit';
import { minus, type Cents } from '../core/quantities/money';
import type { CalendarDate } from '../core/quantities/calendar';
import type { AgencyFees, Held } from '../document/reference';
import type { Programme } from '../document/plan';
import en from '../messages/en/deposit.json';
import { listOf, messagesOf, type Locale } from '../messages/message';
import type { Sentence } from '../messages/sentence';
import { writeDate, writeMoney, writeMonth, writePercent } from '../reading/written';
import type { Writing } from '../reading/writing';

const { text, sentence } = messagesOf('deposit', en);

/** “In February 2027 the client deposits 890.00 on 1 Feb 2027; 35.00 is the fee, and 855.00 goes to 6 creditors.” */
export function depositSentence(
	deposit: DepositMonth | undefined,
	month: CalendarDate,
	writing: Writing
): Sentence {
	const parts = { month: writeMonth(month, writing) };
	if (!deposit) return sentence(writing, 'nothing', parts);
	const { fee, paidOut } = deposit;
	return sentence(writing, 'deposit', {
		...parts,
		day: writeDate(deposit.date, writing),
		deposit: writeMoney(deposit.deposit, writing),
		fee: fee === 0 ? 'none' : 'some',
		amount: writeMoney(fee, writing),
		rest: writeMoney(minus(deposit.deposit, fee), writing),
		count: new Set(paidOut.map(({ index }) => index)).size
	});
}

/** What one deposit is, where a plan has none. */
export const noDeposit = (locale: Locale): Sentence => sentence(locale, 'none');

/** Which debts are due before the deposit of their month; null: none is. */
export function earlySentence(
	early: readonly EarlyDebt[],
	deposits: readonly DepositMonth[],
	nameAt: (index: number) => string,
	locale: Locale
): Sentence | null {
	if (early.length === 0) return null;
	const latest = latestDay(deposits);
	return sentence(locale, latest > 1 ? 'early' : 'early each', {
		names: listOf(
			locale,
			early.map(({ index }) => nameAt(index))
		),
		count: early.length,
		days: listOf(
			locale,
			early.map(({ day }) => String(day))
		),
		latest
	});
}

/** “Quillmark card 121.00 on day 15” */
export const paidOnInWords = (name: string, amount: Cents, day: number, writing: Writing): string =>
	text(writing, 'paid on', { name, amount: writeMoney(amount, writing), day });

type Fees = Pick<Programme, 'setUpFee' | 'monthlyFee'>;

/** “30.00 at the start, 7.5 % of the budget, at most 50.00 a month” */
export function feesInWords({ setUpFee, monthlyFee }: Fees, writing: Writing): string {
	const percent = (of: Extract<Fees['monthlyFee'], { kind: 'percent' }>) =>
		text(writing, of.cap === null ? 'of the money' : 'at most', {
			percent: writePercent(of.percent, writing),
			cap: of.cap === null ? '' : writeMoney(of.cap, writing)
		});
	return text(writing, 'fees', {
		setUp: writeMoney(setUpFee, writing),
		monthly:
			monthlyFee.kind === 'amount' ? writeMoney(monthlyFee.amount, writing) : percent(monthlyFee)
	});
}

/** Whether a plan's fees are those of the agency's schedule; null: there is none in its currency. */
export function scheduleInWords(
	schedule: Held<AgencyFees> | null,
	isSame: boolean,
	writing: Writing
): string {
	if (schedule === null) return text(writing, 'no schedule', { currency: writing.currency.code });
	return isSame
		? text(writing, 'by schedule', { day: writeDate(schedule.holdsFrom, writing) })
		: text(writing, 'not by schedule', { fees: feesInWords(schedule.content, writing) });
}
