import type { CalendarDate, PaymentsPerYear } from '../quantities/calendar';
import type { Cents } from '../quantities/money';
import type { InterestRounding, Percent } from '../quantities/rate';
import type { RateTerms } from './interest/all-ways';
import type { PaymentRule } from './rules/all-rules';

/** Another rule from a period on. */
interface PaymentChange {
	readonly from: number;
	readonly rule: PaymentRule;
}

/**
 * Another rate, from a period on or from a day on (specification, section 4); a level payment is set anew only where
 * `reamortize` says so. A day never reaches back: with interest by the day the period is cut there, with any other
 * basis the rate holds from the first period that begins on it or later.
 */
export type RateChange = {
	readonly annual: Percent;
	readonly reamortize?: boolean;
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
}

/** A debt but for how it is paid. */
export type Known = Omit<DebtTerms, 'payment'>;
