/** One month of a plan: what each debt asks, who gets what, and what that leaves (contract, section 9). */
import {
	addMonths,
	dayNumber,
	dueDay,
	endOfMonth,
	monthsBetween,
	type CalendarDate,
	type DueAnchor
} from './calendar';
import type { DebtTerms } from './debt';
import { roundedShare, ZERO, type Cents } from './money';
import { ranked, type InLine, type Order } from './order';
import { openPeriod, type OpenPeriod } from './period';
import { anchorOf } from './period-days';
import type { ChangeFees, ConcessionFees, PlannedDebt, PlanTerms } from './planned';
import { WHOLE } from './rate';
import { shared } from './share';
import { beforeTheFirst, settledFrom, type Stretch } from './stretches';

/** A debt on its way through a plan. */
export interface Standing {
	readonly index: number;
	readonly place: number;
	readonly id: string;
	readonly terms: DebtTerms;
	readonly anchor: DueAnchor;
	/** The month of its first due date, and how many months lie between two; 0: several fall into one. */
	readonly firstMonth: number;
	readonly step: number;
	readonly settled: number;
	stretch: Stretch;
	/** Periods behind it. */
	periods: number;
	balance: number;
	lowest: number;
	payoffMonth: number | null;
	interest: number;
	charges: number;
	fees: number;
	paid: number;
}

/** An open debt in one month: what it asks, and over how many of its periods. */
export interface Asking extends InLine {
	readonly debt: Standing;
	readonly periods: readonly OpenPeriod[];
	interest: number;
	charges: number;
	/** What it takes of its own extras, and what it can't. */
	own: number;
	readonly passedOn: number;
	/** What the plan gives it; at first what it asks. */
	given: number;
	/** That and its own extras, once it is paid. */
	paid: number;
	/** Its place in line, from 1; null while there is no line, or it is not in it. */
	rank: number | null;
}

/** Plans run in arrears and in cents, whatever a debt alone would do. */
export function standing(
	{ id, terms }: PlannedDebt,
	index: number,
	listed: readonly string[],
	first: CalendarDate
): Standing {
	const inArrears: DebtTerms = { ...terms, timing: 'arrears', interestRounding: 'cent' };
	const place = listed.indexOf(id);
	return {
		index,
		place: place < 0 ? listed.length + index : place,
		id,
		terms: inArrears,
		anchor: anchorOf(inArrears),
		firstMonth: monthsBetween(first, terms.firstDue) + 1,
		step: terms.paymentsPerYear > 12 ? 0 : 12 / terms.paymentsPerYear,
		settled: settledFrom(inArrears),
		stretch: beforeTheFirst(inArrears),
		periods: 0,
		balance: terms.opening,
		lowest: terms.opening,
		payoffMonth: terms.opening === 0 ? 0 : null,
		interest: 0,
		charges: 0,
		fees: 0,
		paid: 0
	};
}

export const stillOwed = ({ balance }: Standing): boolean => balance > 0;

/** The first day of month 1: the calendar month of the earliest first due date of a debt that is owed. */
export function firstMonthOf(debts: readonly PlannedDebt[]): CalendarDate {
	const owed = debts.filter(({ terms }) => terms.opening > 0);
	let first = '';
	for (const { terms } of owed.length > 0 ? owed : debts) {
		if (first === '' || terms.firstDue < first) first = terms.firstDue;
	}
	return `${first.slice(0, 7) || '1970-01'}-01` as CalendarDate;
}

/** The last day of a month of the plan; 0 where no debt has several payments in one and nobody needs to know. */
export function monthEnds(debts: readonly PlannedDebt[]): (month: number) => number {
	if (debts.every(({ terms }) => terms.paymentsPerYear <= 12)) return () => 0;
	const first = firstMonthOf(debts);
	return (month) => dayNumber(endOfMonth(addMonths(first, month - 1)));
}

/** A month before anything is paid. */
export interface OpenMonth {
	readonly asking: Asking[];
	/** ΣR. */
	readonly asked: number;
	/** What there is before agreements are paid. */
	readonly before: number;
	/** What agreements with lenders cost in it. */
	readonly due: FeesDue;
	/** What debts can't take of their own extras. */
	readonly passedOn: number;
	/** What agreements leave of the month's money; negative where they are more. */
	readonly left: number;
	/** T: that and what is passed on. */
	readonly money: number;
}

/** Opens a month that ends with a day: what each open debt asks, and what there is. */
export function openMonth(
	plan: PlanTerms,
	month: number,
	open: readonly Standing[],
	until: number
): OpenMonth {
	const asking = open.map((debt) => askingOf(debt, month, until));
	let [asked, passedOn] = [0, 0];
	for (const debt of asking) {
		asked += debt.asked;
		passedOn += debt.passedOn;
	}
	const before = moneyIn(plan, month, asked);
	const due = feesIn(plan.fees ?? NO_FEES, month, asking, before);
	const left = takesFees(plan, month) ? before - due.all : before;
	return { asking, asked, before, due, passedOn, left, money: left + passedOn };
}

/** Whether a plan's own money has begun in a month; before, what is asked is paid. */
export const hasBegun = ({ begins = 1 }: Pick<PlanTerms, 'begins'>, month: number): boolean =>
	month >= begins;

/** Whether agreements are paid out of the month's money, and not on top of it. */
const takesFees = (plan: PlanTerms, month: number): boolean =>
	plan.budget.kind === 'constant' && hasBegun(plan, month);

export const NO_FEES: ChangeFees = { brought: [], concessions: [] };

interface FeesDue {
	readonly setUp: number;
	readonly monthly: number;
	readonly all: number;
}
const NOTHING_DUE: FeesDue = { setUp: 0, monthly: 0, all: 0 };

/** What agreements with lenders cost in a month whose money, before that, is `money`. */
function feesIn(
	{ concessions }: ChangeFees,
	month: number,
	asking: readonly Asking[],
	money: number
): FeesDue {
	if (concessions.length === 0) return NOTHING_DUE;
	const owed = asking.reduce((sum, debt) => sum + debt.owed, 0);
	let [setUp, monthly] = [0, 0];
	for (const { from, debts, setUpFee, monthly: fee } of concessions) {
		if (month < from) continue;
		if (month === from) setUp += setUpFee;
		if (asking.some(({ debt }) => debts.includes(debt.id))) {
			monthly += monthlyFee(fee, money, owed).due;
		}
	}
	return { setUp, monthly, all: setUp + monthly };
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

/** The amount, or the extra, that is stated for a month. */
export function statedIn(
	{ budget, budgetChanges }: Pick<PlanTerms, 'budget' | 'budgetChanges'>,
	month: number
): Cents {
	let stated =
		budget.kind === 'constant' ? budget.amount : budget.kind === 'required' ? ZERO : budget.extra;
	let latest = 0;
	for (const { from, amount } of budgetChanges) {
		if (from > month || from < latest) continue;
		latest = from;
		stated = amount;
	}
	return stated;
}

/** The money of a month before agreements are paid and without what debts pass on (contract, section 9). */
export function moneyIn(plan: PlanTerms, month: number, asked: number): number {
	const { budget, oneOffs } = plan;
	let money = asked;
	if (hasBegun(plan, month) && budget.kind !== 'required') {
		money = statedIn(plan, month) + (budget.kind === 'constant' ? 0 : asked);
	}
	for (const oneOff of oneOffs) if (oneOff.month === month) money += oneOff.amount;
	return money;
}

const NONE_DUE: readonly OpenPeriod[] = [];

/** What a debt asks in a month that ends with a day, over all its periods that fall due in it. */
export function askingOf(debt: Standing, month: number, until: number): Asking {
	const { terms, anchor, index, place } = debt;
	const periods = periodsDue(debt, month, until);
	let [asked, interest, charges, own, passedOn] = [0, 0, 0, 0, 0];
	for (const period of periods) {
		asked += period.asked;
		interest += period.interest;
		charges += period.charges;
		own += period.own;
		passedOn += period.extra - period.own;
	}
	return {
		debt,
		index,
		place,
		annual: debt.stretch.annual,
		opening: debt.balance,
		asked,
		owed: debt.balance + charges + interest,
		periods,
		interest,
		charges,
		own,
		passedOn,
		given: asked,
		paid: 0,
		rank: null
	};

	/** The periods of the month, each opened as if the one before were paid what it asks and its own extra. */
	function periodsDue(
		{ step, firstMonth, periods: behind }: Standing,
		now: number,
		last: number
	): readonly OpenPeriod[] {
		if (now < firstMonth) return NONE_DUE;
		if (step > 0) {
			return (now - firstMonth) % step === 0
				? [openPeriod(terms, anchor, debt.stretch, behind + 1, debt.balance)]
				: NONE_DUE;
		}
		const due: OpenPeriod[] = [];
		// The first is what it is; the others are opened again once what is before them is really paid.
		let stretch = debt.stretch;
		let balance = debt.balance;
		// Those after it is paid off come up in the next month, should it be paid less than it asks.
		for (let k = behind + 1; balance > 0 && dueDay(anchor, k) <= last; k += 1) {
			if (due.length === 1) stretch = { ...stretch };
			const period = openPeriod(terms, anchor, stretch, k, balance);
			due.push(period);
			balance = period.statement - period.asked - period.own;
		}
		return due;
	}
}

/** What a debt can take beyond what it has been given and its own extras, with the last of its periods in it. */
export const roomOf = ({ owed, own, given, periods }: Asking): number =>
	periods.length === 0 ? 0 : owed - own - given;

/** The debts that can take more than they ask, from the first in line on. */
export function inLine(asking: readonly Asking[], order: Order): Asking[] {
	const line = ranked(
		asking.filter((debt) => roomOf(debt) > 0),
		order
	);
	line.forEach((debt, place) => (debt.rank = place + 1));
	return line;
}

/** A short month: each gets its share of what there is. */
export function shareOut(asking: readonly Asking[], money: number): void {
	const shares = shared(
		money,
		asking.map(({ asked }) => asked)
	);
	asking.forEach((debt, index) => (debt.given = shares[index] ?? 0));
}

/** What is left when each has what it asks goes down the line, or is shared out. */
export function passOn(line: readonly Asking[], rest: number, order: Order): void {
	let left = rest;
	if (order !== 'spread') {
		for (const debt of line) left -= give(debt, left);
		return;
	}
	for (let takers = line; left > 0 && takers.length > 0;) {
		const shares = shared(
			left,
			takers.map(({ owed }) => owed)
		);
		takers.forEach((debt, index) => (left -= give(debt, shares[index] ?? 0)));
		takers = takers.filter((debt) => roomOf(debt) > 0);
	}
}

/** Gives a debt so much more, at most what it still owes; what it took. */
function give(debt: Asking, amount: number): number {
	const taken = Math.min(amount, roomOf(debt));
	debt.given += taken;
	return taken;
}

/**
 * Pays a debt's part of the month into its periods, in order of date, and moves it on: each period what it
 * asks on what is then really owed, as far as that goes, the last what is left; beside it its own extras.
 */
export function pay(asking: Asking, month: number): void {
	const { debt, periods } = asking;
	let left = asking.given;
	let [interest, charges, own, paid] = [0, 0, 0, 0];
	for (let index = 0; index < periods.length && debt.balance > 0; index += 1) {
		const foreseen = periods[index];
		if (!foreseen) break;
		debt.periods += 1;
		const period =
			index === 0
				? foreseen
				: openPeriod(debt.terms, debt.anchor, debt.stretch, debt.periods, debt.balance);
		const extra = Math.min(foreseen.own, period.own);
		const most = period.statement - extra;
		const now = Math.min(left, index === periods.length - 1 ? most : Math.min(period.asked, most));
		debt.balance = most - now;
		left -= now;
		interest += period.interest;
		charges += period.charges;
		debt.fees += period.fees;
		own += extra;
		paid += now + extra;
	}
	debt.interest += interest;
	debt.charges += charges;
	debt.paid += paid;
	if (debt.balance === 0) debt.payoffMonth = month;
	asking.interest = interest;
	asking.charges = charges;
	asking.own = own;
	asking.paid = paid;
}
