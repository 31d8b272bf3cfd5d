import { roundedShare, type Cents } from './money';

declare const tenThousandths: unique symbol;

/** An annual rate or a percentage: an integer number of ten-thousandths of a percent (contract, section 1). */
export type Percent = number & { readonly [tenThousandths]: true };

/** 100 % in ten-thousandths of a percent. */
export const WHOLE = 1_000_000;

/** Annual rates reach from 0 to 1000 % (contract, section 1). */
export const HIGHEST_RATE = 10_000_000 as Percent;

/**
 * Marks an integer as ten-thousandths of a percent: 22.49 % is `percent(224_900)`.
 * @throws RangeError when it is negative or no whole number.
 */
export function percent(value: number): Percent {
	if (!Number.isSafeInteger(value) || value < 0) throw new RangeError(`${value} is no percentage`);
	return value as Percent;
}

/** How a lender turns an annual rate into the interest of one period (contract, section 2). */
export interface RateTerms {
	/** `nominal`: the annual rate divided by the payments per year. */
	readonly basis: 'nominal';
	readonly annual: Percent;
}

/** The interest of one period, in minor units, on the balance that bears it. */
export type PeriodicInterest = (balance: number) => Cents;

/**
 * The interest rule of a debt, ready for the inner loop (contract, section 2, `nominal`): B · r / m,
 * rounded once. B · r / m is rational, and the rounding is exact on ties.
 */
export function periodicInterest(rate: RateTerms, paymentsPerYear: number): PeriodicInterest {
	const { annual } = rate;
	const denominator = WHOLE * paymentsPerYear;
	return (balance) => roundedShare(balance, annual, denominator);
}
