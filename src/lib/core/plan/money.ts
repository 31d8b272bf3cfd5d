/** The money of a plan's months: where it comes from, what fees take, and what savings put aside or give (specification, sections 9, 10 and 15). */
import { addMonths, type CalendarDate } from '../quantities/calendar';
import { atLeastZero, roundedShare, ZERO, type Cents } from '../quantities/money';
import { WHOLE } from '../quantities/rate';
import { sheetMonth } from './budget-sheet';
import type { ChangeFees, ConcessionFees, PlanTerms } from './terms';

/** Whether a plan's own money has begun in a month; before, what is required is paid. */
export const hasBegun = ({ begins = 1 }: Pick<PlanTerms, 'begins'>, month: number): boolean =>
	month >= begins;

/** Whether a month's money is an amount of its own, whatever is required: it may fall short, and fees come out of it. */
export const isOwnMoney = (plan: Pick<PlanTerms, 'begins' | 'budget'>, month: number): boolean =>
	hasBegun(plan, month) && (plan.budget.kind === 'constant' || plan.budget.kind === 'sheet');

/** The amount, or the extra, that is stated for a month; a budget sheet states none. */
export function statedIn(
	{ budget, budgetChanges }: Pick<PlanTerms, 'budget' | 'budgetChanges'>,
	month: number
): Cents {
	let stated =
		budget.kind === 'constant'
			? budget.amount
			: budget.kind === 'required-plus'
				? budget.extra
				: ZERO;
	let latest = 0;
	for (const { from, amount } of budgetChanges) {
		if (from > month || from < latest) continue;
		latest = from;
		stated = amount;
	}
	return stated;
}

/** The amount of its own that a month has, or its extra: stated, or what a budget sheet leaves; at least nothing. */
export function ownAmountIn(plan: PlanTerms, month: number, first: CalendarDate): Cents {
	const { budget } = plan;
	if (budget.kind !== 'sheet') return statedIn(plan, month);
	const { income, needs } = sheetMonth(budget, addMonths(first, month - 1));
	return atLeastZero(income - needs);
}

/**
 * The money of a month before fees are paid and without what debts pass on (specification, section 9); `first` is the
 * first day of month 1. Below zero where a budget sheet, or one-time amounts, leave less than nothing.
 */
export function moneyIn(
	plan: PlanTerms,
	month: number,
	required: number,
	first: CalendarDate
): number {
	const { budget, oneOffs } = plan;
	let money = required;
	if (hasBegun(plan, month) && budget.kind !== 'required') {
		if (budget.kind === 'sheet') {
			const { income, needs } = sheetMonth(budget, addMonths(first, month - 1));
			money = income - needs;
		} else money = statedIn(plan, month) + (budget.kind === 'constant' ? 0 : required);
	}
	for (const oneOff of oneOffs) if (oneOff.month === month) money += oneOff.amount;
	return money;
}

/** The one-time amounts of one month. */
export const onTopIn = ({ oneOffs }: Pick<PlanTerms, 'oneOffs'>, month: number): Cents =>
	oneOffs.reduce((sum, one) => sum + (one.month === month ? one.amount : 0), 0) as Cents;

export const NO_FEES: ChangeFees = { brought: [], concessions: [], settlements: [] };

/** Fees of a plan's changes in a month, in minor units. */
interface FeesDue {
	readonly setUp: number;
	readonly monthly: number;
	readonly settlement: number;
	readonly all: number;
}
const NO_FEES_DUE: FeesDue = { setUp: 0, monthly: 0, settlement: 0, all: 0 };

/** A debt as fees need to know it. */
interface Owing {
	readonly id: string;
	readonly owed: number;
	readonly forgiven: number;
	readonly isSettling: boolean;
}

/** Fees in a month whose money before fees is `money`. */
function feesIn(
	{ concessions, settlements }: ChangeFees,
	month: number,
	open: readonly Owing[],
	money: number
): FeesDue {
	if (concessions.length === 0 && settlements.length === 0) return NO_FEES_DUE;
	const owed = open.reduce((sum, debt) => sum + debt.owed, 0);
	let [setUp, monthly, settlement] = [0, 0, 0];
	for (const { from, until = Infinity, debts, setUpFee, monthly: fee } of concessions) {
		if (month < from || month > until) continue;
		if (month === from) setUp += setUpFee;
		if (open.some(({ id }) => debts.includes(id))) {
			monthly += monthlyFee(fee, money, owed).due;
		}
	}
	for (const { debts, percent, amount } of settlements) {
		for (const { id, forgiven, isSettling } of open) {
			if (isSettling && debts.includes(id))
				settlement += roundedShare(forgiven, percent, WHOLE) + amount;
		}
	}
	return { setUp, monthly, settlement, all: setUp + monthly + settlement };
}

/** The fee of a month with so much money and so much owed, and the part of them before its cap. */
export function monthlyFee(
	fee: ConcessionFees['monthly'],
	money: number,
	owed: number
): { readonly part: Cents; readonly due: Cents } {
	if (fee.kind === 'amount') return { part: fee.amount, due: fee.amount };
	const part = roundedShare(Math.min(money, owed), fee.percent, WHOLE);
	return { part, due: fee.cap === null || part < fee.cap ? part : fee.cap };
}

/** What savings do in a month, in minor units. */
export interface SavingsMonth {
	/** Put aside before anything passes down the order. */
	readonly putAside: number;
	/** Taken for what is missing for living, for fees, and for what debts require. */
	readonly toLiving: number;
	readonly toFees: number;
	readonly toDebts: number;
	/** What is saved after the month. */
	readonly closing: number;
}

const NOTHING_SAVED = { putAside: 0, toLiving: 0, toFees: 0, toDebts: 0 };

/** A month's money, in minor units. */
export interface MonthsMoney {
	/** Before fees, without what debts pass on. */
	readonly before: number;
	/** What is missing for living, beyond what savings give. */
	readonly deficit: number;
	readonly due: FeesDue;
	/** The money less fees that come out of it; negative where fees are larger. */
	readonly remaining: number;
	/** T: that and what debts pass on of their own extras. */
	readonly budget: number;
	/** T with what savings give for debts, less what is put aside. */
	readonly forDebts: number;
	/** Null: the plan has no savings. */
	readonly savings: SavingsMonth | null;
}

/** What a month's debts ask and bring, before anything is paid. */
interface Asked {
	readonly required: number;
	readonly rolledOver: number;
	readonly open: readonly Owing[];
}

/** The money of a month in which `saved` is put aside as it begins. */
export function monthsMoney(
	plan: PlanTerms,
	month: number,
	first: CalendarDate,
	{ required, rolledOver, open }: Asked,
	saved: number
): MonthsMoney {
	const isOwn = isOwnMoney(plan, month);
	const left = moneyIn(plan, month, required, first);
	// Without a sheet nothing is said of living: less than nothing can't pay any fee, and the plan is refused.
	const lacking = isOwn && plan.budget.kind === 'sheet' && left < 0 ? -left : 0;
	const before = left + lacking;
	const due = feesIn(plan.fees ?? NO_FEES, month, open, before);
	const afterFees = isOwn ? before - due.all : before;
	const { savings } = plan;
	if (!savings || !hasBegun(plan, month)) {
		const budget = afterFees + rolledOver;
		return {
			before,
			deficit: lacking,
			due,
			remaining: afterFees,
			budget,
			forDebts: budget,
			savings: savings ? { ...NOTHING_SAVED, closing: saved } : null
		};
	}
	const toLiving = Math.min(saved, lacking);
	const toFees = Math.min(saved - toLiving, Math.max(0, -afterFees));
	const remaining = afterFees + toFees;
	const budget = remaining + rolledOver;
	const there = saved - toLiving - toFees;
	const { monthly, target, covers } = savings;
	const isUsed = covers || open.some(({ isSettling }) => isSettling);
	const toDebts = isUsed ? Math.min(there, Math.max(0, required - budget)) : 0;
	const lacks = target === null ? Infinity : Math.max(0, target - there);
	const putAside = Math.min(Math.max(0, budget - required), monthly ?? Infinity, lacks);
	return {
		before,
		deficit: lacking - toLiving,
		due,
		remaining,
		budget,
		forDebts: budget + toDebts - putAside,
		savings: { putAside, toLiving, toFees, toDebts, closing: there - toDebts + putAside }
	};
}

/** Whether savings change in a month in a way that won't last: money comes out, or goes in up to a target. */
export const isSavingsUnsettled = (
	{ savings: terms }: PlanTerms,
	month: SavingsMonth | null
): boolean =>
	month !== null &&
	(month.toLiving + month.toFees + month.toDebts > 0 ||
		(month.putAside > 0 && (terms?.target ?? null) !== null));
