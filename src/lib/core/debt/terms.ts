import type { Allocation } from './account/policy';
import type { CalendarDate, PaymentsPerYear } from '../quantities/calendar';
import type { Cents } from '../quantities/money';
import type { InterestRounding, Percent } from '../quantities/rate';
import type { RateTerms } from './interest/all-ways';
import type { PaymentRule } from './rules/all-rules';
import type { MinimumTerms } from './rules/minimum';

/** Another rule from a period on. */
interface PaymentChange {
	readonly from: number;
	readonly rule: PaymentRule;
	/** Whether a creditor agreed to it: it is the minimum from then on, and nothing is past due (section 14). */
	readonly agreed?: true;
}

/**
 * Another rate, from a period on or from a day on (specification, section 4); a level payment is set anew only where
 * `reamortize` says so. A day never reaches back: with interest by the day the period is cut there, with any other
 * basis the rate holds from the first period that begins on it or later.
 */
export type RateChange = {
	readonly annual: Percent;
	readonly reamortize?: boolean;
	/** Whether a creditor agreed to it: no penalty rate is charged meanwhile (section 14). */
	readonly agreed?: true;
} & ({ readonly from: number } | { readonly date: CalendarDate });

/** An amount in period `from`, then every `every` periods up to `until` (specification, section 5). */
export interface Recurring {
	readonly from: number;
	/** Periods between two; absent: once. */
	readonly every?: number;
	/** The last period in which it may fall; absent: to the end. */
	readonly until?: number;
	readonly amount: Cents;
}

/** An amount added to the balance on a period's first day (specification, section 4, `charges`). */
export interface Charge extends Recurring {
	readonly fee: boolean;
	/** The balance that it is charged to; absent: the first. */
	readonly to?: string;
}

/** Interest that is charged only where a balance is not paid off in time (specification, section 13). */
interface Deferral {
	/** The last period in which it may be paid off. */
	readonly until: number;
	/** The rate at which it accrues meanwhile. */
	readonly annual: Percent;
	/** What has accrued at the start. */
	readonly accrued: Cents;
}

/** One of several balances of a debt, each at its own rate (specification, section 13). */
export interface BalanceTerms {
	readonly id: string;
	/** What it is called where figures are explained; absent: nothing. */
	readonly name?: string;
	readonly opening: Cents;
	readonly annual: Percent;
	readonly rateChanges?: readonly RateChange[];
	readonly deferred?: Deferral;
}

/** What a missed payment brings (specification, section 14). */
export interface LateTerms {
	readonly fee: Cents;
	/** The fee where one of the six periods before was missed too; absent: the same. */
	readonly feeAgain?: Cents;
	/** The rate that is charged at least, from so many missed payments on; absent: none. */
	readonly penalty?: Percent;
	readonly after?: number;
	/** Periods between the one that brings the penalty and its first. */
	readonly notice?: number;
	/** Periods in a row that end the penalty when they are not missed. */
	readonly cure?: number;
	/** Where the debt stands as period 1 begins; absent: nothing was missed before. */
	readonly standing?: LateStanding;
}

/** What was missed before period 1, and what that still brings; money in minor units. */
export interface LateStanding {
	/** The missed periods, the oldest first, all before 1, each with what still lacks of its minimum. */
	readonly missed: readonly { readonly k: number; readonly lacking: Cents }[];
	/** A late fee that is charged in period 1. */
	readonly feeDue: Cents;
	/** The first period of the penalty rate, under notice or in force; absent: neither. */
	readonly penaltyFrom?: number;
	/** Periods in a row since then that were not missed. */
	readonly onTime: number;
}

/** A payment that a creditor agrees to for a while, in place of what the payment rule says (specification, section 16). */
export interface Easing {
	/** Its first and its last period. */
	readonly from: number;
	readonly until: number;
	/** 0: nothing is paid. */
	readonly amount: Cents;
}

/** Less than is owed that a creditor takes for the whole debt; the rest is forgiven (specification, section 16). */
export interface Settlement {
	readonly period: number;
	/** A part of what is owed then, or an amount; at most what is owed. */
	readonly pays: { readonly percent: Percent } | { readonly amount: Cents };
	/** Whether nothing is paid on the debt till then. */
	readonly stops: boolean;
}

/** An amount that is scheduled at least, through a period (specification, section 13). */
export interface AtLeast {
	readonly amount: Cents;
	readonly until: number;
}

/** All that a run needs to know about one debt. */
export interface DebtTerms {
	readonly opening: Cents;
	readonly rate: RateTerms;
	readonly paymentsPerYear: PaymentsPerYear;
	readonly firstDue: CalendarDate;
	/** The day of the opening balance; absent: one period before the first due date. */
	readonly asOf?: CalendarDate;
	/** In arrears unless stated: a payment at the end of its period, or at its start. */
	readonly timing?: 'arrears' | 'advance';
	readonly interestRounding?: InterestRounding;
	readonly payment: PaymentRule;
	readonly paymentChanges?: readonly PaymentChange[];
	readonly rateChanges?: readonly RateChange[];
	/** Periods in which nothing is scheduled. */
	readonly skips?: readonly number[];
	/** A statement balance at or below this is paid whole. */
	readonly clearBelow: Cents;
	readonly extras: readonly Recurring[];
	readonly charges: readonly Charge[];
	/** Where it has several balances, which then have the rates: `opening` is their sum. In arrears and in cents alone. */
	readonly balances?: readonly BalanceTerms[];
	readonly allocation?: Allocation;
	/** The minimum that the creditor requires; absent: what the payment rule says. */
	readonly required?: MinimumTerms;
	readonly atLeast?: AtLeast;
	/** What creditors agreed to for a while, in the order in which they did. */
	readonly eased?: readonly Easing[];
	readonly settlement?: Settlement;
	/** In arrears and in cents alone. */
	readonly late?: LateTerms;
}

/** A debt but for how it is paid. */
export type Known = Omit<DebtTerms, 'payment'>;
