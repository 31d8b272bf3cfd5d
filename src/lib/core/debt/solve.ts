/**
 * Asking backwards (specification, section 8): the one unknown of a debt, found in the period-by-period run
 * where money is asked for, so that the answer put back into a run gives what was asked.
 */
import { difference, type Difference } from './difference';
import type { DebtTerms, Known } from './terms';
import { LIMITS } from '../quantities/limits';
import { roundedShare, type Cents } from '../quantities/money';
import { hasAccount } from './account/account';
import { owedAtFirst } from './before-first';
import { unroundedLevelPayment } from './rules/level';
import { periodsBeforeFirst } from './period-days';
import { HIGHEST_RATE, type Percent } from '../quantities/rate';
import { periodicFraction, type RateTerms } from './interest/all-ways';
import { run, runTotals, type Run, type RunTotals } from './run';

/** The payment that ends a debt in n periods. */
export interface PaymentAnswer {
	/** The closed form, rounded to the cent, and its run, settled at the term. */
	readonly level: Cents;
	readonly levelRun: RunTotals;
	/** The smallest fixed payment that clears the debt within n periods; null where no amount does. */
	readonly smallest: {
		readonly amount: Cents;
		readonly run: RunTotals;
		/** The run with one minor unit less, which does not clear it in time. */
		readonly oneLessRun: RunTotals;
	} | null;
	/** The closed form unrounded, in minor units, and what went into it. */
	readonly closedForm: { readonly i: number; readonly periods: number; readonly unrounded: number };
}

/** Finds the payment that pays a debt off within `periods`, at least 1 (specification, section 8). */
export function paymentFor(known: Known, periods: number): PaymentAnswer {
	const settled = runTotals({ ...known, payment: { kind: 'level', periods } });
	const i = periodicFraction(known.rate, known.paymentsPerYear);
	const advance = known.timing === 'advance';
	const unrounded = unroundedLevelPayment(owedAtFirst(known), periods, i, advance);
	const closed = Math.round(unrounded);
	const pays = (amount: number) => fixedRun(known, amount);
	const inTime = (amount: number) => clearsWithin(pays(amount), periods);
	const smallest = least(1, LIMITS.amount, inTime, closed);
	return {
		level: closed as Cents,
		levelRun: settled,
		smallest:
			smallest === null
				? null
				: { amount: smallest as Cents, run: pays(smallest), oneLessRun: pays(smallest - 1) },
		closedForm: { i, periods, unrounded }
	};
}

/** How long a payment takes. */
export interface PeriodsAnswer {
	readonly run: Run;
	/** The logarithm form, unrounded: 44.2 is 44 whole payments and a last one; null where it never ends. */
	readonly unrounded: number | null;
	/** The rate of one period as a fraction. */
	readonly i: number;
}

/** How many periods a fixed payment takes. */
export function periodsFor(known: Known, payment: Cents): PeriodsAnswer {
	const whole = run({ ...known, payment: { kind: 'fixed', amount: payment } });
	const i = periodicFraction(known.rate, known.paymentsPerYear);
	const balance = known.timing === 'advance' ? known.opening / (1 + i) : known.opening;
	const rest = 1 - (balance * i) / payment;
	const unrounded = i === 0 ? known.opening / payment : -Math.log(rest) / Math.log1p(i);
	const applies = isPlain(known);
	return { run: whole, i, unrounded: applies && Number.isFinite(unrounded) ? unrounded : null };
}

/** Whether nothing happens over time: closed forms know one balance, one rate and one payment alone. */
export function isPlain(known: Known): boolean {
	const { rateChanges = [], paymentChanges = [], skips = [], charges, extras } = known;
	const lists = [rateChanges, paymentChanges, skips, charges, extras];
	const isOne = !hasAccount(known) && known.atLeast === undefined;
	return isOne && lists.every((list) => list.length === 0) && periodsBeforeFirst(known) === 0;
}

/** Finds the annual rate that a payment implies (specification, section 8). */
export interface RateAnswer {
	/** The annual rate; null where the payments do not add up to the balance, or it is above 1000 %. */
	readonly annual: Percent | null;
	/** The sum of the payments. */
	readonly paid: Cents;
	/** The rate of one period as a fraction, unrounded; 0 where there is none. */
	readonly i: number;
}

/**
 * The annual rate at which n payments repay the balance, to 0.0001 %; null where they do not add up to
 * it, or it lies above 1000 %. How the rate is charged is read from the known, the rate itself is not.
 */
export function rateFor(known: Known, payment: Cents, periods: number): RateAnswer {
	const { opening: balance, paymentsPerYear } = known;
	const paid = (payment * periods) as Cents;
	const none = { annual: null, paid, i: 0 };
	if (paid < balance) return none;
	const periodic = (annual: number) =>
		periodicFraction({ ...known.rate, annual: annual as Percent }, paymentsPerYear);
	const before = periodsBeforeFirst(known);
	const asked = (annual: number) => {
		const i = periodic(annual);
		const owed = balance * (1 + i) ** before;
		return unroundedLevelPayment(owed, periods, i, known.timing === 'advance');
	};
	// The payment grows with the rate, so the rate is bracketed and halved until no double lies between.
	let low = 0;
	let high: number = HIGHEST_RATE;
	if (asked(high) < payment) return none;
	for (let middle = high / 2; middle > low && middle < high; middle = (low + high) / 2) {
		if (asked(middle) < payment) low = middle;
		else high = middle;
	}
	return { annual: Math.round(high) as Percent, paid, i: periodic(high) };
}

/** Finds the largest balance that a payment pays off in time (specification, section 8). */
export interface BalanceAnswer {
	readonly balance: Cents;
	readonly run: RunTotals;
	/** The run of one minor unit more, which is not cleared in time; null at the largest amount of all. */
	readonly oneMoreRun: RunTotals | null;
}

/** The largest balance that a fixed payment clears within n periods; `opening` of the known is not read. */
export function balanceFor(known: Known, payment: Cents, periods: number): BalanceAnswer {
	const owing = (opening: number) => fixedRun({ ...known, opening: opening as Cents }, payment);
	const i = periodicFraction(known.rate, known.paymentsPerYear);
	// The payment that a balance needs is proportional to it.
	const guess = payment / unroundedLevelPayment(1, periods, i, known.timing === 'advance');
	const exceeds = (opening: number) => !clearsWithin(owing(opening), periods);
	const tooMuch = least(1, LIMITS.amount, exceeds, guess);
	const balance = (tooMuch === null ? LIMITS.amount : tooMuch - 1) as Cents;
	return { balance, run: owing(balance), oneMoreRun: tooMuch === null ? null : owing(tooMuch) };
}

/**
 * What was paid each period between two balances: (B₀(1+i)^k − B_k) · i ÷ ((1+i)^k − 1), rounded half away from zero
 * to the minor unit. Negative where more was added than paid.
 */
export function paymentBetween(
	balance: Cents,
	laterBalance: Cents,
	periods: number,
	rate: RateTerms,
	paymentsPerYear: number
): Cents {
	const i = periodicFraction(rate, paymentsPerYear);
	if (i === 0) return roundedShare(balance - laterBalance, 1, periods);
	const grown = (1 + i) ** periods;
	const payment = ((balance * grown - laterBalance) * i) / (grown - 1);
	return (Math.sign(payment) * Math.round(Math.abs(payment))) as Cents;
}

/** Finds the smallest extra payment that pays a debt off in time (specification, section 8). */
export interface ExtraAnswer {
	/** The smallest amount paid on top in every period; 0 where the debt ends in time anyway. */
	readonly extra: Cents;
	readonly run: RunTotals;
	/** The run of one minor unit less, which does not end in time; null where nothing need be added. */
	readonly oneLessRun: RunTotals | null;
	/** Against paying nothing on top. */
	readonly gained: Difference;
}

/** The smallest recurring extra with which a debt is cleared within n periods; null where none does. */
export function extraFor(debt: DebtTerms, periods: number): ExtraAnswer | null {
	const adding = (amount: number) => {
		const extra = { from: 1, every: 1, amount: amount as Cents };
		return runTotals(amount === 0 ? debt : { ...debt, extras: [...debt.extras, extra] });
	};
	const i = periodicFraction(debt.rate, debt.paymentsPerYear);
	const level = unroundedLevelPayment(owedAtFirst(debt), periods, i, debt.timing === 'advance');
	const without = adding(0);
	const inTime = (amount: number) => clearsWithin(adding(amount), periods);
	const hit = least(0, LIMITS.amount, inTime, level - without.firstPayment);
	if (hit === null) return null;
	const extra = leastBelow(hit, inTime);
	const cleared = adding(extra);
	const oneLessRun = extra === 0 ? null : adding(extra - 1);
	return { extra: extra as Cents, run: cleared, oneLessRun, gained: difference(cleared, without) };
}

function fixedRun(known: Known, amount: number): RunTotals {
	return runTotals({ ...known, payment: { kind: 'fixed', amount: amount as Cents } });
}

function clearsWithin({ ending, periods }: RunTotals, limit: number): boolean {
	return ending.status === 'cleared' && periods <= limit;
}

/** How many minor units below a hit are looked through for a smaller one. */
const LOOKED_THROUGH = 500;

/**
 * The smallest amount, from 0, that holds, at or below one that does. Rounding can make a larger amount miss what a
 * smaller one reaches, so the amounts below a hit are tried one by one, and again below each hit found there
 * (specification, section 8, `extra`).
 */
function leastBelow(hit: number, holds: (value: number) => boolean): number {
	let smallest = hit;
	for (let probe = hit - 1; probe >= Math.max(0, smallest - LOOKED_THROUGH); probe -= 1) {
		if (holds(probe)) smallest = probe;
	}
	return smallest;
}

/**
 * The smallest whole number from `low` to `high` that holds, where all above one that holds do; null where none
 * does. Around a guess that is nearly right it takes a few steps, not as many as the range has bits.
 */
export function least(
	low: number,
	high: number,
	holds: (value: number) => boolean,
	guess: number
): number | null {
	let [below, above] = [low - 1, high + 1];
	let probe = Math.min(Math.max(Math.round(guess), low), high);
	for (let step = 1; above - below > 1; step *= 4) {
		const held = holds(probe);
		if (held) above = probe;
		else below = probe;
		probe += held ? -step : step;
		if (probe <= below || probe >= above) break;
	}
	while (above - below > 1) {
		const middle = Math.floor((below + above) / 2);
		if (holds(middle)) above = middle;
		else below = middle;
	}
	return above > high ? null : above;
}
