import type { CalendarDate, PaymentsPerYear } from './calendar';
import type { Cents } from './money';
import type { Percent, RateTerms } from './rate';

/**
 * A minimum payment rule (contract, section 4):
 * max(`floor`, up(`percent` · base + [interest if `plusInterest`] + [fees if `plusFees`])).
 */
export interface MinimumTerms {
	readonly percent: Percent;
	/** `statement`: balance, charges and interest; `opening`: balance and charges, before interest. */
	readonly of: 'statement' | 'opening';
	readonly plusInterest: boolean;
	readonly plusFees: boolean;
	/** Rounded up to a multiple of so many minor units; 0: half away from zero to the minor unit. */
	readonly roundUpTo: Cents;
	readonly floor: Cents;
}

/** The payment rules known so far (contract, section 4). */
export type PaymentRule =
	| { readonly kind: 'fixed'; readonly amount: Cents }
	| ({ readonly kind: 'minimum' } & MinimumTerms)
	/** The minimum of the first period, then that amount for ever. */
	| ({ readonly kind: 'frozen-minimum' } & MinimumTerms);

/** An amount in period `from`, then every `every` periods up to `until` (contract, section 5). */
export interface Recurring {
	readonly from: number;
	/** Periods between two; absent: once. */
	readonly every?: number;
	/** The last period in which it may fall; absent: to the end. */
	readonly until?: number;
	readonly amount: Cents;
}

/** What is added to the balance on a period's first day (contract, section 4, `charges`). */
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
	readonly payment: PaymentRule;
	/** A statement balance at or below this is paid whole. */
	readonly clearBelow: Cents;
	readonly extras: readonly Recurring[];
	readonly charges: readonly Charge[];
}
