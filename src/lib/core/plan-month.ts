/** One month of a plan: what each debt asks, who gets what, and what that leaves (contract, section 9). */
import {
	addMonths,
	dayNumber,
	dueDay,
	endOfMonth,
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
	/** At first what it asks. */
	paid: number;
	/** Its place in line, from 1; null while there is no line, or it is not in it. */
	rank: number | null;
}

/** Plans run in arrears and in cents, whatever a debt alone would do. */
export function standing(
	{ id, terms }: PlannedDebt,
	index: number,
	listed: readonly string[]
): Standing {
	const inArrears: DebtTerms = { ...terms, timing: 'arrears', interestRounding: 'cent' };
	const place = listed.indexOf(id);
	return {
		index,
		place: place < 0 ? listed.length + index : place,
		id,
		terms: inArrears,
		anchor: anchorOf(inArrears),
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

/**
 * The calendar month that is month 1: that of the earliest first due date of a debt paid monthly, whose
 * period k is month k; without one, that of the earliest first due date.
 */
export function firstMonthOf(debts: readonly PlannedDebt[]): CalendarDate {
	const monthly = debts.filter(({ terms }) => terms.paymentsPerYear === 12);
	const [first = '1970-01-01' as CalendarDate] = (monthly.length > 0 ? monthly : debts)
		.map(({ terms }) => terms.firstDue)
		.sort();
	return `${first.slice(0, 7)}-01` as CalendarDate;
}

/** The last day of a month of the plan; 0 where all debts are paid monthly and none needs to know. */
export function monthEnds(debts: readonly PlannedDebt[]): (month: number) => number {
	if (debts.every(({ terms }) => terms.paymentsPerYear === 12)) return () => 0;
	const first = firstMonthOf(debts);
	return (month) => dayNumber(endOfMonth(addMonths(first, month - 1)));
}

/** A month before anything is paid. */
interface OpenMonth {
	readonly asking: Asking[];
	/** ΣR. */
	readonly asked: number;
	/** What there is before agreements are paid. */
	readonly before: number;
	/** What agreements with lenders cost in it. */
	readonly due: FeesDue;
	/** T, what those leave of it; negative where they are more. */
	readonly money: number;
}

/** Opens a month that ends with a day: what each open debt asks, and what there is. */
export function openMonth(
	plan: PlanTerms,
	month: number,
	open: readonly Standing[],
	until: number
): OpenMonth {
	const asking = open.map((debt) => askingOf(debt, until));
	let asked = 0;
	for (const debt of asking) asked += debt.asked;
	const before = moneyIn(plan, month, asked);
	const due = feesIn(plan.fees ?? NO_FEES, month, asking, before);
	const money = plan.budget.kind === 'constant' ? before - due.all : before;
	return { asking, asked, before, due, money };
}

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

/** T (contract, section 9). */
export function moneyIn(
	{ budget, budgetChanges, oneOffs }: PlanTerms,
	month: number,
	asked: number
): number {
	const stated = statedIn({ budget, budgetChanges }, month);
	let money: number = budget.kind === 'constant' ? stated : asked + stated;
	if (budget.kind === 'required') money = asked;
	for (const oneOff of oneOffs) if (oneOff.month === month) money += oneOff.amount;
	return money;
}

/** What a debt asks in the month that ends with a day; debts paid monthly have one period in each. */
export function askingOf(debt: Standing, until: number): Asking {
	const { terms, anchor, index, place } = debt;
	const monthly = terms.paymentsPerYear === 12;
	const periods: OpenPeriod[] = [];
	// The first is what it is; the others are asked as if it were paid as asked, and opened again later.
	let stretch = debt.stretch;
	let balance = debt.balance;
	for (let k = debt.periods + 1; balance > 0; k += 1) {
		if (monthly ? periods.length === 1 : dueDay(anchor, k) > until) break;
		if (periods.length === 1) stretch = { ...stretch };
		const period = openPeriod(terms, anchor, stretch, k, balance);
		periods.push(period);
		balance = period.statement - period.asked;
	}
	let [asked, interest, charges] = [0, 0, 0];
	for (const period of periods) {
		asked += period.asked;
		interest += period.interest;
		charges += period.charges;
	}
	const owed = debt.balance + charges + interest;
	const annual = debt.stretch.annual;
	return {
		debt,
		index,
		place,
		annual,
		opening: debt.balance,
		asked,
		owed,
		periods,
		interest,
		charges,
		paid: asked,
		rank: null
	};
}

/** The debts that can take more than they ask, from the first in line on. */
export function inLine(asking: readonly Asking[], order: Order): Asking[] {
	const line = ranked(
		asking.filter(({ periods, owed, asked }) => periods.length > 0 && owed > asked),
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
	asking.forEach((debt, index) => (debt.paid = shares[index] ?? 0));
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
		takers = takers.filter(({ owed, paid }) => owed > paid);
	}
}

/** Gives a debt so much more, at most what it still owes; what it took. */
function give(debt: Asking, amount: number): number {
	const taken = Math.min(amount, debt.owed - debt.paid);
	debt.paid += taken;
	return taken;
}

/** Pays a debt's part of the month into its periods and moves it on. */
export function pay(asking: Asking, month: number): void {
	const { debt, periods, asked } = asking;
	const amount = asking.paid;
	let [interest, charges, paid] = [0, 0, 0];
	// Less than asked is shared over the periods like the month's money over the debts.
	const less =
		amount < asked
			? shared(
					amount,
					periods.map((period) => period.asked)
				)
			: null;
	for (let index = 0; index < periods.length && debt.balance > 0; index += 1) {
		debt.periods += 1;
		const period =
			periods.length === 1
				? periods[0]
				: openPeriod(debt.terms, debt.anchor, debt.stretch, debt.periods, debt.balance);
		if (!period) break;
		const last = index === periods.length - 1;
		const due = less ? (less[index] ?? 0) : last ? amount - paid : period.asked;
		const now = Math.min(due, period.statement);
		debt.balance = period.statement - now;
		interest += period.interest;
		charges += period.charges;
		debt.fees += period.fees;
		paid += now;
	}
	debt.interest += interest;
	debt.charges += charges;
	debt.paid += paid;
	if (debt.balance === 0) debt.payoffMonth = month;
	asking.interest = interest;
	asking.charges = charges;
	asking.paid = paid;
}
