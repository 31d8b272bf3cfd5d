/** The figures that can explain themselves, and the working of one as data. */
import type { Allocation } from './account/policy';
import type { CalendarDate, PaymentsPerYear } from '../quantities/calendar';
import type { Cents } from '../quantities/money';
import type { DayYear, InterestRounding, Percent } from '../quantities/rate';

/** Which run a figure is of: the one that is looked at, unless it says `baseline`. */
interface OfRun {
	readonly on?: 'baseline';
}

/**
 * A figure of one period of a run. `bearing` is opening + charges, `statement` that and the interest,
 * `remaining` what an advance payment leaves of `bearing`.
 */
export interface RowFigure extends OfRun {
	readonly of: 'row';
	readonly name:
		| 'opening'
		| 'charges'
		| 'interest'
		| 'bearing'
		| 'statement'
		| 'remaining'
		| 'scheduled'
		| 'extra'
		| 'paid'
		| 'principal'
		| 'closing'
		| 'interestSoFar';
	readonly k: number;
}

/** A sum of one calendar year's payments. */
export interface YearFigure extends OfRun {
	readonly of: 'year';
	readonly name: Extract<
		RowFigure['name'],
		'charges' | 'interest' | 'paid' | 'extra' | 'principal' | 'closing'
	>;
	readonly year: number;
}

/** A total of a run. */
export interface TotalFigure extends OfRun {
	readonly of: 'run';
	readonly name:
		| 'starting'
		| 'closing'
		| 'totalInterest'
		| 'totalPaid'
		| 'totalPrincipal'
		| 'totalCharges'
		| 'totalExtra'
		| 'periods'
		| 'payoffDate'
		| 'costPerUnit';
}

/** How a run compares with the baseline. */
export interface AgainstFigure extends OfRun {
	readonly of: 'against';
	readonly name: 'interestLess' | 'monthsSooner';
}

export type Figure = RowFigure | YearFigure | TotalFigure | AgainstFigure;

/** The value of a figure. */
export type Result =
	| { readonly kind: 'money'; readonly amount: Cents }
	| { readonly kind: 'payments'; readonly count: number }
	/** Negative: later. */
	| { readonly kind: 'months'; readonly count: number }
	| { readonly kind: 'date'; readonly date: CalendarDate }
	/** Money for each unit owed, in hundredths. */
	| { readonly kind: 'per unit'; readonly hundredths: number };

/** A number in a working, with the figure it is, so that it can be opened in turn. */
export interface Operand<R extends Result = Result> {
	readonly result: R;
	readonly from: Figure;
	/** Whether it is taken away. */
	readonly minus?: boolean;
}

export type MoneyOperand = Operand<Result & { kind: 'money' }>;

/** How a creditor charges the interest of a period (specification, section 2), with what that period adds. */
export type Convention =
	| { readonly kind: 'nominal'; readonly paymentsPerYear: PaymentsPerYear }
	| {
			readonly kind: 'compounded';
			readonly compoundsPerYear: number;
			readonly paymentsPerYear: PaymentsPerYear;
	  }
	| { readonly kind: 'effective'; readonly paymentsPerYear: PaymentsPerYear }
	| {
			readonly kind: 'daily' | 'daily-compounded';
			readonly dayYear: DayYear;
			/** The days at each rate; one piece unless the rate changes within the period. */
			readonly pieces: readonly RateDays[];
	  };

/** Days of a period that bear one rate. */
export interface RateDays {
	/** The first of them, and the last. */
	readonly from: CalendarDate;
	readonly to: CalendarDate;
	readonly days: number;
	/** How many of the days fall in leap years; they count where the year is `actual`. */
	readonly leapDays: number;
	readonly annual: Percent;
}

export interface Tallied {
	readonly first: MoneyOperand;
	readonly times: number;
}

/** A balance in the interest of a period, money in minor units. */
export interface BalanceInterest {
	readonly name: string;
	/** Its balance with what is charged to it. */
	readonly on: Cents;
	/** The rate in force; that of the deferral while it defers. */
	readonly annual: Percent;
	readonly interest: Cents;
	/** The part of it that was deferred before. */
	readonly deferredCharged: Cents;
	/** What accrues and is not charged; null: it does not defer. */
	readonly accruing: Cents | null;
}

/** How a figure comes about; what is unrounded is in minor units. */
export type Formula =
	/** Written down from the statement or chosen, not computed. */
	| { readonly kind: 'stated' }
	/** Another figure, taken over as it is. */
	| { readonly kind: 'same'; readonly as: Operand }
	| { readonly kind: 'sum'; readonly operands: readonly MoneyOperand[] }
	/** A sum in which amounts come again: each as the first period has it, and how many periods do. */
	| { readonly kind: 'tally'; readonly parts: readonly Tallied[] }
	| {
			readonly kind: 'interest';
			readonly on: MoneyOperand;
			readonly annual: Percent;
			readonly convention: Convention;
			/** A rate known by its day that holds only from the next period on, which begins then or later. */
			readonly waiting: { readonly annual: Percent; readonly date: CalendarDate } | null;
			readonly unrounded: number;
			readonly rounding: InterestRounding;
	  }
	/** percent of a base, with interest and fees where the rule adds them, rounded up, at least a floor. */
	| {
			readonly kind: 'minimum';
			readonly percent: Percent;
			readonly of: MoneyOperand;
			readonly added: readonly MoneyOperand[];
			readonly fees: Cents;
			readonly roundUpTo: Cents;
			readonly floor: Cents;
			readonly unrounded: number;
			readonly rounding: InterestRounding;
	  }
	/** The closed form of equal payments, with the periodic rate i as a fraction. */
	| {
			readonly kind: 'level';
			readonly on: MoneyOperand;
			readonly periods: number;
			readonly i: number;
			readonly balloon: Cents;
			readonly advance: boolean;
			readonly roundPayment: 'nearest' | 'up';
			readonly unrounded: number;
			readonly rounding: InterestRounding;
	  }
	/** The whole of what is owed, and why; at a term it has the balloon in it. */
	| {
			readonly kind: 'rest';
			readonly of: MoneyOperand;
			readonly because: 'less than required' | 'end of term' | 'cleared below';
			readonly balloon: Cents;
	  }
	/** The interest of each balance of a debt (section 13). */
	| { readonly kind: 'interest by balance'; readonly balances: readonly BalanceInterest[] }
	/** What the rule says, with what is past due, or raised to what is paid at least (sections 13, 14). */
	| {
			readonly kind: 'raised';
			readonly rule: Cents;
			readonly pastDue: Cents;
			readonly atLeast: Cents | null;
	  }
	/** A payment, and what each balance gets of it (section 13; 12 CFR 1026.53). */
	| {
			readonly kind: 'allocated';
			readonly parts: readonly MoneyOperand[];
			readonly minimum: Cents;
			readonly orders: Allocation;
			readonly balances: readonly { readonly name: string; readonly paid: Cents }[];
			/** The balance that comes first since its deadline is near; null: none. */
			readonly dueSoon: string | null;
	  }
	| { readonly kind: 'missed' }
	/** A whole period before the first due one. */
	| { readonly kind: 'not due' }
	/** The payment after which nothing is owed. */
	| { readonly kind: 'last payment'; readonly closing: MoneyOperand; readonly k: number }
	/** The due date of that payment. */
	| { readonly kind: 'due date'; readonly of: Operand; readonly k: number }
	| { readonly kind: 'quotient'; readonly of: MoneyOperand; readonly by: MoneyOperand }
	| { readonly kind: 'months between'; readonly earlier: Operand; readonly later: Operand };

export interface Working {
	readonly figure: Figure;
	readonly result: Result;
	readonly formula: Formula;
}
