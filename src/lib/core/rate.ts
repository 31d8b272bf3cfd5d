import { roundedBy, type Cents } from './money';

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

/** A way of charging interest with all that is the same in every period worked out. */
export interface PeriodicRate {
	readonly basis: 'nominal';
	readonly annual: Percent;
	readonly denominator: number;
	readonly inverse: number;
}

/** The interest rule of a debt, ready for the inner loop. */
export function periodicRate({ basis, annual }: RateTerms, paymentsPerYear: number): PeriodicRate {
	const denominator = WHOLE * paymentsPerYear;
	return { basis, annual, denominator, inverse: 1 / denominator };
}

/**
 * The interest of one period on the balance that bears it, in minor units (contract, section 2).
 * `nominal`: B · r / m is rational, rounded once and exactly on ties.
 */
export function interestOn(rate: PeriodicRate, balance: number): Cents {
	switch (rate.basis) {
		case 'nominal':
			return roundedBy(balance, rate.annual, rate.denominator, rate.inverse);
	}
}
