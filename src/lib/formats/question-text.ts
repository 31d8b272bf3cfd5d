/**
 * The questions asked backwards: each a sentence with blanks, the first of them the answer. What is said
 * below the sentence is how the answer comes about, and what the last payment is.
 */
import { monthsBetween, type CalendarDate } from '../core/calendar';
import type { Cents } from '../core/money';
import type { Percent } from '../core/rate';
import type {
	BalanceAnswer,
	ExtraAnswer,
	PaymentAnswer,
	PeriodsAnswer,
	RateAnswer
} from '../core/solve';
import { writeMonth, writeMonths, writeShortMonth } from './date-text';
import type { RunTotals } from '../core/run';
import { precise, writeMoney, type Currency } from './money-text';
import { writePercent } from './percent-text';
import { endInWords } from './run-text';
import { countOf } from './sentence';
import type { WrittenWorking } from './working-text';

export type QuestionId = 'payment' | 'time' | 'rate' | 'afford' | 'paid' | 'extra';

export const QUESTIONS: readonly { readonly value: QuestionId; readonly words: string }[] = [
	{ value: 'payment', words: 'what ends it by a month' },
	{ value: 'time', words: 'how long a payment takes' },
	{ value: 'rate', words: 'what the rate must be' },
	{ value: 'afford', words: 'what can be afforded' },
	{ value: 'paid', words: 'what was paid' },
	{ value: 'extra', words: 'what to add' }
];

/** The answer for the blank, null where there is none, the sentence below it, and how it comes about. */
export interface Answered {
	readonly blank: string | null;
	readonly below: string;
	/** It does not end: the blank says so in words of its own. */
	readonly endless?: boolean;
	readonly working?: WrittenWorking;
}

/** “191.21 a month pays it off by June 2029” */
export function paymentAnswered(
	answer: PaymentAnswer,
	/** What is owed, and whether nothing happens over time. */
	{ balance, plain }: { readonly balance: Cents; readonly plain: boolean },
	currency: Currency
): Answered {
	const money = (amount: Cents) => writeMoney(amount, currency);
	const { smallest, level, closedForm } = answer;
	const { i, periods: n, unrounded } = closedForm;
	if (smallest === null) {
		return { blank: null, below: 'With what happens over time no amount ends it by then.' };
	}
	const { amount, run, oneLessRun } = smallest;
	const closed =
		level === amount || !plain ? '' : ` The formula, rounded to the cent, gives ${money(level)}.`;
	const one = (amount - 1) as Cents;
	return {
		blank: money(amount),
		below: `${countOf(run.periods, 'payment')}, the last one ${money(run.finalPayment)}; ${money(run.totalInterest)} in interest. One cent less does not do it.${closed}`,
		working: {
			title: `the payment that ends it within ${countOf(n, 'payment')}`,
			words: plain
				? 'the smallest amount with which the run ends in time; the closed form, balance × i ÷ (1 − (1 + i)^−n), says about where it lies'
				: 'the smallest amount with which the run, with all that happens over time, ends in time',
			numbers: !plain
				? null
				: i === 0
					? `${money(balance)} ÷ ${n} = ${precise(unrounded, currency)}`
					: `${money(balance)} × i ÷ (1 − (1 + i)^−${n}) = ${precise(unrounded, currency)}; ${periodRate(i)}`,
			result: money(amount),
			sources: [tried(money(amount), run, currency), tried(money(one), oneLessRun, currency)]
		}
	};
}

/** “At 180.00 a month it takes 31 payments” */
export function timeAnswered(
	{ run, unrounded, i }: PeriodsAnswer,
	payment: Cents,
	currency: Currency
): Answered {
	const money = (amount: Cents) => writeMoney(amount, currency);
	if (run.ending.status !== 'cleared') {
		const end = endInWords(run, writeMonth);
		return {
			blank: end === 'never' ? 'never ends' : 'does not end within 100 years',
			endless: true,
			below: `${money(run.closing)} would still be owed after ${countOf(run.periods, 'payment')}.`
		};
	}
	const exact = unrounded === null ? '' : ` Unrounded: ${unrounded.toFixed(2)} payments.`;
	const logarithm = `−ln(1 − ${money(run.starting)} × i ÷ ${money(payment)}) ÷ ln(1 + i)`;
	const form = i === 0 ? `${money(run.starting)} ÷ ${money(payment)}` : logarithm;
	return {
		blank: `${countOf(run.periods, 'payment')}, to ${writeShortMonth(run.ending.payoffDate)}`,
		below: `The last one is ${money(run.finalPayment)}; ${money(run.totalInterest)} in interest.${exact}`,
		working: {
			title: `how long ${money(payment)} takes`,
			words: `${countOf(run.periods - 1, 'payment')} of ${money(payment)} and a last one of ${money(run.finalPayment)}, payment by payment in the run`,
			numbers:
				unrounded === null
					? null
					: `unrounded: ${form} = ${unrounded.toFixed(4)}${i === 0 ? '' : `; ${periodRate(i)}`}`,
			result: countOf(run.periods, 'payment'),
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
	currency: Currency
): Answered {
	const money = (amount: Cents) => writeMoney(amount, currency);
	const { balance, payment, periods: n, plain } = asked;
	if (annual !== null) {
		return {
			blank: writePercent(annual),
			below: `${money(paid)} is paid in all for ${money(balance)}${plain ? '' : ', without what happens over time'}.`,
			working: {
				title: 'the rate that must be charged',
				words:
					'the rate at which the payments are worth the balance: balance = payment × (1 − (1 + i)^−n) ÷ i',
				numbers:
					i === 0
						? `${n} × ${money(payment)} = ${money(balance)}`
						: `${money(balance)} = ${money(payment)} × (1 − (1 + i)^−${n}) ÷ i, so ${periodRate(i)}`,
				result: writePercent(annual),
				sources: []
			}
		};
	}
	return paid < balance
		? {
				blank: null,
				below: `These payments add up to ${money(paid)}, less than the ${money(balance)} that is owed.`
			}
		: { blank: null, below: 'That would be a rate above 1,000 %.' };
}

/** “220.00 a month for 48 months affords 8,690.64” */
export function affordAnswered(
	{ balance, run, oneMoreRun }: BalanceAnswer,
	currency: Currency
): Answered {
	const money = (amount: Cents) => writeMoney(amount, currency);
	return {
		blank: money(balance),
		below: `${money(run.totalInterest)} of what is paid is interest; one cent more is not paid off in time.`,
		working: {
			title: 'what can be afforded',
			words: 'the largest balance that these payments clear in time, payment by payment in the run',
			numbers: null,
			result: money(balance),
			sources: [
				tried(money(balance), run, currency),
				...(oneMoreRun ? [tried(money(oneMoreRun.starting), oneMoreRun, currency)] : [])
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
	currency: Currency
): Answered {
	if (payment < 0) {
		return { blank: null, below: 'The balance grew by more than its interest: nothing was paid.' };
	}
	const money = (amount: Cents) => writeMoney(amount, currency);
	const { before, after, months, periods: k, i } = between;
	return {
		blank: money(payment),
		below: `The same each time over ${writeMonths(months)}, at ${writePercent(rate)}.`,
		working: {
			title: 'what was paid each time',
			words: '(earlier balance × (1 + i)^k − later balance) × i ÷ ((1 + i)^k − 1), for k payments',
			numbers:
				i === 0
					? `(${money(before)} − ${money(after)}) ÷ ${k}`
					: `(${money(before)} × (1 + i)^${k} − ${money(after)}) × i ÷ ((1 + i)^${k} − 1); ${periodRate(i)}`,
			result: money(payment),
			sources: []
		}
	};
}

/** “To end when the other one ends, add 46.66” */
export function extraAnswered(
	answer: ExtraAnswer | null,
	by: CalendarDate,
	currency: Currency
): Answered {
	if (answer === null) {
		return { blank: null, below: 'With what happens over time no amount ends it by then.' };
	}
	const { extra, run, oneLessRun } = answer;
	if (extra === 0) {
		const ends = run.ending.status === 'cleared' ? run.ending.payoffDate : by;
		const earlier = monthsBetween(ends, by);
		return {
			blank: 'nothing',
			below:
				earlier > 0
					? `It ends in ${writeMonth(ends)} without that, ${writeMonths(earlier)} before the other one.`
					: `It ends in ${writeMonth(ends)} without that, in the same month.`
		};
	}
	const money = (amount: Cents) => writeMoney(amount, currency);
	const one = (extra - 1) as Cents;
	return {
		blank: money(extra),
		below: `Then ${countOf(run.periods, 'payment')}, the last one ${money(run.finalPayment)}; ${money(run.totalInterest)} in interest.`,
		working: {
			title: `what to add to end by ${writeMonth(by)}`,
			words: 'the smallest amount on top of every payment with which the run ends in time',
			numbers: null,
			result: money(extra),
			sources: [
				tried(money(extra), run, currency),
				...(oneLessRun ? [tried(money(one), oneLessRun, currency)] : [])
			]
		}
	};
}

/** What an amount came to when it was tried: “191.20: 31 payments, the last one 0.24” */
function tried(
	amount: string,
	run: RunTotals,
	currency: Currency
): WrittenWorking['sources'][number] {
	const end =
		run.ending.status === 'cleared'
			? `${countOf(run.periods, 'payment')}, the last one ${writeMoney(run.finalPayment, currency)}`
			: endInWords(run, writeMonth);
	return { text: `with ${amount}: ${end}`, figure: null };
}

const periodRate = (i: number) => `i = ${(i * 100).toFixed(6)} % a period`;
