import type { Charge, MinimumTerms, PaymentRule, Recurring } from './debt';
import { roundedShare, roundedUpTo, shareRoundedUp, type Cents } from './money';
import { WHOLE } from './rate';

/**
 * What a rule asks in one period, in minor units, before the cap at the statement balance (contract,
 * section 4). `bearing` is opening + charges, `interest` that of the period, `fees` the charges marked
 * as fees.
 */
export function askedBy(
	rule: PaymentRule,
	bearing: number,
	interest: number,
	fees: number
): number {
	switch (rule.kind) {
		case 'fixed':
			return rule.amount;
		case 'minimum':
		case 'frozen-minimum':
			return minimumPayment(rule, bearing, interest, fees);
	}
}

/** The rule that follows once a rule has asked for an amount: a frozen minimum stays at it. */
export function afterAsking(rule: PaymentRule, asked: number): PaymentRule {
	return rule.kind === 'frozen-minimum' ? { kind: 'fixed', amount: asked as Cents } : rule;
}

/**
 * The minimum payment, in minor units (contract, section 4). Since interest, fees and `roundUpTo` are
 * whole minor units, rounding the percentage up first gives the same multiple as rounding the sum up.
 */
function minimumPayment(
	terms: MinimumTerms,
	bearing: number,
	interest: number,
	fees: number
): number {
	const base = terms.of === 'statement' ? bearing + interest : bearing;
	const added = (terms.plusInterest ? interest : 0) + (terms.plusFees ? fees : 0);
	const asked =
		terms.roundUpTo === 0
			? roundedShare(base, terms.percent, WHOLE) + added
			: roundedUpTo(shareRoundedUp(base, terms.percent, WHOLE) + added, terms.roundUpTo);
	return Math.max(terms.floor, asked);
}

/** Together, in minor units, what these amounts come to in period k (contract, section 5). */
export function amountIn(list: readonly Recurring[], k: number): Cents {
	let sum = 0;
	for (const item of list) if (falls(item, k)) sum += item.amount;
	return sum as Cents;
}

/** The part of these charges in period k that is marked as fees. */
export function feesIn(list: readonly Charge[], k: number): Cents {
	let sum = 0;
	for (const item of list) if (item.fee && falls(item, k)) sum += item.amount;
	return sum as Cents;
}

function falls({ from, every, until }: Recurring, k: number): boolean {
	if (k < from || (until !== undefined && k > until)) return false;
	return every === undefined ? k === from : (k - from) % every === 0;
}

/**
 * The first period from which nothing about these amounts is still to change (contract, section 6, "settled"):
 * after a one-off, after an ending one, from where a later one begins; never for one rarer than yearly.
 */
export function settledFrom(list: readonly Recurring[], paymentsPerYear: number): number {
	let first = 1;
	for (const { from, every, until } of list) {
		if (every === undefined) first = Math.max(first, from + 1);
		else if (until !== undefined) first = Math.max(first, until + 1);
		else if (every > paymentsPerYear) return Infinity;
		else first = Math.max(first, from);
	}
	return first;
}
