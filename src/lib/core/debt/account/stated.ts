/** Several balances and terms for late payments as a statement says them, by date, in the periods of a debt. */
import { addDays, dueDate, dueDatesUntil, type CalendarDate } from '../../quantities/calendar';
import { ZERO, type Cents } from '../../quantities/money';
import { percent, type Percent } from '../../quantities/rate';
import { shared } from '../../quantities/share';
import type { DebtEvent } from '../events';
import type { PaymentRule } from '../rules/all-rules';
import type { MinimumTerms } from '../rules/minimum';
import type { BalanceTerms, DebtTerms, LateStanding, LateTerms } from '../terms';
import type { Allocation } from './policy';

/** A balance, with interest that is deferred up to a day. */
export interface StatedBalance {
	readonly id: string;
	readonly name?: string;
	readonly opening: Cents;
	readonly annual: Percent;
	readonly deferred?: {
		readonly by: CalendarDate;
		readonly annual: Percent;
		readonly accrued: Cents;
	};
}

/** What a missed payment brings, and what was missed before, by due date. */
export interface StatedLate extends Omit<LateTerms, 'standing'> {
	readonly history?: {
		/** What is past due in all; it is divided among the missed payments by what each lacks. */
		readonly pastDue: Cents;
		readonly missed: readonly { readonly due: CalendarDate; readonly lacking: Cents }[];
		readonly feeDue: Cents;
		/** The first due date at the penalty rate; null: neither notice nor penalty. */
		readonly penaltyFrom: CalendarDate | null;
		readonly onTime: number;
	};
}

/** What a debt has of both; absent: one balance, missed payments that cost nothing. */
export interface StatedAccount {
	readonly balances?: readonly StatedBalance[];
	readonly allocation?: Allocation;
	readonly atLeast?: { readonly amount: Cents; readonly until: CalendarDate };
	readonly late?: StatedLate;
}

type Dates = Pick<DebtTerms, 'firstDue' | 'paymentsPerYear'>;
type AccountTerms = Pick<DebtTerms, 'balances' | 'allocation' | 'required' | 'atLeast' | 'late'>;

/**
 * In periods of the debt; a deadline is the last period due on its day or before. Events change rates; `rule` is what the
 * creditor requires.
 */
export function accountTerms(
	{ balances, allocation, atLeast, late }: StatedAccount,
	dates: Dates,
	events: readonly DebtEvent[],
	rule: PaymentRule
): AccountTerms {
	const untilOf = (day: CalendarDate) => dueDatesUntil(dates.firstDue, day, dates.paymentsPerYear);
	const required = balances || late ? minimumOf(rule) : null;
	return {
		...(balances && { balances: balances.map((one) => balanceTerms(one, untilOf, events)) }),
		...(allocation && { allocation }),
		...(required && { required }),
		...(atLeast && { atLeast: { amount: atLeast.amount, until: untilOf(atLeast.until) } }),
		...(late && { late: lateTerms(late, dates) })
	};
}

function lateTerms({ history, ...late }: StatedLate, dates: Dates): LateTerms {
	if (!history) return late;
	const { pastDue, feeDue, penaltyFrom, onTime } = history;
	const before = history.missed
		.filter(({ due }) => due < dates.firstDue)
		.sort((a, b) => (a.due < b.due ? -1 : 1));
	// What nobody has said when it was missed was missed last.
	const missed = before.length > 0 ? before.map(({ due }) => periodOfDue(due, dates)) : [0];
	const lacking = shared(pastDue, weightsOf(before));
	const standing: LateStanding = {
		missed: missed.flatMap((k, at) => {
			const amount = (lacking[at] ?? ZERO) as Cents;
			return before.length > 0 || amount > 0 ? [{ k, lacking: amount }] : [];
		}),
		feeDue,
		...(penaltyFrom !== null && { penaltyFrom: periodOfDue(penaltyFrom, dates) }),
		onTime
	};
	return { ...late, standing };
}

/** What each lacks; in equal parts where that is not known. */
function weightsOf(missed: readonly { readonly lacking: Cents }[]): readonly number[] {
	if (missed.length === 0) return [1];
	const weights = missed.map(({ lacking }) => lacking);
	return weights.some((lacking) => lacking > 0) ? weights : weights.map(() => 1);
}

/** The period due on a day, or the first one after it; 0 is the one before the first due date. */
function periodOfDue(day: CalendarDate, { firstDue, paymentsPerYear }: Dates): number {
	if (day > firstDue) return dueDatesUntil(firstDue, addDays(day, -1), paymentsPerYear) + 1;
	let k = 1;
	while (k > -LATEST_MISSED && dueDate(firstDue, k - 1, paymentsPerYear) >= day) k -= 1;
	return k;
}

/** Further back no missed payment changes anything. */
const LATEST_MISSED = 120;

function balanceTerms(
	{ deferred, ...balance }: StatedBalance,
	untilOf: (day: CalendarDate) => number,
	events: readonly DebtEvent[]
): BalanceTerms {
	const rateChanges = events.flatMap((event) =>
		event.kind === 'rate' && (event.ofBalance ?? balance.id) === balance.id
			? [{ date: event.date, annual: event.annual }]
			: []
	);
	if (!deferred) return { ...balance, rateChanges };
	const { by, annual, accrued } = deferred;
	return { ...balance, rateChanges, deferred: { until: untilOf(by), annual, accrued } };
}

/** What is required, as a minimum rule; null where it is none: a loan requires what its payment rule says. */
function minimumOf(rule: PaymentRule): MinimumTerms | null {
	if (rule.kind === 'minimum') return rule;
	return rule.kind === 'fixed' ? { ...NOTHING, floor: rule.amount } : null;
}

const NOTHING: MinimumTerms = {
	percent: percent(0),
	of: 'statement',
	plusInterest: false,
	plusFees: false,
	roundUpTo: ZERO,
	floor: ZERO
};
