/**
 * The questions asked backwards: each a sentence with blanks, the first of them the answer. What is said
 * below the sentence is how the answer comes about, and what the last payment is.
 */
import { monthsBetween, type CalendarDate } from '../core/quantities/calendar';
import { type Cents, minus } from '../core/quantities/money';
import { HIGHEST_RATE, type Percent } from '../core/quantities/rate';
import type { RunTotals } from '../core/debt/run';
import type {
	BalanceAnswer,
	ExtraAnswer,
	PaymentAnswer,
	PeriodsAnswer,
	RateAnswer
} from '../core/debt/solve';
import {
	grouped,
	precise,
	writeMoney,
	writeMonth,
	writePercent,
	writeShortMonth
} from '../reading/written';
import type { Writing } from '../reading/writing';
import { countOf, monthsInWords } from './amounts';
import { endInWords, isNever } from './debt';
import type { WrittenWorking } from './debt-working';
import type { DebtEntry } from '../document/debt';
import en from '../messages/en/questions.json';
import { messagesOf, type Locale } from '../messages/message';

const { text } = messagesOf('questions', en);

const QUESTIONS = ['payment', 'time', 'rate', 'afford', 'paid', 'extra'] as const;
export type QuestionId = (typeof QUESTIONS)[number];

/** Those that a debt of several balances has an answer to: the others know one balance and one rate. */
const OF_BALANCES: readonly QuestionId[] = ['payment', 'time', 'extra'];

/** The questions, to choose from. */
export const questions = ({ balances }: Pick<DebtEntry, 'balances'>, locale: Locale) =>
	(balances.length > 0 ? OF_BALANCES : QUESTIONS).map((value) => ({
		value,
		words: text(locale, 'question', { question: value })
	}));

/** The answer for the blank, null where there is none, the sentence below it, and how it comes about. */
export interface Answered {
	readonly blank: string | null;
	readonly below: string;
	/** It is not paid off: the blank says so in words of its own. */
	readonly endless?: boolean;
	readonly working?: WrittenWorking;
}

/** Why a question has no answer. */
export const unanswered = (
	why: 'nothing due' | 'months swapped' | 'no other debt',
	locale: Locale
): string => text(locale, why);

/** Says what using an answer changes. */
export const useInWords = (
	what: 'paid' | 'rate' | 'balance' | 'extra',
	to: string,
	now: string,
	locale: Locale
): string => text(locale, `use ${what}`, { to, now });

/** “191.21 a month pays it off by June 2029” */
export function paymentAnswered(
	answer: PaymentAnswer,
	/** The balance, and whether there are no events. */
	{ balance, plain }: { readonly balance: Cents; readonly plain: boolean },
	writing: Writing
): Answered {
	const money = (amount: Cents) => writeMoney(amount, writing);
	const { smallest, level, closedForm } = answer;
	const { i, periods: n, unrounded } = closedForm;
	if (smallest === null) return { blank: null, below: text(writing, 'no amount') };
	const { amount, run, oneLessRun } = smallest;
	const numbers = {
		balance: money(balance),
		n: String(n),
		unrounded: precise(unrounded, writing),
		rate: periodRate(i, writing)
	};
	return {
		blank: money(amount),
		below: text(writing, level === amount || !plain ? 'payment' : 'payment and formula', {
			...endingParts(run, writing),
			formula: money(level)
		}),
		working: {
			title: text(writing, 'payment title', { payments: countOf(writing, n, 'payments') }),
			words: text(writing, plain ? 'payment words' : 'payment words over time'),
			numbers: !plain
				? null
				: text(writing, i === 0 ? 'payment without interest' : 'payment numbers', numbers),
			result: money(amount),
			sources: [
				tried(money(amount), run, writing),
				tried(money(minus(amount, 1)), oneLessRun, writing)
			]
		}
	};
}

/** How many payments a run takes, the last one, and what it costs. */
const endingParts = ({ periods, finalPayment, totalInterest }: RunTotals, writing: Writing) => ({
	payments: countOf(writing, periods, 'payments'),
	last: writeMoney(finalPayment, writing),
	interest: writeMoney(totalInterest, writing)
});

/** “At 180.00 a month it takes 31 payments” */
export function timeAnswered(
	{ run, unrounded, i }: PeriodsAnswer,
	payment: Cents,
	writing: Writing
): Answered {
	const money = (amount: Cents) => writeMoney(amount, writing);
	const { payments, last, interest } = endingParts(run, writing);
	if (run.ending.status !== 'cleared') {
		return {
			blank: text(writing, isNever(run.ending) ? 'never' : 'not in time'),
			endless: true,
			below: text(writing, 'still owed', { owed: money(run.closing), payments })
		};
	}
	const numbers = {
		balance: money(run.starting),
		payment: money(payment),
		unrounded: unrounded === null ? '' : unrounded.toFixed(4),
		rate: periodRate(i, writing)
	};
	return {
		blank: text(writing, 'time', {
			payments,
			month: writeShortMonth(run.ending.payoffDate, writing)
		}),
		below: text(writing, 'time below', {
			last,
			interest,
			exact:
				unrounded === null ? '' : text(writing, 'time exact', { payments: unrounded.toFixed(2) })
		}),
		working: {
			title: text(writing, 'time title', { payment: money(payment) }),
			words: text(writing, run.periods === 1 ? 'time only' : 'time words', {
				payments: countOf(writing, run.periods - 1, 'payments'),
				payment: money(payment),
				last
			}),
			numbers:
				unrounded === null
					? null
					: text(writing, i === 0 ? 'time without interest' : 'time numbers', numbers),
			result: payments,
			sources: []
		}
	};
}

/** “Paying 180.00 for 36 months, the rate must be 12.2489 %” */
export function rateAnswered(
	{ annual, paid, i }: RateAnswer,
	asked: {
		readonly balance: Cents;
		readonly payment: Cents;
		readonly periods: number;
		readonly plain: boolean;
	},
	writing: Writing
): Answered {
	const parts = {
		balance: writeMoney(asked.balance, writing),
		payment: writeMoney(asked.payment, writing),
		paid: writeMoney(paid, writing),
		n: String(asked.periods),
		rate: periodRate(i, writing)
	};
	if (annual === null) {
		if (paid < asked.balance) return { blank: null, below: text(writing, 'rate none', parts) };
		const highest = grouped(HIGHEST_RATE / 10_000, 0, writing);
		return { blank: null, below: text(writing, 'rate too high', { highest }) };
	}
	return {
		blank: writePercent(annual, writing),
		below: text(writing, asked.plain ? 'rate below' : 'rate below over time', parts),
		working: {
			title: text(writing, 'rate title'),
			words: text(writing, 'rate words'),
			numbers: text(writing, i === 0 ? 'rate without interest' : 'rate numbers', parts),
			result: writePercent(annual, writing),
			sources: []
		}
	};
}

/** “220.00 a month for 48 months affords 8,690.64” */
export function affordAnswered(
	{ balance, run, oneMoreRun }: BalanceAnswer,
	writing: Writing
): Answered {
	const money = (amount: Cents) => writeMoney(amount, writing);
	return {
		blank: money(balance),
		below: text(writing, 'afford', { interest: money(run.totalInterest) }),
		working: {
			title: text(writing, 'afford title'),
			words: text(writing, 'afford words'),
			numbers: null,
			result: money(balance),
			sources: [
				tried(money(balance), run, writing),
				...(oneMoreRun ? [tried(money(oneMoreRun.starting), oneMoreRun, writing)] : [])
			]
		}
	};
}

/** “It was 9,412.07 and 6,980.55 24 months later, so 214.92 a month was paid” */
export function paidAnswered(
	payment: Cents,
	between: {
		readonly before: Cents;
		readonly after: Cents;
		readonly months: number;
		readonly periods: number;
		readonly i: number;
	},
	rate: Percent,
	writing: Writing
): Answered {
	if (payment < 0) return { blank: null, below: text(writing, 'paid none') };
	const money = (amount: Cents) => writeMoney(amount, writing);
	const { before, after, months, periods, i } = between;
	return {
		blank: money(payment),
		below: text(writing, 'paid', {
			time: monthsInWords(writing, months),
			rate: writePercent(rate, writing)
		}),
		working: {
			title: text(writing, 'paid title'),
			words: text(writing, 'paid words'),
			numbers: text(writing, i === 0 ? 'paid without interest' : 'paid numbers', {
				before: money(before),
				after: money(after),
				k: String(periods),
				rate: periodRate(i, writing)
			}),
			result: money(payment),
			sources: []
		}
	};
}

/** “To be paid off with the other one, add 46.66” */
export function extraAnswered(
	answer: ExtraAnswer | null,
	by: CalendarDate,
	writing: Writing
): Answered {
	if (answer === null) return { blank: null, below: text(writing, 'no amount') };
	const { extra, run, oneLessRun } = answer;
	if (extra === 0) {
		const ends = run.ending.status === 'cleared' ? run.ending.payoffDate : by;
		const earlier = monthsBetween(ends, by);
		return {
			blank: text(writing, 'extra nothing'),
			below: text(writing, earlier > 0 ? 'extra earlier' : 'extra same', {
				month: writeMonth(ends, writing),
				time: monthsInWords(writing, earlier)
			})
		};
	}
	const money = (amount: Cents) => writeMoney(amount, writing);
	return {
		blank: money(extra),
		below: text(writing, 'extra', endingParts(run, writing)),
		working: {
			title: text(writing, 'extra title', { month: writeMonth(by, writing) }),
			words: text(writing, 'extra words'),
			numbers: null,
			result: money(extra),
			sources: [
				tried(money(extra), run, writing),
				...(oneLessRun ? [tried(money(minus(extra, 1)), oneLessRun, writing)] : [])
			]
		}
	};
}

/** The result of a tried amount: “191.20: 31 payments, the last one 0.24” */
function tried(
	amount: string,
	run: RunTotals,
	writing: Writing
): WrittenWorking['sources'][number] {
	const said =
		run.ending.status === 'cleared'
			? text(writing, 'tried', { amount, ...endingParts(run, writing) })
			: text(writing, 'tried in vain', { amount, end: endInWords(run, writing, writeMonth) });
	return { text: said, figure: null };
}

const periodRate = (i: number, locale: Locale): string =>
	text(locale, 'period rate', { rate: (i * 100).toFixed(6) });
