/** One balance of a debt, period by period: its rate, its interest, and interest that is deferred (specification, section 13). */
import {
	interestOn,
	NO_DAYS,
	type Percent,
	type PeriodDays,
	type PeriodicRate
} from '../../quantities/rate';
import { periodicRate } from '../interest/all-ways';
import { rateIn, rateStepsOf, type RateStep } from '../rate-steps';
import type { BalanceTerms, Known } from '../terms';

/** A balance between two periods, money in minor units. */
export interface BalanceState {
	readonly terms: BalanceTerms;
	readonly steps: readonly RateStep[];
	owed: number;
	/** Interest that has accrued and is not charged yet. */
	accrued: number;
	/** The rate in force, for periods before `next`, while `floor` is charged at least. */
	rate: PeriodicRate;
	annual: Percent;
	next: number;
	floor: number;
	/** The rate at which it accrues while it defers. */
	readonly deferring: PeriodicRate | null;
}

/** A balance in a period that is open, money in minor units. */
export interface OpenBalance {
	/** What is charged to it. */
	readonly charges: number;
	interest: number;
	/** The part of its interest that was deferred before. */
	deferredCharged: number;
	/** Interest that accrues in the period and is not charged. */
	accruing: number;
	/** opening + charges + interest. */
	owed: number;
	/** The rate in force as the period begins; 0 while it defers. */
	readonly annual: number;
	readonly defers: boolean;
	/** Whether it is one of the last two periods in which it may be paid off without interest. */
	readonly isDueSoon: boolean;
	paid: number;
}

/** A balance’s part of a period, money in minor units. */
export interface BalanceRow {
	readonly id: string;
	readonly charges: number;
	readonly interest: number;
	/** The part of its interest that was deferred before. */
	readonly deferredCharged: number;
	readonly paid: number;
	readonly closing: number;
	/** Interest that is deferred up to then; what is waived is no longer in it. */
	readonly accrued: number;
	/** The rate in force; that of the deferral while it defers. */
	readonly annual: Percent;
	/** What accrues in the period and is not charged; null: it does not defer. */
	readonly accruing: number | null;
}

export function balanceAtStart(debt: Known, terms: BalanceTerms): BalanceState {
	const { opening, annual, deferred } = terms;
	const rateAt = (at: Percent) => periodicRate({ ...debt.rate, annual: at }, debt.paymentsPerYear);
	return {
		terms,
		steps: rateStepsOf(withRateOf(debt, terms)),
		owed: opening,
		accrued: deferred?.accrued ?? 0,
		rate: rateAt(annual),
		annual,
		next: 1,
		floor: 0,
		deferring: deferred ? rateAt(deferred.annual) : null
	};
}

export const copiedBalance = (balance: BalanceState): BalanceState => ({ ...balance });

/** A debt as far as its rate goes, at that of one of its balances. */
export const withRateOf = (debt: Known, { annual, rateChanges = [] }: BalanceTerms): Known => ({
	...debt,
	rate: { ...debt.rate, annual },
	rateChanges
});

/** The balance in period k, with so much charged to it, and a rate that is charged at least (`days`: where interest goes by days). */
export function openBalance(
	debt: Known,
	balance: BalanceState,
	k: number,
	charges: number,
	floor: number,
	days: PeriodDays | null
): OpenBalance {
	if (k === balance.next || floor !== balance.floor) setRate(debt, balance, k, floor);
	const { deferred } = balance.terms;
	const bearing = balance.owed + charges;
	const defers = deferred !== undefined && k <= deferred.until;
	const deferredCharged = defers ? 0 : balance.accrued;
	const charged = defers ? 0 : interestOn(balance.rate, bearing, days ?? NO_DAYS);
	const accruing =
		defers && balance.deferring ? interestOn(balance.deferring, bearing, days ?? NO_DAYS) : 0;
	const interest = charged + deferredCharged;
	return {
		charges,
		interest,
		deferredCharged,
		accruing,
		owed: bearing + interest,
		annual: defers ? 0 : balance.annual,
		defers,
		isDueSoon: defers && k >= deferred.until - 1,
		paid: 0
	};
}

/** The rate from period k on; while `floor` is charged at least, an agreed one stands below it. */
function setRate(debt: Known, balance: BalanceState, k: number, floor: number): void {
	const { steps, terms } = balance;
	const own = withRateOf(debt, terms);
	const atLeast = (annual: Percent, isAgreed: boolean): Percent =>
		isAgreed || annual >= floor ? annual : (floor as Percent);
	const isAgreed = steps.findLast(({ from }) => from <= k)?.isAgreed ?? false;
	const later = steps
		.filter(({ from }) => from > k)
		.map((step) => ({ ...step, annual: atLeast(step.annual, step.isAgreed) }));
	balance.annual = atLeast(rateIn(own, steps, k), isAgreed);
	balance.rate = periodicRate(
		{ ...own.rate, annual: balance.annual },
		debt.paymentsPerYear,
		'cent',
		later
	);
	balance.floor = floor;
	balance.next = later.reduce((first, { from }) => Math.min(first, from), Infinity);
}

/** Closes the period of a balance: it owes less what is paid; what accrued is deferred, what was charged no longer is. */
export function closeBalance(balance: BalanceState, open: OpenBalance, paid: number): void {
	open.paid = paid;
	balance.owed = open.owed - paid;
	balance.accrued += open.accruing - open.deferredCharged;
}

/** The part of each balance of a period that is closed. */
export const rowsOf = (
	balances: readonly BalanceState[],
	opened: readonly OpenBalance[]
): BalanceRow[] =>
	balances.flatMap(({ terms: { id, deferred }, owed: closing, accrued }, at) => {
		const open = opened[at];
		if (open === undefined) return [];
		const { charges, interest, deferredCharged, paid } = open;
		const annual = ((open.defers && deferred?.annual) || open.annual) as Percent;
		const accruing = open.defers ? open.accruing : null;
		return [{ id, charges, interest, deferredCharged, paid, closing, accrued, annual, accruing }];
	});
