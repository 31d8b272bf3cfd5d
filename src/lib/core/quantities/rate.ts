import { leapDaysBefore } from './calendar';
import { roundedBy, roundedShare } from './money';

declare const tenThousandths: unique symbol;

/** An annual rate or a percentage: an integer number of ten-thousandths of a percent (specification, section 1). */
export type Percent = number & { readonly [tenThousandths]: true };

/** 100 % in ten-thousandths of a percent. */
export const WHOLE = 1_000_000;

/** Annual rates reach from 0 to 1000 % (specification, section 1). */
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

/** `cent`: rounded once a period; `none`: full precision is carried (specification, section 1). */
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
			/** The rates that replace it from a day on, in order of days (day numbers). */
			readonly later: readonly RateFromDay[];
			readonly dayYear: DayYear;
			readonly compounded: boolean;
			readonly rounding: InterestRounding;
	  };

/** An annual rate from a day on; the day as a day number. */
export interface RateFromDay {
	readonly day: number;
	readonly annual: number;
}

/** The days of one period; read by daily interest alone. */
export interface PeriodDays {
	/** The day numbers of its first day and of the day after its last. */
	from: number;
	to: number;
	/** From the previous due date to this one. */
	days: number;
	/** How many of them fall in leap years. */
	leapDays: number;
}

export const NO_DAYS: Readonly<PeriodDays> = { from: 0, to: 0, days: 0, leapDays: 0 };

/** Counts the days from one day number up to another into `into`. */
export function countDays(from: number, to: number, into: PeriodDays): void {
	into.from = from;
	into.to = to;
	into.days = to - from;
	into.leapDays = leapDaysBefore(to) - leapDaysBefore(from);
}

/** A part of a period that bears one rate throughout. */
export interface RatePiece extends PeriodDays {
	annual: number;
}

/** A period cut where its rate changes by the day (specification, section 4). */
export function piecesOf(
	{ annual, later }: PeriodicRate & { readonly kind: 'days' },
	{ from, to }: Pick<PeriodDays, 'from' | 'to'>
): RatePiece[] {
	const cuts = later.filter(({ day }) => day > from && day < to);
	return [{ day: from, annual }, ...cuts].map((start, at) => {
		const piece = { ...NO_DAYS, annual: start.annual };
		countDays(start.day, cuts[at]?.day ?? to, piece);
		return piece;
	});
}

/** The interest of one period on the balance that bears it, in minor units (specification, section 2). */
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

function exactInterest(rate: ExactRate, balance: number): number {
	return roundedBy(balance, rate.annual, rate.denominator, rate.inverse);
}

function interestByDays(
	rate: PeriodicRate & { readonly kind: 'days' },
	balance: number,
	period: PeriodDays
): number {
	const { annual, later, rounding } = rate;
	const isCut = later.length > 0 && later.some(({ day }) => day > period.from && day < period.to);
	const pieces = isCut ? piecesOf(rate, period) : null;
	if (rate.compounded) {
		const factor = pieces
			? pieces.reduce((product, piece) => product * growthOver(rate, piece.annual, piece), 1)
			: growthOver(rate, annual, period);
		const interest = balance * (factor - 1);
		return rounding === 'cent' ? Math.round(interest) : interest;
	}
	const numerator = pieces
		? pieces.reduce((sum, piece) => sum + piece.annual * weighedDays(rate, piece), 0)
		: annual * weighedDays(rate, period);
	const denominator = WHOLE * (rate.dayYear === 'actual' ? 365 * 366 : rate.dayYear);
	return rounding === 'cent'
		? roundedShare(balance, numerator, denominator)
		: (balance * numerator) / denominator;
}

/** The factor by which days at one rate, compounded daily, make a balance grow. */
function growthOver(
	{ dayYear }: PeriodicRate & { readonly kind: 'days' },
	annual: number,
	{ days, leapDays }: PeriodDays
): number {
	const daily = annual / WHOLE;
	if (dayYear !== 'actual') return (1 + daily / dayYear) ** days;
	return (1 + daily / 365) ** (days - leapDays) * (1 + daily / 366) ** leapDays;
}

/** Days over 365 and 366 brought to one denominator, 365 · 366, so that the quotient stays rational. */
function weighedDays(
	{ dayYear }: PeriodicRate & { readonly kind: 'days' },
	{ days, leapDays }: PeriodDays
): number {
	return dayYear === 'actual' ? (days - leapDays) * 366 + leapDays * 365 : days;
}
