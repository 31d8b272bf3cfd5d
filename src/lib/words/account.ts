/** Balances of a debt, deadlines and late payments in words. */
import type { DeadlineOutcome } from '../core/debt/deadline';
import type { AllocationOrder } from '../core/debt/account/policy';
import type { Cents } from '../core/quantities/money';
import type { CalendarDate } from '../core/quantities/calendar';
import type { Percent } from '../core/quantities/rate';
import type { DebtEntry } from '../document/debt';
import type { BalanceEntry } from '../document/balances';
import { frequencyWords } from './amounts';
import en from '../messages/en/account.json';
import { messagesOf, type Locale } from '../messages/message';
import { interest, type Sentence } from '../messages/sentence';
import { writeDate, writeMoney, writePercent } from '../reading/written';
import type { Writing } from '../reading/writing';

const { text, sentence } = messagesOf('account', en);

/** A balance’s name, or words in its place while it has none. */
export const balanceName = ({ name }: Pick<BalanceEntry, 'name'>, locale: Locale): string =>
	name === '' ? text(locale, 'unnamed') : name;

/** “Purchases 24.99 %”, as it is written into its band. */
export const balanceOnBand = (balance: BalanceEntry, writing: Writing): string =>
	[
		balanceName(balance, writing),
		balance.annualRate === null ? '' : writePercent(balance.annualRate, writing)
	].join(' ');

/** What is written at the line of a deadline: its day, and what it costs to miss it. */
export const deadlineLabel = (
	{ date, isKept, amount }: DeadlineOutcome,
	writing: Writing
): string =>
	text(writing, isKept ? 'deadline label kept' : 'deadline label', {
		day: writeDate(date, writing),
		amount: writeMoney(amount, writing)
	});

/** What is written at the line where a penalty rate begins. */
export const penaltyLabel = (rate: Percent | null, writing: Writing): string =>
	text(writing, 'penalty label', { rate: rate === null ? '' : writePercent(rate, writing) });

/** “Late fee 30.00 on 5 Mar 2027” */
export const lateFeeInWords = (day: CalendarDate, fee: Cents, writing: Writing): string =>
	text(writing, 'fee on', { day: writeDate(day, writing), fee: writeMoney(fee, writing) });

/** “Penalty rate 29.99 % from 5 Jun 2027 to 5 Dec 2027” */
export const penaltyInWords = (
	from: CalendarDate,
	until: CalendarDate | null,
	rate: Percent | null,
	writing: Writing
): string =>
	text(writing, 'penalty from', {
		what: penaltyLabel(rate, writing),
		from: writeDate(from, writing),
		until: until === null ? 'none' : writeDate(until, writing)
	});

/** The names that a card’s balances usually have, for the next of them. */
export const usualName = (place: number, locale: Locale): string =>
	text(locale, 'usual name', { place: String(Math.min(place, 3)) });

/** “Heater 1,500.00 at 29.99 %, no interest if paid off by 15 Jan 2028” */
export function balanceInWords(balance: BalanceEntry, writing: Writing): string {
	const what = text(writing, 'balance', {
		name: balanceName(balance, writing),
		amount: amountOr(balance.balance, writing),
		rate: balance.annualRate === null ? '—' : writePercent(balance.annualRate, writing)
	});
	const { deferral } = balance;
	if (deferral === null) return what;
	return text(writing, 'balance deferred', { what, day: writeDate(deferral.by, writing) });
}

const amountOr = (amount: Cents | null, writing: Writing): string =>
	amount === null ? '—' : writeMoney(amount, writing);

/** “fee 30.00, again 41.00; 29.99 % after 2 missed payments” */
export function lateInWords(late: DebtEntry['late'], writing: Writing): string {
	if (late === null) return text(writing, 'no late terms');
	const { fee, feeAgain, penaltyRate, after, assumed } = late;
	const parts = [
		text(writing, 'late fee', { fee: writeMoney(fee, writing) }),
		...(feeAgain === null ? [] : [text(writing, 'again', { fee: writeMoney(feeAgain, writing) })]),
		...(penaltyRate === null
			? []
			: [text(writing, 'penalty', { rate: writePercent(penaltyRate, writing), after })])
	];
	const said = parts.join(', ');
	return assumed ? text(writing, 'assumed', { said }) : said;
}

/** What becomes of a deadline: “Heater is paid off by its deadline, 10 Jan 2028: 361.01 of deferred interest is never charged.” */
export const deadlineSentence = (
	{ name, date, isKept, amount }: DeadlineOutcome,
	writing: Writing
): Sentence =>
	sentence(writing, isKept ? 'deadline kept' : 'deadline missed', {
		name: balanceName({ name }, writing),
		day: writeDate(date, writing),
		amount: interest(writeMoney(amount, writing))
	});

/** “205.37 a month keeps it” */
export const keepingInWords = (amount: Cents, debt: DebtEntry, writing: Writing): string =>
	text(writing, 'keep the deadline', {
		amount: writeMoney(amount, writing),
		per: frequencyWords(writing, debt.lending.paymentsPerYear).per
	});

/** A policy of where payments go, to choose from. */
export const orderWords = (order: AllocationOrder, locale: Locale): string =>
	text(locale, 'order', { order });

/** Where a payment goes, in a sentence each. */
export const allocationInWords = (
	{ minimum, excess }: DebtEntry['allocation'],
	locale: Locale
): string =>
	`${text(locale, 'minimum goes', { order: minimum })} ${text(locale, 'excess goes', { order: excess })}`;

/** “205.37 or more until 15 Jan 2028” */
export const atLeastInWords = (
	{ amount, until }: NonNullable<DebtEntry['atLeast']>,
	writing: Writing
): string =>
	text(writing, 'at least', {
		amount: writeMoney(amount, writing),
		day: writeDate(until, writing)
	});
