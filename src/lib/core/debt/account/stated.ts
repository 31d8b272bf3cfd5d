/** Several balances and terms for late payments as a statement says them, by date, in the periods of a debt. */
import { dueDatesUntil, type CalendarDate } from '../../quantities/calendar';
import { ZERO, type Cents } from '../../quantities/money';
import { percent, type Percent } from '../../quantities/rate';
import type { DebtEvent } from '../events';
import type { PaymentRule } from '../rules/all-rules';
import type { MinimumTerms } from '../rules/minimum';
import type { BalanceTerms, DebtTerms, LateTerms } from '../terms';
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

/** What a debt has of both; absent: one balance, missed payments that cost nothing. */
export interface StatedAccount {
	readonly balances?: readonly StatedBalance[];
	readonly allocation?: Allocation;
	readonly atLeast?: { readonly amount: Cents; readonly until: CalendarDate };
	readonly late?: LateTerms;
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
		...(late && { late })
	};
}

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
