/**
 * Asking backwards (contract, section 8): the one unknown of a debt, found in the period-by-period run
 * where money is asked for, so that the answer put back into a run gives what was asked.
 */
import { difference, type Difference } from './compare';
import type { DebtTerms, Known } from './debt';
import { LIMITS } from './limits';
import type { Cents } from './money';
import { unroundedLevelPayment } from './payment';
import { HIGHEST_RATE, periodicFraction, type Percent, type RateTerms } from './rate';
import { run, runTotals, type Run, type RunTotals } from './run';

/** The payment that ends a debt in n periods. */
export interface PaymentAnswer {
	/** The closed form, rounded to the cent, and its run, settled at the term. */
	readonly level: Cents;
	readonly levelRun: RunTotals;
	/** The smallest fixed payment that clears the debt within n periods, and its run. */
	readonly smallest: Cents;
	readonly smallestRun: RunTotals;
}

/** What must be paid each period so that the debt is gone after `periods`, at least 1. */
export function paymentFor(known: Known, periods: number): PaymentAnswer {
	const settled = runTotals({ ...known, payment: { kind: 'level', periods } });
	const i = periodicFraction(known.rate, known.paymentsPerYear);
	const advance = known.timing === 'advance';
	const closed = Math.round(unroundedLevelPayment(known.opening, periods, i, advance));
	const pays = (amount: number) => fixedRun(known, amount);
	const smallest = least(1, LIMITS.amount, (amount) => clearsWithin(pays(amount), periods));
	return {
		level: closed as Cents,
		levelRun: settled,
		smallest: smallest as Cents,
		smallestRun: pays(smallest)
	};
}

/** How long a payment takes. */
export interface PeriodsAnswer {
	readonly run: Run;
	/** The logarithm form, unrounded: 44.2 is 44 whole payments and a last one; null where it never ends. */
	readonly unrounded: number | null;
}

/** How many periods a fixed payment takes. */
export function periodsFor(known: Known, payment: Cents): PeriodsAnswer {
	const whole = run({ ...known, payment: { kind: 'fixed', amount: payment } });
	const i = periodicFraction(known.rate, known.paymentsPerYear);
	const balance = known.timing === 'advance' ? known.opening / (1 + i) : known.opening;
	const rest = 1 - (balance * i) / payment;
	const unrounded = i === 0 ? known.opening / payment : -Math.log(rest) / Math.log1p(i);
	return { run: whole, unrounded: Number.isFinite(unrounded) ? unrounded : null };
}

/** What a lender must be charging. */
export interface RateAnswer {
	/** The annual rate; null where the payments do not add up to the balance, or it is above 1000 %. */
	readonly annual: Percent | null;
	/** What the payments come to together. */
	readonly paid: Cents;
}

/**
 * The annual rate at which n payments repay the balance, to 0.0001 %; null where they do not add up to
 * it, or it lies above 1000 %. `basis` says what the rate is to be read as.
 */
export function rateFor(
	balance: Cents,
	payment: Cents,
	periods: number,
	paymentsPerYear: number,
	{ basis = 'nominal', advance = false }: { basis?: RateTerms['basis']; advance?: boolean } = {}
): RateAnswer {
	const paid = (payment * periods) as Cents;
	if (paid < balance) return { annual: null, paid };
	const asked = (annual: number) => {
		const i = periodicFraction({ basis, annual, dayYear: 365 } as RateTerms, paymentsPerYear);
		return unroundedLevelPayment(balance, periods, i, advance);
	};
	// The payment grows with the rate, so the rate is bracketed and halved until no double lies between.
	let low = 0;
	let high: number = HIGHEST_RATE;
	if (asked(high) < payment) return { annual: null, paid };
	for (let middle = high / 2; middle > low && middle < high; middle = (low + high) / 2) {
		if (asked(middle) < payment) low = middle;
		else high = middle;
	}
	return { annual: Math.round(high) as Percent, paid };
}

/** What can be afforded. */
export interface BalanceAnswer {
	readonly balance: Cents;
	readonly run: RunTotals;
}

/** The largest balance that a fixed payment clears within n periods; `opening` of the known is not read. */
export function balanceFor(known: Known, payment: Cents, periods: number): BalanceAnswer {
	const owing = (opening: number) => fixedRun({ ...known, opening: opening as Cents }, payment);
	const tooMuch = least(1, LIMITS.amount, (opening) => !clearsWithin(owing(opening), periods));
	const balance = (tooMuch - 1) as Cents;
	return { balance, run: owing(balance) };
}

/** What was paid each period between two balances, rounded: (B₀(1+i)^k − B_k) · i ÷ ((1+i)^k − 1). */
export function paymentBetween(
	balance: Cents,
	laterBalance: Cents,
	periods: number,
	rate: RateTerms,
	paymentsPerYear: number
): Cents {
	const i = periodicFraction(rate, paymentsPerYear);
	if (i === 0) return Math.round((balance - laterBalance) / periods) as Cents;
	const grown = (1 + i) ** periods;
	return Math.round(((balance * grown - laterBalance) * i) / (grown - 1)) as Cents;
}

/** What must be added to end in time. */
export interface ExtraAnswer {
	/** The smallest amount paid on top in every period; 0 where the debt ends in time anyway. */
	readonly extra: Cents;
	readonly run: RunTotals;
	/** Against paying nothing on top. */
	readonly gained: Difference;
}

/** The smallest recurring extra with which a debt is cleared within n periods. */
export function extraFor(debt: DebtTerms, periods: number): ExtraAnswer {
	const adding = (amount: number) => {
		const extra = { from: 1, every: 1, amount: amount as Cents };
		return runTotals(amount === 0 ? debt : { ...debt, extras: [...debt.extras, extra] });
	};
	const extra = least(0, LIMITS.amount, (amount) => clearsWithin(adding(amount), periods)) as Cents;
	const cleared = adding(extra);
	return { extra, run: cleared, gained: difference(cleared, adding(0)) };
}

function fixedRun(known: Known, amount: number): RunTotals {
	return runTotals({ ...known, payment: { kind: 'fixed', amount: amount as Cents } });
}

function clearsWithin({ ending, periods }: RunTotals, limit: number): boolean {
	return ending.status === 'cleared' && periods <= limit;
}

/** The smallest whole number from `low` to `high` that holds, where all above one that holds do; else `high`. */
function least(low: number, high: number, holds: (value: number) => boolean): number {
	let [below, above] = [low - 1, high];
	while (above - below > 1) {
		const middle = Math.floor((below + above) / 2);
		if (holds(middle)) above = middle;
		else below = middle;
	}
	return above;
}
