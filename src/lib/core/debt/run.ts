import { dueDate, type CalendarDate, type PaymentsPerYear } from '../quantities/calendar';
import type { DebtTerms } from './terms';
import {
	LARGEST_BALANCE,
	asCarried,
	roundedBy,
	roundedShare,
	type Cents
} from '../quantities/money';
import { closePeriod, openPeriod, payable } from './period';
import { blankPeriod } from './open-period';
import { anchorOf, dateOfTerms } from './period-days';
import { interestBeforeFirst } from './before-first';
import { enterStretch, settledFrom } from './stretches';
import { stateAtStart } from './state';
import { rowsOf, type BalanceRow } from './account/balance';
import { penaltiesBy, type Penalty } from './account/late';

/** One period of a run (specification, section 3), money in minor units. */
export interface RunRow {
	/** 1, 2, 3 …; 0, −1, … for whole periods before the first, in which nothing is due (section 7). */
	readonly k: number;
	readonly date: CalendarDate;
	readonly opening: Cents;
	readonly charges: Cents;
	readonly interest: Cents;
	readonly scheduled: Cents;
	readonly extra: Cents;
	/** scheduled + extra */
	readonly paid: Cents;
	/** paid − interest − charges; negative where the balance grew. */
	readonly principal: Cents;
	readonly closing: Cents;
	readonly interestSoFar: Cents;
}

/** How a run ends (specification, section 6): an answer in each case, never an error. */
export type Ending =
	| { readonly status: 'cleared'; readonly payoffDate: CalendarDate }
	| {
			readonly status: 'never';
			/** The lowest closing balance, and the period that first reached it (0: the start). */
			readonly lowest: Cents;
			readonly lowestPeriod: number;
			readonly lowestDate: CalendarDate;
			/** The increase in the period after the lowest balance; 0 if the balance stays the same. */
			readonly growth: Cents;
	  }
	| { readonly status: 'beyond'; readonly limit: 'a hundred years' | 'largest balance' };

/** The totals of a run (specification, section 6), money in minor units. */
export interface RunTotals {
	readonly ending: Ending;
	readonly starting: Cents;
	/** Periods run: to the payoff, or until the ending was decided. */
	readonly periods: number;
	/** The first row: 1, or less where whole periods lie before the first due one (section 7). */
	readonly firstRow: number;
	readonly totalInterest: Cents;
	readonly totalCharges: Cents;
	readonly totalPaid: Cents;
	readonly totalPrincipal: Cents;
	readonly firstPayment: Cents;
	/** The last period's payment, extras included. */
	readonly finalPayment: Cents;
	/** The largest balance, the starting balance included. */
	readonly peak: Cents;
	readonly closing: Cents;
	readonly lastDate: CalendarDate;
	/** Deferred interest that was charged in the end, and that was waived (section 13). */
	readonly deferredCharged: Cents;
	readonly deferredWaived: Cents;
	/** The periods in which less than the minimum was paid, and the fees for that (section 14). */
	readonly missed: readonly number[];
	readonly lateFees: Cents;
	/** When the penalty rate was charged. */
	readonly penalties: readonly Penalty[];
}

/**
 * A run with every period, as plain data. Of each period as little is kept as gives the rest; it is made
 * into a row when it is looked at (`rowAt`): a screen shows thirty of a thousand.
 */
export interface Run extends RunTotals {
	readonly startDate: CalendarDate;
	readonly firstDue: CalendarDate;
	readonly paymentsPerYear: PaymentsPerYear;
	readonly kept: Trace;
}

/** The columns kept for each period, in minor units. */
interface Trace {
	/** The closing of each whole period before the first due one. */
	readonly before: number[];
	/** Two numbers for each period: its closing, and what has been paid so far. */
	readonly trace: number[];
	/** For each period its extra payments; empty where the debt has none. */
	readonly extraPaid: number[];
	/** For each period the charges so far; empty where the debt has none. */
	readonly chargedSoFar: number[];
	/** For each period its part of each balance, where the debt has an account; of those before the first due one, too. */
	readonly balances: (readonly BalanceRow[])[];
}

const NONE: readonly never[] = [];

/** A hundred years of periods; a run that needs more is `beyond`. */
const YEARS_FOLLOWED = 100;

/** One debt, period by period (specification, sections 2 to 7). */
export function run(terms: DebtTerms): Run {
	const kept: Trace = { before: [], trace: [], extraPaid: [], chargedSoFar: [], balances: [] };
	const { firstDue, paymentsPerYear } = terms;
	const startDate = terms.asOf ?? dueDate(firstDue, 0, paymentsPerYear);
	// Added to the totals, which nobody else has: spread into a new object they take longer than 360 rows.
	return Object.assign(walk(terms, kept), { kept, startDate, firstDue, paymentsPerYear });
}

/** The same run without its periods: takes no memory for each. */
export function runTotals(terms: DebtTerms): RunTotals {
	return walk(terms, null);
}

/** Period k of a run, from its first row to its last; undefined beyond. */
export function rowAt(run: Run, k: number): RunRow | undefined {
	if (k < run.firstRow || k > run.periods) return undefined;
	const row = unroundedAt(run, k);
	return {
		k,
		date: dueDate(run.firstDue, k, run.paymentsPerYear),
		opening: shown(row.opening),
		charges: shown(row.charges),
		interest: shown(row.interest),
		scheduled: shown(row.paid - row.extra),
		extra: shown(row.extra),
		paid: shown(row.paid),
		principal: shown(row.opening - row.closing),
		closing: shown(row.closing),
		interestSoFar: shown(row.closing - run.starting + paidSoFar(run, k) - chargesSoFar(run, k))
	};
}

/** The record of period k, from the first row to the last, in unrounded minor units. */
export function unroundedAt(run: Run, k: number) {
	const opening = closingOf(run, k - 1);
	const closing = closingOf(run, k);
	const paid = paidSoFar(run, k) - paidSoFar(run, k - 1);
	const charges = chargesSoFar(run, k) - chargesSoFar(run, k - 1);
	const extra = k < 1 ? 0 : (run.kept.extraPaid[k - 1] ?? 0);
	return { opening, charges, interest: closing - opening + paid - charges, paid, extra, closing };
}

/** Period k by balance, from the first row to the last; none where the debt has no account, or no such period. */
export const balancesIn = ({ kept, firstRow }: Run, k: number): readonly BalanceRow[] =>
	kept.balances[k - firstRow] ?? NONE;

/** The interest that is deferred up to and with period k, of every balance. */
export const deferredAfter = (run: Run, k: number): Cents =>
	asCarried(balancesIn(run, k).reduce((sum, { accrued }) => sum + accrued, 0));

/** The sum of extra payments. */
export function totalExtra({ kept }: Run): Cents {
	return shown(kept.extraPaid.reduce((total, amount) => total + amount, 0));
}

/** The balance after period k; the starting balance before the first row, the last closing after the last. */
export function owedAfter(run: Run, k: number): Cents {
	return shown(closingOf(run, k));
}

/** Full precision is carried and shown rounded; whole minor units stay what they are. */
const shown = (amount: number) => Math.round(amount) as Cents;

function closingOf({ kept, starting, closing, firstRow }: Run, k: number): number {
	if (k < 1) return kept.before[k - firstRow] ?? starting;
	return kept.trace[2 * k - 2] ?? closing;
}

const paidSoFar = ({ kept }: Run, k: number) => (k < 1 ? 0 : (kept.trace[2 * k - 1] ?? 0));
const chargesSoFar = ({ kept }: Run, k: number) => (k < 1 ? 0 : (kept.chargedSoFar[k - 1] ?? 0));

/** The date of a period of a run; the one before its first row is its start. */
export function dateOfPeriod(
	{ startDate, firstDue, paymentsPerYear, firstRow }: Run,
	k: number
): CalendarDate {
	return k < firstRow ? startDate : dueDate(firstDue, k, paymentsPerYear);
}

/** The last row of a run that is due by a day; the start, one before the first row, before that. */
export function periodBy(run: Run, date: CalendarDate): number {
	let [due, later] = [run.firstRow - 1, run.periods + 1];
	while (later - due > 1) {
		const middle = Math.floor((due + later) / 2);
		if (dateOfPeriod(run, middle) <= date) due = middle;
		else later = middle;
	}
	return due;
}

/** Cost per 1.00 owed, in hundredths: total paid ÷ starting balance; null if nothing was owed. */
export function costPerUnit(totals: Pick<RunTotals, 'starting' | 'totalPaid'>): number | null {
	return totals.starting === 0 ? null : roundedShare(totals.totalPaid, 100, totals.starting);
}

/**
 * The loop that every run is (specification, section 3). The commonest stretch, a nominal rate and one amount with nothing
 * beside it, is not asked what it is in every period; what it needs is read once. It calls plain functions on plain data,
 * for these become part of it when it is compiled; closures would not.
 */
function walk(terms: DebtTerms, kept: Trace | null): RunTotals {
	const { extras, charges, paymentsPerYear, clearBelow } = terms;
	const state = stateAtStart(terms);
	const { account } = state;
	const period = blankPeriod();
	// By days or not: changes of the rate leave that as it is.
	const anchor = state.rate.kind === 'days' ? anchorOf(terms) : null;
	const hasExtras = extras.length > 0;
	const hasCharges = charges.length > 0 || terms.late !== undefined;
	const isBare =
		account === null &&
		!hasExtras &&
		!hasCharges &&
		!terms.skips?.length &&
		terms.timing !== 'advance' &&
		terms.atLeast === undefined &&
		terms.eased === undefined &&
		terms.settlement === undefined;
	let isPlain = false;
	let [annual, denominator, inverse, amount] = [0, 1, 1, 0];
	const settled = settledFrom(terms);
	const horizon = YEARS_FOLLOWED * paymentsPerYear;

	const before = interestBeforeFirst(terms);
	let k = 0;
	let balance: number = terms.opening;
	for (const interest of before) {
		balance += interest;
		kept?.before.push(balance);
	}
	kept?.balances.push(...(account?.before ?? NONE));
	let totalInterest = balance - terms.opening;
	let totalCharges = 0;
	let totalPaid = 0;
	let firstPayment = 0;
	let paid = 0;
	let growth = 0;
	let peak = balance;
	let lowest = balance;
	let lowestPeriod = 0;
	let limit: 'a hundred years' | 'largest balance' | null = null;
	const isOvergrown = before.length > 0 && balance > LARGEST_BALANCE;

	while (balance > 0 && limit === null) {
		k += 1;
		const opening = balance;
		const isEntered = k === state.next;
		if (isEntered) enterStretch(state, terms, k, opening);
		if (isEntered || k === state.freezesAt + 1) {
			const { rate, asking } = state;
			isPlain = isBare && rate.kind === 'exact' && asking.kind === 'fixed';
			if (rate.kind === 'exact') ({ annual, denominator, inverse } = rate);
			if (asking.kind === 'fixed') ({ amount } = asking);
		}
		if (isPlain) {
			const interest = roundedBy(opening, annual, denominator, inverse);
			const statement = opening + interest;
			paid = amount > statement || statement <= clearBelow ? statement : amount;
			balance = statement - paid;
			totalInterest += interest;
		} else {
			openPeriod(terms, anchor, state, k, opening, period);
			paid = payable(period, period.required + period.ownExtra);
			balance = closePeriod(terms, state, period, paid);
			totalInterest += period.interest;
			totalCharges += period.charges;
		}
		totalPaid += paid;
		if (kept !== null) {
			kept.trace.push(balance, totalPaid);
			if (hasExtras) kept.extraPaid.push(period.ownExtra);
			if (hasCharges) kept.chargedSoFar.push(totalCharges);
			if (account !== null) kept.balances.push(rowsOf(account.balances, period.balances));
		}

		// The lowest balance counts from the opening of the first settled period.
		if (k <= settled) {
			lowest = opening;
			lowestPeriod = k - 1;
			if (k === 1) firstPayment = paid;
		}
		// What is not settled by what happened on the account, and not by its terms, starts it again.
		if (account?.isUnsettled) {
			lowest = balance;
			lowestPeriod = k;
		}
		if (balance < lowest) {
			lowest = balance;
			lowestPeriod = k;
			if (k < horizon && !isOvergrown) continue;
		} else if (balance > peak) peak = balance;
		if (k === lowestPeriod + 1) growth = balance - opening;
		if (k >= settled && k - lowestPeriod === paymentsPerYear) break;
		if (isOvergrown || balance > LARGEST_BALANCE) limit = 'largest balance';
		else if (k === horizon && balance > 0) limit = 'a hundred years';
	}

	const lastDate = dateOfTerms(terms, k);
	return {
		ending: endingOf(terms, { lastDate, balance, limit, lowest, lowestPeriod, growth }),
		starting: terms.opening,
		periods: k,
		firstRow: 1 - before.length,
		totalInterest: shown(totalInterest),
		totalCharges: shown(totalCharges),
		totalPaid: shown(totalPaid),
		totalPrincipal: shown(totalPaid - totalInterest - totalCharges),
		firstPayment: shown(firstPayment),
		finalPayment: shown(paid),
		peak: shown(peak),
		closing: shown(balance),
		lastDate,
		deferredCharged: shown(account?.deferredCharged ?? 0),
		deferredWaived: shown(account?.deferredWaived ?? 0),
		missed: account?.late.missed.filter((missed) => missed > 0) ?? NONE,
		lateFees: shown(account?.late.fees ?? 0),
		penalties: account === null ? NONE : penaltiesBy(account.late, k)
	};
}

interface LoopEnd {
	readonly lastDate: CalendarDate;
	readonly balance: number;
	readonly limit: 'a hundred years' | 'largest balance' | null;
	readonly lowest: number;
	readonly lowestPeriod: number;
	readonly growth: number;
}

function endingOf(terms: DebtTerms, end: LoopEnd): Ending {
	if (end.balance === 0) return { status: 'cleared', payoffDate: end.lastDate };
	if (end.limit !== null) return { status: 'beyond', limit: end.limit };
	return {
		status: 'never',
		lowest: shown(end.lowest),
		lowestPeriod: end.lowestPeriod,
		lowestDate: dateOfTerms(terms, end.lowestPeriod),
		growth: shown(end.growth)
	};
}
