/** Several debts under one budget, month by month (contract, section 9). */
import {
	addMonths,
	dueDate,
	dueDay,
	endOfMonth,
	dayNumber,
	type CalendarDate,
	type DueAnchor
} from './calendar';
import type { DebtTerms } from './debt';
import { LARGEST_BALANCE, type Cents } from './money';
import { ranked, type InLine, type Order } from './order';
import { openPeriod, type OpenPeriod } from './period';
import { anchorOf } from './period-days';
import type {
	PlanTerms,
	PlannedDebt,
	MonthShare,
	PlanMonth,
	DebtTotals,
	PlanEnding,
	PlanTotals,
	Plan
} from './planned';
import { shared } from './share';
import { beforeTheFirst, settledFrom, type Stretch } from './stretches';

/** A hundred years of months; a plan that needs more is `beyond`. */
const MONTHS_FOLLOWED = 1200;
/** Settled months without a debt cleared or a new lowest balance, after which it never ends. */
const QUIET_MONTHS = 12;

/** A plan with every month. */
export function planOf(debts: readonly PlannedDebt[], plan: PlanTerms): Plan {
	const kept: PlanMonth[] = [];
	return { ...walkMonths(debts, plan, (month) => kept.push(month)), kept };
}

/** The same plan without its months. */
export function planTotals(debts: readonly PlannedDebt[], plan: PlanTerms): PlanTotals {
	return walkMonths(debts, plan, null);
}

/** A debt on its way through a plan. */
interface Standing {
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
interface Asking extends InLine {
	readonly debt: Standing;
	readonly periods: readonly OpenPeriod[];
	interest: number;
	charges: number;
	/** At first what it asks. */
	paid: number;
	/** Its place in line, from 1; null while there is no line, or it is not in it. */
	rank: number | null;
}

function walkMonths(
	debts: readonly PlannedDebt[],
	plan: PlanTerms,
	keep: ((month: PlanMonth) => void) | null
): PlanTotals {
	const all = debts.map((debt, index) => standing(debt, index, plan.listed));
	const firstMonth = firstMonthOf(debts);
	const allMonthly = debts.every(({ terms }) => terms.paymentsPerYear === 12);
	const settled = Math.max(
		1,
		...plan.budgetChanges.map(({ from }) => from + 1),
		...plan.oneOffs.map(({ month }) => month + 1)
	);
	const shortMonths: { month: number; missing: Cents }[] = [];
	let open = all.filter(({ balance }) => balance > 0);
	let month = 0;
	let quiet = 0;
	let status: PlanEnding['status'] = 'cleared';

	while (open.length > 0) {
		month += 1;
		// Only what is not paid by the month needs to know where the month ends.
		const until = allMonthly ? 0 : dayNumber(endOfMonth(addMonths(firstMonth, month - 1)));
		const asking = open.map((debt) => askingOf(debt, until));
		const asked = asking.reduce((sum, debt) => sum + debt.asked, 0);
		const money = moneyIn(plan, month, asked);
		const missing = Math.max(0, asked - money);
		if (missing > 0) shortMonths.push({ month, missing: missing as Cents });
		if (missing > 0) shareOut(asking, money);
		else if (money > asked) passOn(inLine(asking, plan.order), money - asked, plan.order);
		for (const debt of asking) pay(debt, month);
		keep?.(monthOf(month, money, asked, asking));

		const isSettled = month >= settled && open.every((debt) => debt.periods >= debt.settled);
		quiet = isSettled && !broughtNews(open) ? quiet + 1 : 0;
		if (!isSettled) for (const debt of open) debt.lowest = debt.balance;
		open = open.filter(({ balance }) => balance > 0);
		if (open.length === 0) break;
		if (quiet === QUIET_MONTHS) status = 'never';
		else if (month === MONTHS_FOLLOWED) status = 'beyond';
		else if (open.some(({ balance }) => balance > LARGEST_BALANCE)) status = 'beyond';
		if (status !== 'cleared') break;
	}

	const totals = all.map((debt) => totalsOf(debt));
	return {
		ending: endingOf(status, totals, firstMonth),
		months: month,
		firstMonth,
		starting: sumOf(totals, 'starting'),
		totalInterest: sumOf(totals, 'interest'),
		totalCharges: sumOf(totals, 'charges'),
		totalFees: sumOf(totals, 'fees'),
		totalPaid: sumOf(totals, 'paid'),
		closing: sumOf(totals, 'closing'),
		debts: totals,
		shortMonths
	};
}

/** Plans run in arrears and in cents, whatever a debt alone would do. */
function standing({ id, terms }: PlannedDebt, index: number, listed: readonly string[]): Standing {
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

/** T (contract, section 9). */
function moneyIn(
	{ budget, budgetChanges, oneOffs }: PlanTerms,
	month: number,
	asked: number
): number {
	let stated =
		budget.kind === 'constant' ? budget.amount : budget.kind === 'required' ? 0 : budget.extra;
	let latest = 0;
	for (const { from, amount } of budgetChanges) {
		if (from > month || from < latest) continue;
		latest = from;
		stated = amount;
	}
	let money = budget.kind === 'constant' ? stated : asked + stated;
	if (budget.kind === 'required') money = asked;
	for (const oneOff of oneOffs) if (oneOff.month === month) money += oneOff.amount;
	return money;
}

/** What a debt asks in the month that ends with a day; debts paid monthly have one period in each. */
function askingOf(debt: Standing, until: number): Asking {
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
function inLine(asking: readonly Asking[], order: Order): Asking[] {
	const line = ranked(
		asking.filter(({ periods, owed, asked }) => periods.length > 0 && owed > asked),
		order
	);
	line.forEach((debt, place) => (debt.rank = place + 1));
	return line;
}

/** A short month: each gets its share of what there is. */
function shareOut(asking: readonly Asking[], money: number): void {
	const shares = shared(
		money,
		asking.map(({ asked }) => asked)
	);
	asking.forEach((debt, index) => (debt.paid = shares[index] ?? 0));
}

/** What is left when each has what it asks goes down the line, or is shared out. */
function passOn(line: readonly Asking[], rest: number, order: Order): void {
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
function pay(asking: Asking, month: number): void {
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

/** A month that has been paid, as it is kept. */
function monthOf(
	month: number,
	money: number,
	asked: number,
	asking: readonly Asking[]
): PlanMonth {
	const shares = asking.map(shareOf);
	return {
		month,
		money: money as Cents,
		asked: asked as Cents,
		paid: sumOf(shares, 'paid'),
		interest: sumOf(shares, 'interest'),
		principal: sumOf(shares, 'principal'),
		missing: Math.max(0, asked - money) as Cents,
		shares
	};
}

function shareOf(asking: Asking): MonthShare {
	const { debt, rank, index, annual, opening, charges, interest, asked, owed, paid } = asking;
	return {
		index,
		annual,
		opening: opening as Cents,
		charges: charges as Cents,
		interest: interest as Cents,
		asked: asked as Cents,
		owed: owed as Cents,
		paid: paid as Cents,
		principal: (paid - interest - charges) as Cents,
		closing: debt.balance as Cents,
		rank
	};
}

/** Whether a month has cleared a debt or brought one a new lowest balance; takes note of those. */
function broughtNews(open: readonly Standing[]): boolean {
	let news = false;
	for (const debt of open) {
		if (debt.balance >= debt.lowest) continue;
		debt.lowest = debt.balance;
		news = true;
	}
	return news;
}

function totalsOf(debt: Standing): DebtTotals {
	const { id, terms, payoffMonth, periods } = debt;
	return {
		id,
		starting: terms.opening,
		payoffMonth,
		payoffDate:
			payoffMonth === null
				? null
				: dueDate(terms.firstDue, Math.max(periods, 1), terms.paymentsPerYear),
		interest: debt.interest as Cents,
		charges: debt.charges as Cents,
		fees: debt.fees as Cents,
		paid: debt.paid as Cents,
		closing: debt.balance as Cents
	};
}

function endingOf(
	status: PlanEnding['status'],
	debts: readonly DebtTotals[],
	firstMonth: CalendarDate
): PlanEnding {
	if (status !== 'cleared') return { status };
	const dates = debts.flatMap(({ payoffMonth, payoffDate }) =>
		payoffMonth !== null && payoffMonth > 0 && payoffDate !== null ? [payoffDate] : []
	);
	return { status, payoffDate: dates.sort().at(-1) ?? firstMonth };
}

function sumOf<K extends string>(items: readonly Readonly<Record<K, number>>[], key: K): Cents {
	return items.reduce((sum, item) => sum + item[key], 0) as Cents;
}
