import type { MinimumTerms, PaymentRule, Recurring } from './debt';
import { roundedShare, roundedUpTo, shareRoundedUp, type Cents } from './money';
import { WHOLE } from './rate';

/**
 * What a rule asks in one period, before the cap at the statement balance.
 * `bearing` is opening + charges, `interest` that of the period, `fees` the charges marked as fees.
 */
export type ScheduledPayment = (bearing: number, interest: number, fees: number) => number;

/** A payment rule, ready for the inner loop of one run (contract, section 4). */
export function scheduledPayment(rule: PaymentRule): ScheduledPayment {
	switch (rule.kind) {
		case 'fixed':
			return () => rule.amount;
		case 'minimum':
			return (bearing, interest, fees) => minimumPayment(rule, bearing, interest, fees);
		case 'frozen-minimum': {
			let frozen: number | null = null;
			return (bearing, interest, fees) =>
				(frozen ??= minimumPayment(rule, bearing, interest, fees));
		}
	}
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
