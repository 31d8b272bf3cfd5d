/** The sentences of a plan that is taken home, in the client's language; it knows neither documents nor their files. */
import { planDifference } from '../core/plan/answers';
import type { PlanTotals } from '../core/plan/terms';
import type { CalendarDate } from '../core/quantities/calendar';
import { cents, size, type Cents } from '../core/quantities/money';
import '../messages/clients';
import en from '../messages/en/take-home.json';
import es from '../messages/es/take-home.json';
import fr from '../messages/fr/take-home.json';
import de from '../messages/de/take-home.json';
import { messagesIn, type Language } from '../messages/message';
import { interest, type Sentence } from '../messages/sentence';
import type { Writing } from '../reading/writing';
import {
	writeAmount,
	writeLongDate,
	writeMoney,
	writeMonth,
	writeRoundMoney
} from '../reading/written';
import { monthsInWords, signOf } from './amounts';

const { sentence, text } = messagesIn({ en, es, fr, de });

type AnyWriting = Writing<Language>;

/** A heading, a label, or another single text of the file. */
export const takeHomeText = (
	writing: AnyWriting,
	id: keyof typeof en,
	parts: Readonly<Record<string, string | number>> = {}
): string => text(writing, id, parts);

/** “Pay one amount: $890.00 on 1 January 2027. Your creditors and the fee are paid out of it.” */
export const depositToPay = (amount: Cents, date: CalendarDate, writing: AnyWriting): Sentence =>
	sentence(writing, 'deposit', {
		amount: writeMoney(amount, writing),
		date: writeLongDate(date, writing)
	});

/** What somebody tries, in minor units; `month` is the first day of the one in which `once` is paid. */
interface TriedAmounts {
	readonly more: Cents;
	readonly once: Cents;
	readonly month: CalendarDate;
}

/** “With $40 more a month you owe nothing by May 2029: 2 months sooner, and $262.13 less in interest.” */
export function triedSentence(
	tried: PlanTotals,
	plan: PlanTotals,
	{ more, once, month }: TriedAmounts,
	writing: AnyWriting
): Sentence {
	const kind = once === 0 ? 'more' : more === 0 ? 'once' : 'both';
	const with_ = sentence(writing, 'with', {
		with: kind,
		more: writeRoundMoney(more, writing),
		once: writeRoundMoney(once, writing),
		month: writeMonth(month, writing)
	});
	const { ending } = tried;
	if (ending.status === 'refused') return sentence(writing, 'tried refused', { with: with_ });
	if (ending.status !== 'cleared') return sentence(writing, 'tried never', { with: with_ });
	const payoff = writeMonth(ending.payoffDate, writing);
	const apart = planDifference(tried, plan);
	if (apart.kind !== 'both end') return sentence(writing, 'tried ends', { with: with_, payoff });
	const { monthsSooner, costLess } = apart;
	return sentence(writing, 'tried', {
		with: with_,
		payoff,
		time: signOf(monthsSooner),
		span: monthsInWords(writing, Math.abs(monthsSooner)),
		cost: signOf(costLess),
		amount: interest(writeMoney(size(costLess), writing)),
		what: text(writing, 'what', { fees: tried.totalFees === plan.totalFees ? 'no' : 'yes' })
	});
}

/** Why a typed amount is not taken. */
export const notAnAmount = (typed: string, writing: AnyWriting): string =>
	text(writing, 'not an amount', { typed, example: writeAmount(cents(40_000), writing) });
