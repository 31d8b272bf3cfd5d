/**
 * The questions asked backwards: each a sentence with blanks, the first of them the answer. What is said
 * below the sentence is how the answer comes about, and what the last payment is.
 */
import type { CalendarDate } from '../core/calendar';
import type { Cents } from '../core/money';
import type { Percent } from '../core/rate';
import type {
	BalanceAnswer,
	ExtraAnswer,
	PaymentAnswer,
	PeriodsAnswer,
	RateAnswer
} from '../core/solve';
import { countOf, endInWords } from './answer-text';
import { writeMonth, writeMonths, writeShortMonth } from './date-text';
import { writeMoney, type Currency } from './money-text';
import { writePercent } from './percent-text';

export type QuestionId = 'payment' | 'time' | 'rate' | 'afford' | 'paid' | 'extra';

export const QUESTIONS: readonly { readonly value: QuestionId; readonly words: string }[] = [
	{ value: 'payment', words: 'what ends it by a month' },
	{ value: 'time', words: 'how long a payment takes' },
	{ value: 'rate', words: 'what the rate must be' },
	{ value: 'afford', words: 'what can be afforded' },
	{ value: 'paid', words: 'what was paid' },
	{ value: 'extra', words: 'what to add' }
];

/** The answer for the blank, null where there is none, and the sentence below it. */
export interface Answered {
	readonly blank: string | null;
	readonly below: string;
}

/** “191.21 a month pays it off by June 2029” */
export function paymentAnswered(answer: PaymentAnswer, currency: Currency): Answered {
	const money = (amount: Cents) => writeMoney(amount, currency);
	const { smallest, smallestRun, level } = answer;
	const closed = level === smallest ? '' : ` The closed form rounds to ${money(level)}.`;
	return {
		blank: money(smallest),
		below: `${countOf(smallestRun.periods, 'payment')}, the last one ${money(smallestRun.finalPayment)}; ${money(smallestRun.totalInterest)} in interest. One cent less does not do it.${closed}`
	};
}

/** “At 180.00 a month it takes 31 payments” */
export function timeAnswered({ run, unrounded }: PeriodsAnswer, currency: Currency): Answered {
	const money = (amount: Cents) => writeMoney(amount, currency);
	if (run.ending.status !== 'cleared') {
		return {
			blank: endInWords(run, writeMonth),
			below: `${money(run.closing)} would still be owed.`
		};
	}
	const exact = unrounded === null ? '' : ` Unrounded: ${unrounded.toFixed(2)} payments.`;
	return {
		blank: `${countOf(run.periods, 'payment')}, to ${writeShortMonth(run.ending.payoffDate)}`,
		below: `The last one is ${money(run.finalPayment)}; ${money(run.totalInterest)} in interest.${exact}`
	};
}

/** “Paying 180.00 for 36 months, the rate must be 12.2489 %” */
export function rateAnswered(
	{ annual, paid }: RateAnswer,
	balance: Cents,
	currency: Currency
): Answered {
	if (annual !== null) {
		return {
			blank: writePercent(annual),
			below: `${writeMoney(paid, currency)} paid in all on ${writeMoney(balance, currency)}; the rate at which that comes out even, charged monthly.`
		};
	}
	return paid < balance
		? {
				blank: null,
				below: `These payments add up to ${writeMoney(paid, currency)}, less than the ${writeMoney(balance, currency)} that is owed.`
			}
		: { blank: null, below: 'That would be a rate above 1,000 %.' };
}

/** “220.00 a month for 48 months affords 8,690.64” */
export function affordAnswered({ balance, run }: BalanceAnswer, currency: Currency): Answered {
	return {
		blank: writeMoney(balance, currency),
		below: `${writeMoney(run.totalInterest, currency)} of what is paid is interest; a cent more would take one payment more.`
	};
}

/** “It was 9,412.07 and 6,980.55 24 months later, so 214.92 a month was paid” */
export function paidAnswered(
	payment: Cents,
	months: number,
	rate: Percent,
	currency: Currency
): Answered {
	if (payment < 0) {
		return { blank: null, below: 'The balance grew by more than its interest: nothing was paid.' };
	}
	return {
		blank: writeMoney(payment, currency),
		below: `The same each month over ${writeMonths(months)}, at ${writePercent(rate)}.`
	};
}

/** “To end when the other one ends, add 46.66” */
export function extraAnswered(
	{ extra, run }: ExtraAnswer,
	by: CalendarDate,
	currency: Currency
): Answered {
	if (extra === 0) return { blank: 'nothing', below: `It ends by ${writeMonth(by)} as it is.` };
	return {
		blank: writeMoney(extra, currency),
		below: `Then ${countOf(run.periods, 'payment')}, the last one ${writeMoney(run.finalPayment, currency)}; ${writeMoney(run.totalInterest, currency)} in interest.`
	};
}
