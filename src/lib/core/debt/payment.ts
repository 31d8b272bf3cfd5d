import type { DebtTerms, LevelTerms, MinimumTerms } from './terms';
import { roundedShare, roundedUpTo, shareRoundedUp, type Cents } from '../quantities/money';
import { WHOLE, type InterestRounding } from '../quantities/rate';

/**
 * What asks for payments in a stretch of periods. Rules become this when they come into force: a level
 * rule its amount until its term and the whole rest at it, a frozen minimum its amount after the first
 * period.
 */
export type AskingRule =
	| { readonly kind: 'fixed'; readonly amount: number }
	| { readonly kind: 'interest' }
	| { readonly kind: 'whole' }
	| ({ readonly kind: 'minimum'; readonly rounding: InterestRounding } & MinimumTerms);

/**
 * What is asked in one period, in minor units, before the cap at the statement balance (contract,
 * section 4). `bearing` is opening + charges, `interest` that of the period, `fees` the charges marked as
 * fees.
 */
export function askedBy(rule: AskingRule, bearing: number, interest: number, fees: number): number {
	switch (rule.kind) {
		case 'fixed':
			return rule.amount;
		case 'minimum':
			return minimumPayment(rule, bearing, interest, fees);
		case 'interest':
			return interest;
		case 'whole':
			return Infinity;
	}
}

/**
 * The minimum payment, in minor units (contract, section 4). Where interest is rounded to the minor unit,
 * interest, fees and `roundUpTo` are whole, so that rounding the percentage up first, exactly, gives the same
 * multiple as rounding the sum up; in full precision they are not, and the sum is rounded up as it is.
 */
function minimumPayment(
	terms: MinimumTerms & { readonly rounding: InterestRounding },
	bearing: number,
	interest: number,
	fees: number
): number {
	const base = terms.of === 'statement' ? bearing + interest : bearing;
	const added = (terms.plusInterest ? interest : 0) + (terms.plusFees ? fees : 0);
	return Math.max(
		terms.floor,
		terms.rounding === 'cent' ? inWhole(base, added, terms) : inFull(base, added, terms)
	);
}

function inWhole(base: number, added: number, { percent, roundUpTo }: MinimumTerms): number {
	if (roundUpTo === 0) return roundedShare(base, percent, WHOLE) + added;
	return roundedUpTo(shareRoundedUp(base, percent, WHOLE) + added, roundUpTo);
}

/** What a sum of fractions may lie above a multiple that it means, as a part of that. */
const NOISE = 1e-13;

function inFull(base: number, added: number, { percent, roundUpTo }: MinimumTerms): number {
	const sum = (base * percent) / WHOLE + added;
	return roundUpTo === 0 ? sum : Math.ceil((sum * (1 - NOISE)) / roundUpTo) * roundUpTo;
}

/**
 * The level payment, in minor units, by the closed form (contract, section 4): with periodic rate i,
 * principal L, balloon V and n periods, (L − V(1+i)^−n) · i ÷ (1 − (1+i)^−n), or (L − V) ÷ n at i = 0; in
 * advance divided by 1 + i. Unrounded.
 */
export function unroundedLevelPayment(
	principal: number,
	periods: number,
	i: number,
	advance: boolean,
	balloon = 0
): number {
	if (i === 0) return (principal - balloon) / periods;
	const discount = (1 + i) ** -periods;
	const payment = ((principal - balloon * discount) * i) / -Math.expm1(-periods * Math.log1p(i));
	return advance ? payment / (1 + i) : payment;
}

/** The level payment of a rule on the balance that it amortizes, rounded as the rule and the debt say. */
export function levelPayment(
	{ periods, balloon = 0 as Cents, roundPayment = 'nearest', payment: set }: LevelTerms,
	principal: number,
	i: number,
	{ timing, interestRounding }: Pick<DebtTerms, 'timing' | 'interestRounding'>
): number {
	if (set !== undefined && set !== null) return set;
	const payment = unroundedLevelPayment(principal, periods, i, timing === 'advance', balloon);
	if (interestRounding === 'none') return Math.max(0, payment);
	// A whole amount that the double misses by its last digits is not rounded up to the next cent.
	const up = Math.ceil(payment - 1e-6);
	return Math.max(0, roundPayment === 'up' ? up : Math.round(payment));
}
