/** The input and the result of a plan (specification, section 9). */
import type { CalendarDate } from '../quantities/calendar';
import type { DebtTerms } from '../debt/terms';
import type { Cents } from '../quantities/money';
import type { Order } from './order';
import type { Percent } from '../quantities/rate';
import type { BudgetSheet } from './budget-sheet';

/** Where the month's money comes from. */
export type Budget =
	/** Nothing but what each debt asks. */
	| { readonly kind: 'required' }
	/** That and an extra amount; the payment of a debt paid off stays with the client. */
	| { readonly kind: 'required-plus'; readonly extra: Cents }
	/** A fixed amount; what a cleared debt required moves on to the others. */
	| { readonly kind: 'constant'; readonly amount: Cents }
	/** What a household has left each month, by the calendar (section 15). */
	| ({ readonly kind: 'sheet' } & BudgetSheet);

/** Money put aside before debts get more than they require (specification, section 15). */
interface Savings {
	/** What is there as the plan begins. */
	readonly opening: Cents;
	/** The most that a month puts aside; null: all that is left. */
	readonly monthly: Cents | null;
	/** As much as is to be there; null: it goes on. */
	readonly target: Cents | null;
	/** Whether short months are paid from it. */
	readonly covers: boolean;
}

/** Fees of a creditor agreement, besides the payments to debts (specification, section 10). */
export interface ConcessionFees {
	/** The month in which it begins, and the last of its monthly fees; absent: none is the last. */
	readonly from: number;
	readonly until?: number;
	/** The debts it is about: the monthly fee ends with the last of them. */
	readonly debts: readonly string[];
	readonly setUpFee: Cents;
	/** An amount; or a part of the smaller of the month's money and all that is owed, with a cap. */
	readonly monthly:
		| { readonly kind: 'amount'; readonly amount: Cents }
		| { readonly kind: 'percent'; readonly percent: Percent; readonly cap: Cents | null };
}

/** Fees for a settlement, for each debt in the month in which it is settled (specification, section 16). */
export interface SettlementFees {
	readonly debts: readonly string[];
	/** A part of what is forgiven, and an amount. */
	readonly percent: Percent;
	readonly amount: Cents;
}

/** A debt that a change brings at the start, what it takes over, and the fee for that. */
export interface Brought {
	readonly debt: string;
	readonly takes: readonly { readonly id: string; readonly amount: Cents }[];
	/** The sum of those. */
	readonly moved: Cents;
	/** The fee: a part of that sum, and an amount. */
	readonly percent: Percent;
	readonly amount: Cents;
	readonly fee: Cents;
	/** Added to what the new debt owes, or paid by the client outside the month's money. */
	readonly paid: 'added' | 'up-front';
}

/** Fees of a plan's changes. */
export interface ChangeFees {
	readonly brought: readonly Brought[];
	readonly concessions: readonly ConcessionFees[];
	readonly settlements: readonly SettlementFees[];
}

export interface PlanTerms {
	readonly budget: Budget;
	/** One-time amounts by month, from 1. */
	readonly oneOffs: readonly { readonly month: number; readonly amount: Cents }[];
	/** The amount, or the extra, from a month on. */
	readonly budgetChanges: readonly { readonly from: number; readonly amount: Cents }[];
	readonly order: Order;
	/** The counselor's own order, by identity; what is not in it comes after. */
	readonly listed: readonly string[];
	/** The month in which its money begins: before, what is required is paid. Absent: the first. */
	readonly begins?: number;
	readonly savings?: Savings;
	/** In a short month debts get what they require whole in this order, by identity, then in the list's; absent: each a share. */
	readonly shortOrder?: readonly string[];
	/** Fees of the plan's changes; absent if there are none. */
	readonly fees?: ChangeFees;
}

export interface PlannedDebt {
	readonly id: string;
	readonly terms: DebtTerms;
}

/** A debt's part of one month, money in minor units. */
export interface MonthShare {
	/** Which debt: its place in the list, from 0. */
	readonly index: number;
	/** The annual rate in force, in ten-thousandths of a percent. */
	readonly annual: number;
	readonly opening: Cents;
	readonly charges: Cents;
	/** The part of the charges that are fees. */
	readonly fees: Cents;
	readonly interest: Cents;
	/** R: its scheduled payments, at most what is owed. */
	readonly required: Cents;
	/** Its own extras, money that comes with it: what it took of them, in `paid` beside what the plan gives it. */
	readonly ownExtra: Cents;
	/** The part of them that it could not take, which goes to the budget. */
	readonly rolledOver: Cents;
	/** S: what is owed before anything is paid. */
	readonly owed: Cents;
	readonly paid: Cents;
	/** paid − interest − charges; negative where the balance grew. What is forgiven is not in it. */
	readonly principal: Cents;
	/** What the creditor forgives where it is settled in this month. */
	readonly forgiven: Cents;
	readonly closing: Cents;
	/** Its place in line for what the money leaves, from 1; null where it can't take any. */
	readonly rank: number | null;
	/** Each payment of the month, where a debt has several in it. */
	readonly paidEach?: readonly Cents[];
}

export interface PlanMonth {
	/** 1, 2, 3 … */
	readonly month: number;
	/**
	 * What there is before agreements are paid, without what debts pass on: agreements are taken from a fixed
	 * amount, and come on top else.
	 */
	readonly before: Cents;
	/** T: what there is for the debts, with what they pass on of their own extras. */
	readonly budget: Cents;
	/** That with what savings give for debts, less what is put aside. */
	readonly forDebts: Cents;
	/** The debts' own extra payments that they took, besides T. */
	readonly ownExtra: Cents;
	/** The debts' own extra payments that became part of T. */
	readonly rolledOver: Cents;
	/** Fees of changes in the month, besides that. */
	readonly fees: Cents;
	/** What is missing for living, beyond what savings give. */
	readonly deficit: Cents;
	/** What savings do in it; null: the plan has none. */
	readonly savings: MonthSavings | null;
	/** ΣR. */
	readonly required: Cents;
	/** To the debts, their own extras among it. */
	readonly paid: Cents;
	readonly interest: Cents;
	/** By how much the month brings the balances down; negative where it adds to them. */
	readonly principal: Cents;
	/** What creditors forgive in it. */
	readonly forgiven: Cents;
	/** The shortfall against the required payments, beyond what savings give; 0 if they are covered. */
	readonly shortfall: Cents;
	/** The debts that are open at its beginning, in the list's order. */
	readonly shares: readonly MonthShare[];
}

/** What savings do in a month, in minor units. */
export interface MonthSavings {
	readonly putAside: Cents;
	/** Taken for living, for fees, and for what debts require. */
	readonly toLiving: Cents;
	readonly toFees: Cents;
	readonly toDebts: Cents;
	readonly closing: Cents;
}

export interface DebtTotals {
	readonly id: string;
	readonly starting: Cents;
	/** 0: nothing was owed; null: not cleared. */
	readonly payoffMonth: number | null;
	readonly payoffDate: CalendarDate | null;
	readonly interest: Cents;
	readonly charges: Cents;
	readonly fees: Cents;
	readonly paid: Cents;
	/** What its creditor forgives. */
	readonly forgiven: Cents;
	readonly closing: Cents;
	/** Deferred interest that was charged in the end, and that was waived (section 13). */
	readonly deferredCharged: Cents;
	readonly deferredWaived: Cents;
	/** Its fees for missed payments, part of its fees (section 14). */
	readonly lateFees: Cents;
}

export type PlanEnding =
	| { readonly status: 'cleared'; readonly payoffDate: CalendarDate }
	| { readonly status: 'never' }
	| { readonly status: 'beyond' }
	/** The fees of a month are more than its money: the plan can't be carried out. */
	| {
			readonly status: 'refused';
			readonly reason: 'fees';
			readonly month: number;
			readonly fees: Cents;
			readonly money: Cents;
	  }
	/** A month's money and savings don't reach for what a settlement asks. */
	| {
			readonly status: 'refused';
			readonly reason: 'settlement';
			readonly month: number;
			readonly missing: Cents;
	  }
	/** The changes to the debts are impossible or incomplete: nothing is computed. */
	| { readonly status: 'refused'; readonly reason: 'changes' };

export interface PlanTotals {
	readonly ending: PlanEnding;
	/** Months run: to the last payoff, or until the ending was decided. */
	readonly months: number;
	/** The first of the calendar month that month 1 is. */
	readonly firstMonth: CalendarDate;
	/** The month in which its own money begins, from 1. */
	readonly begins: number;
	/** The starting balance, before any fee is added. */
	readonly starting: Cents;
	readonly totalInterest: Cents;
	readonly totalCharges: Cents;
	/** Fees of the plan's changes as agreed. */
	readonly agreed: ChangeFees;
	/** The same by when it is paid; all of it in `totalFees`. */
	readonly changeFees: {
		readonly added: Cents;
		readonly upFront: Cents;
		readonly setUp: Cents;
		readonly monthly: Cents;
		readonly settlement: Cents;
	};
	/** Fees of changes, and the debts' charges that are fees. */
	readonly totalFees: Cents;
	/** Payments to debts, and the fees that are not added to one. */
	readonly totalPaid: Cents;
	/** What creditors forgive; never part of what is saved. */
	readonly totalForgiven: Cents;
	/** Interest and fees less what is forgiven: what is paid beyond what was owed, on which plans are compared. */
	readonly totalCost: Cents;
	readonly closing: Cents;
	/** Deferred interest that was charged in the end, and that was waived: of all debts. */
	readonly deferredCharged: Cents;
	readonly deferredWaived: Cents;
	/** Fees for missed payments, part of all fees. */
	readonly lateFees: Cents;
	readonly debts: readonly DebtTotals[];
	readonly shortMonths: readonly { readonly month: number; readonly missing: Cents }[];
	/** The months in which something is missing for living, beyond what savings give. */
	readonly deficits: readonly { readonly month: number; readonly missing: Cents }[];
	/** What is saved in the end; null: the plan has no savings. */
	readonly saved: Cents | null;
}

export interface Plan extends PlanTotals {
	readonly kept: readonly PlanMonth[];
}
