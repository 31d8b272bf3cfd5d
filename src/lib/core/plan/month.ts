/** One month of a plan: what each debt asks, who gets what, and what that leaves (specification, section 9). */
import {
	addMonths,
	dayNumber,
	dueDate,
	dueDay,
	endOfMonth,
	monthsBetween,
	type CalendarDate,
	type DueAnchor
} from '../quantities/calendar';
import type { DebtTerms } from '../debt/terms';
import type { InLine, Order } from './order';
import { interestBeforeFirst } from '../debt/before-first';
import { closePeriod, openPeriod } from '../debt/period';
import { blankPeriod, type OpenPeriod } from '../debt/open-period';
import { anchorOf } from '../debt/period-days';
import { monthsMoney, type MonthsMoney } from './money';
import type { PlannedDebt, PlanTerms } from './terms';
import { isByDay } from '../debt/interest/all-ways';
import { shared } from '../quantities/share';
import { copiedState, stateAtStart, type DebtState } from '../debt/state';
import { settledFrom } from '../debt/stretches';

/**
 * A debt on its way through a plan. As a period it is the month that is open: what its periods that fall due
 * in it come to together, in minor units.
 */
export interface PlanDebt extends InLine, OpenPeriod {
	readonly id: string;
	readonly terms: DebtTerms;
	/** Its due dates to count days between; null where nobody counts any. */
	readonly anchor: DueAnchor | null;
	/** The month of its first due date, and how many months lie between two; 0: several fall into one. */
	readonly firstMonth: number;
	readonly step: number;
	readonly settled: number;
	state: DebtState;
	/** Periods behind it. */
	periods: number;
	balance: number;
	/** The lowest that its periods of the month have left, and the lowest of all settled months. */
	reached: number;
	lowest: number;
	payoffMonth: number | null;
	totalInterest: number;
	totalCharges: number;
	totalFees: number;
	totalPaid: number;
	totalForgiven: number;

	/** The interest of each whole period before its first due one, with its month; how many of them are behind it. */
	readonly early: readonly { readonly month: number; readonly interest: number }[];
	earlyDone: number;
	/** The interest of those that fall into the month, part of its interest. */
	earlyInterest: number;

	/** How many of its periods fall due in the month; each of them where they are several, and what each was paid. */
	dueNow: number;
	/** The last day of the month as a day number, where it has several payments in one. */
	until: number;
	readonly several: OpenPeriod[];
	paidEach: number[];
	/** Whether its settlement falls into the month: its creditor takes R for all of it. */
	isSettling: boolean;
	annual: number;
	opening: number;
	required: number;
	owed: number;
	/** The part of its own extra payments that it cannot take. */
	rolledOver: number;
	/** Its payment from the plan's budget; at first R. */
	given: number;
	/** That and its own extra payments, once paid. */
	paid: number;
	/** Its place in line, from 1; null while there is no line, or it is not in it. */
	rank: number | null;
}

/** The terms of a debt as plans have them: in arrears and in cents, whatever a debt alone would do. */
export const asPlanned = (terms: DebtTerms): DebtTerms =>
	terms.timing === 'advance' || terms.interestRounding === 'none'
		? { ...terms, timing: 'arrears', interestRounding: 'cent' }
		: terms;

/** A debt at the start of a plan. */
export function planDebt(
	{ id, terms }: PlannedDebt,
	index: number,
	listed: readonly string[],
	first: CalendarDate
): PlanDebt {
	const inArrears = asPlanned(terms);
	const step = terms.paymentsPerYear > 12 ? 0 : 12 / terms.paymentsPerYear;
	const place = listed.indexOf(id);
	return {
		index,
		place: place < 0 ? listed.length + index : place,
		id,
		terms: inArrears,
		anchor: step === 0 || isByDay(terms.rate) ? anchorOf(inArrears) : null,
		firstMonth: monthsBetween(first, terms.firstDue) + 1,
		step,
		settled: settledFrom(inArrears),
		state: stateAtStart(inArrears),
		periods: 0,
		balance: terms.opening,
		reached: terms.opening,
		lowest: terms.opening,
		payoffMonth: terms.opening === 0 ? 0 : null,
		totalInterest: 0,
		totalCharges: 0,
		totalFees: 0,
		totalPaid: 0,
		totalForgiven: 0,
		early: earlyPeriods(inArrears, first),
		earlyDone: 0,
		earlyInterest: 0,
		dueNow: 0,
		until: 0,
		several: [],
		paidEach: [],
		isSettling: false,
		annual: 0,
		opening: 0,
		...blankPeriod(),
		rolledOver: 0,
		given: 0,
		paid: 0,
		rank: null
	};
}

/**
 * The whole periods before the first due one, in the months of their due dates; those before month 1 in month 1
 * (specification, section 7).
 */
function earlyPeriods(terms: DebtTerms, first: CalendarDate): PlanDebt['early'] {
	const interest = interestBeforeFirst(terms);
	return interest.map((amount, at) => {
		const due = dueDate(terms.firstDue, at + 1 - interest.length, terms.paymentsPerYear);
		return { month: Math.max(1, monthsBetween(first, due) + 1), interest: amount };
	});
}

/** A debt that goes on by itself from where it is, between two months. */
export const copied = (debt: PlanDebt): PlanDebt => ({
	...debt,
	state: copiedState(debt.state),
	several: []
});

export const stillOwed = ({ balance }: PlanDebt): boolean => balance > 0;

/** The first day of month 1: the calendar month of the earliest first due date of a debt that is owed. */
export function firstMonthOf(debts: readonly PlannedDebt[]): CalendarDate {
	const owed = debts.filter(({ terms }) => terms.opening > 0);
	let first = '';
	for (const { terms } of owed.length > 0 ? owed : debts) {
		if (first === '' || terms.firstDue < first) first = terms.firstDue;
	}
	return `${first.slice(0, 7) || '1970-01'}-01` as CalendarDate;
}

/** The months of a plan on the calendar. */
export interface PlanCalendar {
	/** The first day of month 1. */
	readonly first: CalendarDate;
	/** The last day of a month as a day number; 0 where no debt has several payments in one and nobody needs to know. */
	readonly endOf: (month: number) => number;
}

export function calendarOf(debts: readonly PlannedDebt[]): PlanCalendar {
	const first = firstMonthOf(debts);
	if (debts.every(({ terms }) => terms.paymentsPerYear <= 12)) return { first, endOf: () => 0 };
	return { first, endOf: (month) => dayNumber(endOfMonth(addMonths(first, month - 1))) };
}

/** A month before anything is paid; what each debt asks is with the debt. */
export interface OpenMonth extends MonthsMoney {
	/** ΣR. */
	readonly required: number;
	/** The debts' own extra payments that they cannot take. */
	readonly rolledOver: number;
}

/** Opens a month in which `saved` is put aside as it begins: what each open debt asks, and what there is. */
export function openMonth(
	plan: PlanTerms,
	month: number,
	open: readonly PlanDebt[],
	{ first, endOf }: PlanCalendar,
	saved: number
): OpenMonth {
	const until = endOf(month);
	let required = 0;
	let rolledOver = 0;
	for (const debt of open) {
		openDebt(debt, month, until);
		required += debt.required;
		rolledOver += debt.rolledOver;
	}
	const asked = { required, rolledOver, open };
	return { required, rolledOver, ...monthsMoney(plan, month, first, asked, saved) };
}

/** Opens a debt's month that ends with a day: what it asks over all its periods that fall due in it. */
export function openDebt(debt: PlanDebt, month: number, until: number): void {
	const { step, firstMonth } = debt;
	debt.opening = debt.balance;
	debt.paid = 0;
	debt.rank = null;
	debt.dueNow = 0;
	debt.until = until;
	if (debt.early.length > 0) debt.earlyInterest = earlyInterestIn(debt, month);
	const balance = debt.balance + debt.earlyInterest;
	// The lowest counts from the opening of the first period, which these have raised, as in a run (section 6).
	if (debt.earlyInterest > 0) debt.lowest = balance;
	if (step === 0 && month >= firstMonth) openSeveral(debt, balance);
	else if (month >= firstMonth && (step === 1 || (month - firstMonth) % step === 0)) {
		debt.dueNow = 1;
		openPeriod(debt.terms, debt.anchor, debt.state, debt.periods + 1, balance, debt);
	} else Object.assign(debt, NOTHING_DUE, { owed: balance });
	const { settlement } = debt.terms;
	debt.isSettling = debt.dueNow === 1 && debt.periods + 1 === settlement?.period;
	debt.interest += debt.earlyInterest;
	debt.annual = debt.state.annual;
	debt.rolledOver = debt.extra - debt.ownExtra;
	debt.given = debt.required;
}

const NOTHING_DUE = blankPeriod();

/** The interest of the whole periods before the first due one that fall into a month. */
function earlyInterestIn({ early, earlyDone }: PlanDebt, month: number): number {
	let sum = 0;
	for (let at = earlyDone; (early[at]?.month ?? Infinity) <= month; at += 1) {
		sum += early[at]?.interest ?? 0;
	}
	return sum;
}

/** Each as if the one before were paid what it asks and its own extra, from what is owed as the first begins. */
function openSeveral(debt: PlanDebt, owed: number): void {
	const { terms, anchor, several, until } = debt;
	if (anchor === null) return;
	// The first is what it is; the others are opened again once what is before them is really paid.
	let { state } = debt;
	let balance = owed;
	Object.assign(debt, NOTHING_DUE);
	for (let k = debt.periods + 1; balance > 0 && dueDay(anchor, k) <= until; k += 1) {
		const period = several[debt.dueNow] ?? (several[debt.dueNow] = blankPeriod());
		openPeriod(terms, anchor, state, k, balance, period);
		if (debt.dueNow === 0) state = copiedState(state);
		balance = closePeriod(terms, state, period, period.required + period.ownExtra);
		debt.dueNow += 1;
		debt.required += period.required;
		debt.interest += period.interest;
		debt.charges += period.charges;
		debt.extra += period.extra;
		debt.ownExtra += period.ownExtra;
	}
	debt.owed = owed + debt.charges + debt.interest;
}

/** Whether its latest period is settled (section 6). */
export const isSettledNow = ({ periods, settled, state }: PlanDebt): boolean =>
	periods >= settled && !state.account?.isUnsettled;

/**
 * The amount that a debt can still take in the month, beyond its payment and its own extra payments; one that is to be
 * settled takes none (specification, section 16).
 */
export const roomOf = ({ owed, ownExtra, given, dueNow, terms }: PlanDebt): number =>
	dueNow === 0 || terms.settlement !== undefined ? 0 : owed - ownExtra - given;

/** A short month: each gets its share of what there is, or all that it asks in an order (specification, section 15). */
export function payShort(
	open: readonly PlanDebt[],
	money: number,
	{ shortOrder }: Pick<PlanTerms, 'shortOrder'>
): void {
	if (shortOrder === undefined) return shareOut(open, money);
	const placeOf = ({ id, index }: PlanDebt) => {
		const place = shortOrder.indexOf(id);
		return place < 0 ? shortOrder.length + index : place;
	};
	let left = money;
	for (const debt of [...open].sort((a, b) => placeOf(a) - placeOf(b))) {
		debt.given = Math.min(debt.required, left);
		left -= debt.given;
	}
}

function shareOut(open: readonly PlanDebt[], money: number): void {
	const shares = shared(
		money,
		open.map(({ required }) => required)
	);
	open.forEach((debt, index) => (debt.given = shares[index] ?? 0));
}

/**
 * What is left when each has what it asks goes down the line, or is shared out. The line may have debts in it
 * that can take nothing: they have no place in it.
 */
export function passOn(line: readonly PlanDebt[], rest: number, order: Order): void {
	let left = rest;
	let place = 0;
	for (const debt of line) {
		const room = roomOf(debt);
		if (room <= 0) continue;
		place += 1;
		debt.rank = place;
		if (order !== 'spread') left -= give(debt, left);
	}
	if (order !== 'spread') return;
	for (let takers = inRoom(line); left > 0 && takers.length > 0; takers = inRoom(takers)) {
		const shares = shared(
			left,
			takers.map(({ owed }) => owed)
		);
		takers.forEach((debt, index) => (left -= give(debt, shares[index] ?? 0)));
	}
}

const inRoom = (debts: readonly PlanDebt[]): PlanDebt[] => debts.filter((debt) => roomOf(debt) > 0);

/** Gives a debt so much more, at most what it still owes; what it took. */
export function give(debt: PlanDebt, amount: number): number {
	const taken = Math.min(amount, roomOf(debt));
	debt.given += taken;
	return taken;
}

/** Pays a debt's part of the month, and its own extras beside it, and moves it on. */
export function pay(debt: PlanDebt, month: number): void {
	if (debt.step === 0) paySeveral(debt);
	else {
		if (debt.dueNow === 1) {
			debt.periods += 1;
			debt.paid = debt.given + debt.ownExtra;
			debt.balance = closePeriod(debt.terms, debt.state, debt, debt.paid);
		} else debt.balance = debt.owed;
		debt.reached = debt.balance;
	}
	if (debt.early.length > 0) passEarly(debt, month);
	debt.totalInterest += debt.interest;
	debt.totalCharges += debt.charges;
	debt.totalFees += debt.fees;
	debt.totalPaid += debt.paid;
	debt.totalForgiven += debt.forgiven;
	if (debt.balance === 0) debt.payoffMonth = month;
}

/** The whole periods before the first due one that lie in this month are behind it. */
function passEarly(debt: PlanDebt, month: number): void {
	while ((debt.early[debt.earlyDone]?.month ?? Infinity) <= month) debt.earlyDone += 1;
	debt.earlyInterest = 0;
}

/**
 * Into its periods, in order of date: each what it asks on what is then really owed, as far as that goes, the
 * last what is left. In a short month all that the calendar has are paid in it, also those that would not have come
 * had the money sufficed (specification, section 9).
 */
function paySeveral(debt: PlanDebt): void {
	const { several } = debt;
	const dueNow = debt.given < debt.required ? dueInMonth(debt) : debt.dueNow;
	let left = debt.given;
	debt.balance += debt.earlyInterest;
	debt.interest = debt.earlyInterest;
	debt.charges = 0;
	debt.fees = 0;
	debt.ownExtra = 0;
	debt.paidEach = [];
	debt.reached = debt.balance;
	for (let at = 0; at < dueNow && debt.balance > 0; at += 1) {
		const period = several[at] ?? (several[at] = blankPeriod());
		const foreseen = at < debt.dueNow ? period.ownExtra : Infinity;
		debt.periods += 1;
		if (at > 0) openPeriod(debt.terms, debt.anchor, debt.state, debt.periods, debt.balance, period);
		const extra = Math.min(foreseen, period.ownExtra);
		const most = period.owed - extra;
		const now = Math.min(left, at === dueNow - 1 ? most : Math.min(period.required, most));
		debt.balance = closePeriod(debt.terms, debt.state, period, now + extra);
		// A period that is not settled starts the search for a lowest again, as in a run (section 6): any is new after it.
		if (isSettledNow(debt)) debt.reached = Math.min(debt.reached, debt.balance);
		else {
			debt.lowest = Infinity;
			debt.reached = debt.balance;
		}
		left -= now;
		debt.interest += period.interest;
		debt.charges += period.charges;
		debt.fees += period.fees;
		debt.ownExtra += extra;
		debt.paid += now + extra;
		debt.paidEach.push(now + extra);
	}
}

/** How many due dates the calendar has for it in the open month. */
function dueInMonth({ anchor, periods, until }: PlanDebt): number {
	let count = 0;
	while (anchor !== null && dueDay(anchor, periods + 1 + count) <= until) count += 1;
	return count;
}
