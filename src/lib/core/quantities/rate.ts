import { roundedBy, roundedShare } from './money';

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

/** How many days a year has for daily interest; `actual`: 365 or 366, by the year that a day falls in. */
export type DayYear = 365 | 360 | 'actual';

/** How a lender turns an annual rate into the interest of one period (contract, section 2). */
export type RateTerms =
	/** The annual rate divided by the payments per year; or compounded another number of times a year. */
	| { readonly basis: 'nominal'; readonly annual: Percent; readonly compoundsPerYear?: number }
	/** The annual rate is what a year comes to, compounded. */
	| { readonly basis: 'effective'; readonly annual: Percent }
	/** By days, simple or compounded each day. */
	| { readonly basis: 'daily'; readonly annual: Percent; readonly dayYear: DayYear }
	| { readonly basis: 'daily-compounded'; readonly annual: Percent; readonly dayYear: DayYear };

/** `cent`: rounded once a period; `none`: full precision is carried (contract, section 1). */
export type InterestRounding = 'cent' | 'none';

/** B · annual ÷ denominator: rational, rounded exactly on ties. */
interface ExactRate {
	readonly kind: 'exact';
	readonly annual: number;
	readonly denominator: number;
	readonly inverse: number;
}

/** A way of charging interest with all that is the same in every period worked out. */
export type PeriodicRate =
	| ExactRate
	| { readonly kind: 'factor'; readonly factor: number; readonly rounding: InterestRounding }
	| {
			readonly kind: 'days';
			readonly annual: number;
			readonly dayYear: DayYear;
			readonly compounded: boolean;
			readonly rounding: InterestRounding;
	  };

/** The days of one period; read by daily interest alone. */
export interface PeriodDays {
	/** From the previous due date to this one. */
	days: number;
	/** How many of them fall in leap years. */
	leapDays: number;
}

/** Whether interest is charged by the days of a period. */
export const isByDay = (
	rate: RateTerms
): rate is Extract<RateTerms, { basis: 'daily' | 'daily-compounded' }> =>
	rate.basis === 'daily' || rate.basis === 'daily-compounded';

/** The interest rule of a debt, ready for the inner loop. */
export function periodicRate(
	rate: RateTerms,
	paymentsPerYear: number,
	rounding: InterestRounding = 'cent'
): PeriodicRate {
	const { annual } = rate;
	if (isByDay(rate)) {
		const compounded = rate.basis === 'daily-compounded';
		return { kind: 'days', annual, dayYear: rate.dayYear, compounded, rounding };
	}
	if (isRational(rate, paymentsPerYear) && rounding === 'cent') {
		const denominator = WHOLE * paymentsPerYear;
		return { kind: 'exact', annual, denominator, inverse: 1 / denominator };
	}
	return { kind: 'factor', factor: periodicFraction(rate, paymentsPerYear), rounding };
}

function isRational(rate: RateTerms, paymentsPerYear: number): boolean {
	const { basis } = rate;
	return basis === 'nominal' && (rate.compoundsPerYear ?? paymentsPerYear) === paymentsPerYear;
}

/**
 * The periodic rate i as a fraction, as closed forms use it (contract, sections 2 and 4); for daily
 * interest r/m.
 */
export function periodicFraction(rate: RateTerms, paymentsPerYear: number): number {
	const r = rate.annual / WHOLE;
	if (rate.basis === 'effective') return (1 + r) ** (1 / paymentsPerYear) - 1;
	if (rate.basis === 'nominal' && !isRational(rate, paymentsPerYear)) {
		const c = rate.compoundsPerYear ?? paymentsPerYear;
		return (1 + r / c) ** (c / paymentsPerYear) - 1;
	}
	return r / paymentsPerYear;
}

/** The interest of one period on the balance that bears it, in minor units (contract, section 2). */
export function interestOn(rate: PeriodicRate, balance: number, period: PeriodDays): number {
	switch (rate.kind) {
		case 'exact':
			return exactInterest(rate, balance);
		case 'factor':
			return rate.rounding === 'cent' ? Math.round(balance * rate.factor) : balance * rate.factor;
		case 'days':
			return interestByDays(rate, balance, period);
	}
}

/** The interest of one period before it is rounded, in minor units (contract, section 2). */
export function unroundedInterest(
	rate: RateTerms,
	paymentsPerYear: number,
	balance: number,
	period: PeriodDays
): number {
	return interestOn(periodicRate(rate, paymentsPerYear, 'none'), balance, period);
}

function exactInterest(rate: ExactRate, balance: number): number {
	return roundedBy(balance, rate.annual, rate.denominator, rate.inverse);
}

function interestByDays(
	{ annual, dayYear, compounded, rounding }: PeriodicRate & { readonly kind: 'days' },
	balance: number,
	{ days, leapDays }: PeriodDays
): number {
	const split = dayYear === 'actual' && leapDays > 0;
	const year = dayYear === 'actual' ? 365 : dayYear;
	if (compounded) {
		const daily = annual / WHOLE;
		const common = (1 + daily / year) ** (split ? days - leapDays : days);
		const leap = split ? (1 + daily / 366) ** leapDays : 1;
		const interest = balance * (common * leap - 1);
		return rounding === 'cent' ? Math.round(interest) : interest;
	}
	// Days over 365 and 366 brought to one denominator, so that the quotient stays rational.
	const numerator = annual * (split ? (days - leapDays) * 366 + leapDays * 365 : days);
	const denominator = WHOLE * (split ? 365 * 366 : year);
	return rounding === 'cent'
		? roundedShare(balance, numerator, denominator)
		: (balance * numerator) / denominator;
}
