/** The figures of a plan that have a working, and what such a working is, as data. */
import type { BalanceInterest, Formula } from '../debt/figure';
import type { CalendarDate } from '../quantities/calendar';
import type { Cents } from '../quantities/money';
import type { ComparedFigure, ComparedValue } from '../plan/comparison';
import type { Brought, ConcessionFees, DebtTotals } from '../plan/terms';

/** A figure of a plan, or of how it compares with its baseline. */
export interface PlanFigure {
	readonly of: 'plan';
	readonly name: PlanFigureName;
	/** The same figure of the plan that this one is measured against. */
	readonly whose?: 'baseline';
}

export type PlanFigureName =
	| 'totalInterest'
	| 'totalFees'
	| 'deferredCharged'
	/** Interest and fees; and that less what is forgiven. */
	| 'interestAndFees'
	| 'totalCost'
	| 'totalForgiven'
	| 'costPerUnit'
	| 'payoffDate'
	| 'months'
	| 'firstGone'
	| 'moneyAtFirst'
	| 'moneyAtMost'
	| 'shortMonths'
	/** All that agreements cost month by month. */
	| 'monthlyFees'
	| 'interestLess'
	| 'costLess'
	| 'monthsSooner'
	/** The interest of one debt, by its identity. */
	| { readonly interestOf: string }
	/** The starting balance of a debt added by the plan, and its fee. */
	| { readonly openingOf: string }
	| { readonly feeOf: string }
	/** A total of one month over its debts; `spent`: payments and fees. */
	| { readonly inMonth: number; readonly what: MonthSum | 'fees' | 'spent' }
	/** A figure of one debt in a month, by its id. */
	| { readonly inMonth: number; readonly ofDebt: string; readonly what: 'interest' | 'closing' }
	/** A total of a calendar year or of all months, of one debt or of all (null). */
	| {
			readonly over: number | 'all';
			readonly ofDebt: string | null;
			readonly what: 'interest' | 'paid' | 'principal';
	  }
	/** How far a compared figure is from the baseline's. */
	| { readonly apart: ComparedFigure };

/** The figures of each debt in a month; `closing`: its balance after the month. */
export type MonthSum = 'interest' | 'paid' | 'principal' | 'closing';

/** The same amount in each of these months, named by their first days. */
export interface Span {
	readonly month: number;
	readonly from: CalendarDate;
	readonly to: CalendarDate;
	readonly months: number;
	readonly amount: Cents;
}

/** The first months of many, and what the others come to together; null where there are no others. */
export interface Spans {
	readonly named: readonly Span[];
	readonly rest: { readonly months: number; readonly amount: Cents } | null;
}

/** A fee of an agreement in a month. */
export interface MonthlyFee {
	readonly fee: ConcessionFees['monthly'];
	/** The part before the cap; of an amount: that. */
	readonly part: Cents;
	readonly due: Cents;
}

/** The interest of one period: on what, and how it is charged. */
export interface PeriodInterest extends Omit<
	Extract<Formula, { kind: 'interest' }>,
	'kind' | 'on'
> {
	readonly opening: Cents;
	readonly charges: Cents;
	readonly interest: Cents;
	/** Of several balances each; null: the debt is one. */
	readonly byBalance: readonly BalanceInterest[] | null;
}

export type PlanWorking =
	/** A sum over the debts, in all or in one month. */
	| {
			readonly kind: 'sum of debts';
			readonly what: MonthSum | 'deferredCharged' | 'forgiven';
			readonly month: CalendarDate | null;
			readonly parts: readonly { readonly id: string; readonly amount: Cents }[];
			readonly total: Cents;
	  }
	/** Payments and ending balance of a debt, less its starting balance and charges: its interest. */
	| {
			readonly kind: 'interest of a debt';
			readonly debt: Pick<
				DebtTotals,
				'id' | 'paid' | 'forgiven' | 'closing' | 'starting' | 'charges' | 'interest'
			>;
			/** Whether the plan brings it, so that what it owed has a working of its own. */
			readonly isNew: boolean;
	  }
	/** A month's interest: that of the periods that fall due in it. */
	| {
			readonly kind: 'interest of a month';
			readonly id: string;
			readonly month: CalendarDate;
			readonly periods: readonly PeriodInterest[];
			readonly interest: Cents;
	  }
	/** The balance of a debt after a month. */
	| {
			readonly kind: 'balance after a month';
			readonly id: string;
			readonly month: CalendarDate;
			readonly number: number;
			readonly opening: Cents;
			readonly charges: Cents;
			readonly interest: Cents;
			readonly paid: Cents;
			readonly forgiven: Cents;
			readonly closing: Cents;
	  }
	/** A sum over months. */
	| {
			readonly kind: 'sum of months';
			readonly what: 'interest' | 'paid' | 'principal';
			readonly year: number | null;
			readonly id: string | null;
			readonly spans: Spans;
			readonly total: Cents;
	  }
	/** The balances that a new debt takes over, and an added fee. */
	| { readonly kind: 'opening'; readonly brought: Brought; readonly total: Cents }
	/** A part of what a new debt takes over, and an amount. */
	| { readonly kind: 'fee'; readonly brought: Brought; readonly unrounded: number }
	/** The fees of changes, each by when it is paid, and the debts' own. */
	| {
			readonly kind: 'fees';
			readonly brought: readonly Brought[];
			readonly setUps: readonly {
				readonly month: number;
				readonly date: CalendarDate;
				readonly amount: Cents;
			}[];
			readonly monthly: Cents;
			readonly ofDebts: readonly { readonly id: string; readonly amount: Cents }[];
			readonly total: Cents;
	  }
	| { readonly kind: 'monthly fees'; readonly spans: Spans; readonly total: Cents }
	/** Agreement fees of a month, from its budget before them and the total balance. */
	| {
			readonly kind: 'fees of a month';
			readonly month: CalendarDate;
			readonly before: Cents;
			readonly owed: Cents;
			readonly setUp: Cents;
			readonly monthly: readonly MonthlyFee[];
			readonly total: Cents;
	  }
	/** Payments and fees of a month; `most`: of no month are they more. */
	| {
			readonly kind: 'spent';
			readonly month: number;
			readonly date: CalendarDate;
			readonly most: boolean;
			readonly paid: Cents;
			readonly fees: Cents;
			readonly total: Cents;
	  }
	/** Interest and fees, less what is forgiven. */
	| {
			readonly kind: 'cost';
			readonly interest: Cents;
			readonly fees: Cents;
			readonly forgiven: Cents;
			readonly total: Cents;
	  }
	/** Cost per unit owed at the start, in hundredths. */
	| {
			readonly kind: 'cost per unit';
			readonly paid: Cents;
			readonly starting: Cents;
			readonly unrounded: number;
			readonly hundredths: number;
	  }
	/** One of the debts' payoff dates: the first, or the latest, in a month of the plan. */
	| {
			readonly kind: 'payoff';
			readonly which: 'first' | 'latest';
			readonly parts: readonly { readonly id: string; readonly date: CalendarDate }[];
			readonly date: CalendarDate;
			readonly months: number;
	  }
	/** Months whose money is less than what is required, by how much it lacks. */
	| { readonly kind: 'short months'; readonly spans: Spans; readonly count: number }
	/** The cost of the baseline less the cost of the plan. */
	| {
			readonly kind: 'less';
			readonly what: 'interest' | 'cost';
			readonly baseline: Cents;
			readonly plan: Cents;
			readonly less: Cents;
	  }
	/** Calendar months from the plan's end to the baseline's; negative: later. */
	| {
			readonly kind: 'sooner';
			readonly baseline: CalendarDate;
			readonly plan: CalendarDate;
			readonly months: number;
	  }
	/** A compared figure of the plan less that of the baseline; months between dates. */
	| {
			readonly kind: 'apart';
			readonly figure: ComparedFigure;
			readonly plan: ComparedValue;
			readonly baseline: ComparedValue;
			readonly away: number;
	  };

/** Which figure of a plan each of those is that plans are compared by. */
export const COMPARED_AS: Readonly<Record<ComparedFigure, PlanFigureName>> = {
	ends: 'payoffDate',
	months: 'months',
	firstGone: 'firstGone',
	interest: 'totalInterest',
	fees: 'totalFees',
	deferredCharged: 'deferredCharged',
	forgiven: 'totalForgiven',
	cost: 'totalCost',
	costPerUnit: 'costPerUnit',
	moneyAtFirst: 'moneyAtFirst',
	moneyAtMost: 'moneyAtMost',
	shortMonths: 'shortMonths'
};
