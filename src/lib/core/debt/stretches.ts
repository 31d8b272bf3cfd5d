/**
 * What is in force when: the rule that asks and the rate that is charged, from period to period. A run is
 * cut into stretches in which neither changes, so that its loop has nothing to look up inside one.
 */
import type { DebtTerms } from './terms';
import {
	asking,
	changesAt,
	followed,
	isFrozen,
	lasting,
	setAnew,
	type AskingRule,
	type PaymentRule
} from './rules/all-rules';
import type { Lending } from './rules/rule';
import { type Percent, type PeriodicRate } from '../quantities/rate';
import { periodicFraction, periodicRate } from './interest/all-ways';
import { rateIn, rateStepsOf, type RateStep } from './rate-steps';
import { isFirstLonger } from './period-days';
import { amountsSettledFrom } from './recurring';
import { withRateOf } from './account/balance';
import { begunAt, easedAmount, endAfter, nextEasing, waitingOf, type Waiting } from './easing';

const NONE: readonly never[] = [];

/** The stretch that a period lies in. */
export interface Stretch {
	asking: AskingRule;
	rate: PeriodicRate;
	/** The annual rate behind it, in ten-thousandths of a percent. */
	annual: Percent;
	/** The first period of the next stretch; Infinity where this one is the last. */
	next: number;
	/** The period whose payment is required from then on; 0 where none is. */
	freezesAt: number;
	/** The payment rule as stated, and the period from which its own periods count. */
	rule: PaymentRule;
	ruleFrom: number;
	/** Whether a creditor agreed to it. */
	isAgreed: boolean;
	/** What a creditor agreed to for a while in place of it, which waits then; null: it asks. */
	eased: number | null;
	/** The changes of the rate, in order. */
	readonly rates: readonly RateStep[];
}

/** Moves on to the stretch that begins with period k, whose opening balance a level rule amortizes. */
export function enterStretch(stretch: Stretch, terms: DebtTerms, k: number, opening: number): void {
	const { paymentChanges = NONE, paymentsPerYear } = terms;
	const newRate = stretch.rates.findLast(({ from }) => from === k);
	const waiting = terms.eased && waitingOf(terms).find(({ until }) => until + 1 >= k);
	const isResuming = waiting !== undefined && waiting.until + 1 === k;
	const isWaiting = waiting !== undefined && waiting.from < k && k <= waiting.until;
	const newRule = isResuming
		? (paymentChanges.findLast(({ from }) => from === k) ?? lastWithin(paymentChanges, waiting))
		: isWaiting
			? undefined
			: paymentChanges.findLast(({ from }) => from === k);
	const rateNow = { ...terms.rate, annual: rateIn(terms, stretch.rates, k) };
	const later = stretch.rates.filter(({ from }) => from > k);
	stretch.rate = periodicRate(rateNow, paymentsPerYear, terms.interestRounding, later);
	stretch.annual = rateNow.annual;

	stretch.eased = terms.eased ? easedAmount(terms, k) : null;
	if (isWaiting) {
		stretch.next = nextChange(stretch, terms, k);
		return;
	}

	let { rule, ruleFrom } = stretch;
	if (newRule) {
		rule = newRule.rule;
		ruleFrom = k;
		stretch.isAgreed = newRule.agreed ?? false;
	} else if (isResuming) ruleFrom += waiting.until - waiting.from + 1;
	for (let then = followed(rule); then && k >= ruleFrom + then.after; then = followed(rule)) {
		ruleFrom += then.after;
		({ rule } = then);
	}
	const isSetAnew =
		newRate?.reamortize === true ||
		(isResuming &&
			stretch.rates.some((step) => step.reamortize && step.from >= waiting.from && step.from < k));
	if (isSetAnew && k > ruleFrom && stretch.eased === null) {
		const left = ruleFrom + lasting(rule) - k;
		const anew = left > 0 ? setAnew(rule, left) : null;
		if (anew) [rule, ruleFrom] = [anew, k];
	}
	// What was asked first before it waited is asked again.
	const isAsBefore = isResuming && rule === stretch.rule && ruleFrom === k;
	stretch.rule = rule;
	stretch.ruleFrom = ruleFrom;
	stretch.freezesAt = isFrozen(rule) && k === ruleFrom && !isAsBefore ? k : 0;
	const begins = {
		at: k - ruleFrom,
		opening,
		i: periodicFraction(rateNow, paymentsPerYear),
		...lendingOf(terms)
	};
	if (!isAsBefore) stretch.asking = asking(rule, begins) ?? stretch.asking;
	stretch.next = nextChange(stretch, terms, k);
}

/** The last of the changes that are stated for periods in which the own rule waits: it begins at their end. */
function lastWithin<C extends { readonly from: number }>(
	changes: readonly C[],
	{ from: first, until }: Waiting
): C | undefined {
	return [...changes]
		.sort((a, b) => a.from - b.from)
		.findLast(({ from }) => first < from && from <= until);
}

/** How a debt is lent, as far as its payment rule goes by it. */
export const lendingOf = ({ timing, interestRounding = 'cent' }: DebtTerms): Lending => ({
	isInAdvance: timing === 'advance',
	rounding: interestRounding
});

/** The first period after k in which the rate or what is required may change. */
function nextChange({ rule, ruleFrom, rates }: Stretch, terms: DebtTerms, k: number): number {
	const { paymentChanges = NONE } = terms;
	const own = ruleFrom + changesAt(rule);
	let next = own > k ? own : Infinity;
	for (const { from } of paymentChanges) if (from > k && from < next) next = from;
	for (const { from } of rates) if (from > k && from < next) next = from;
	return terms.eased ? Math.min(next, nextEasing(terms, k)) : next;
}

/**
 * The first settled period of a debt (specification, section 6): from it on no period is longer than the others, and there
 * is no change of rate or payment that has not begun, no skip, no amount that is scheduled at least, no interest-only phase, no rest of a stated term, and no extra or
 * charge that still begins, ends or comes more rarely than once a year.
 */
export function settledFrom(terms: DebtTerms): number {
	const { paymentChanges = NONE, skips = NONE, eased = NONE, balances = NONE } = terms;
	const { extras, charges, atLeast, settlement } = terms;
	let settled = Math.max(
		1 + (atLeast?.until ?? 0),
		settlement?.period ?? 1,
		isFirstLonger(terms) ? 2 : 1,
		amountsSettledFrom(extras, terms.paymentsPerYear),
		amountsSettledFrom(charges, terms.paymentsPerYear)
	);
	for (const { from } of rateStepsOf(terms)) settled = Math.max(settled, from);
	for (const balance of balances) {
		for (const { from } of rateStepsOf(withRateOf(terms, balance)))
			settled = Math.max(settled, from);
	}
	for (const k of skips) settled = Math.max(settled, k + 1);
	for (const { until } of eased) settled = Math.max(settled, until + 1);
	// A rule's own term or phase counts until another rule replaces it.
	let ends = endAfter(terms, 1, lasting(terms.payment));
	for (const { from, rule } of paymentChanges) {
		settled = Math.max(settled, from);
		ends = endAfter(terms, begunAt(terms, from), lasting(rule));
	}
	return Math.max(settled, ends);
}
