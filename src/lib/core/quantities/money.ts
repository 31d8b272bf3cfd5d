/**
 * Money is an integer number of minor units ("cents") of the case's one currency: specification, section 1.
 * Products of money and a rate are rational numbers, so they are rounded here with integer arithmetic
 * that is exact on ties.
 */
declare const minorUnits: unique symbol;

/** An integer number of minor units. */
export type Cents = number & { readonly [minorUnits]: true };

export const ZERO = 0 as Cents;

/** The largest balance a run follows (specification, section 6): 10^13 minor units. */
export const LARGEST_BALANCE = 1e13 as Cents;

/**
 * Marks an integer as minor units.
 * @throws RangeError when it is no safe integer: a bug of the caller, not a person's mistake.
 */
export function cents(amount: number): Cents {
	if (!Number.isSafeInteger(amount)) throw new RangeError(`${amount} is no whole minor unit`);
	return amount as Cents;
}

/** An amount of whole units of a currency. */
export const wholeUnits = (count: number, digits: number): Cents => cents(count * 10 ** digits);

/**
 * What follows from amounts as they are carried, which in full precision are no whole minor units: neither is what
 * follows.
 */
export const asCarried = (amount: number): Cents => amount as Cents;
export const plus = (amount: number, more: number): Cents => (amount + more) as Cents;
export const minus = (amount: number, less: number): Cents => (amount - less) as Cents;
export const negative = (amount: number): Cents => (0 - amount) as Cents;
/** How much it is, whichever way. */
export const size = (amount: number): Cents => Math.abs(amount) as Cents;
export const atLeastZero = (amount: number): Cents => Math.max(0, amount) as Cents;

/** The sum over some things. */
export function sumOf<T>(all: readonly T[], amountOf: (one: T) => number): Cents {
	let sum = 0;
	for (const one of all) sum += amountOf(one);
	return sum as Cents;
}

/** Below this, products and the corrections made to them stay exact in a double. */
const EXACT = 2 ** 52;

/**
 * amount · numerator ÷ denominator, rounded half away from zero to the minor unit (specification, section 1).
 * Exact on ties. All arguments are integers, the denominator positive.
 *
 * Example: 50 cents at 12 % a year for a month, `roundedShare(50, 120_000, 12_000_000)`, is half a cent: 1.
 */
export function roundedShare(amount: number, numerator: number, denominator: number): Cents {
	return roundedBy(amount, numerator, denominator, 1 / denominator);
}

/**
 * `roundedShare` for the inner loop, with 1 ÷ denominator worked out beforehand. The product with that
 * inverse may miss by one; the exact remainder puts it right, ties included.
 */
export function roundedBy(
	amount: number,
	numerator: number,
	denominator: number,
	inverse: number
): Cents {
	const product = amount * numerator;
	if (product >= 0 && product < EXACT) {
		const quotient = Math.floor(product * inverse + 0.5);
		const twice = 2 * (product - quotient * denominator);
		if (twice >= denominator) return (quotient + 1) as Cents;
		return (twice < -denominator ? quotient - 1 : quotient) as Cents;
	}
	return roundedExactly(amount, numerator, denominator);
}

function roundedExactly(amount: number, numerator: number, denominator: number): Cents {
	const exact = BigInt(amount) * BigInt(numerator);
	const half = exact < 0n ? -BigInt(denominator) : BigInt(denominator);
	// BigInt division cuts towards zero, so adding half a denominator away from zero rounds half away.
	return Number((exact * 2n + half) / (2n * BigInt(denominator))) as Cents;
}

/** amount · numerator ÷ denominator, rounded up to the next minor unit; exact for non-negative integers. */
export function shareRoundedUp(amount: number, numerator: number, denominator: number): Cents {
	const product = amount * numerator;
	if (product < EXACT) {
		const quotient = floorQuotient(product, denominator);
		return (quotient * denominator < product ? quotient + 1 : quotient) as Cents;
	}
	const divisor = BigInt(denominator);
	return Number((BigInt(amount) * BigInt(numerator) + divisor - 1n) / divisor) as Cents;
}

/** The whole quotient of exact integers: the division may round up to a whole number, the product shows it. */
function floorQuotient(product: number, denominator: number): number {
	const quotient = Math.floor(product / denominator);
	return quotient * denominator > product ? quotient - 1 : quotient;
}

/** The amount, rounded up to a multiple of `unit` minor units; `unit` 0 leaves it as it is. */
export function roundedUpTo(amount: number, unit: number): Cents {
	if (unit === 0) return amount as Cents;
	const rest = amount % unit;
	return (rest === 0 ? amount : amount - rest + unit) as Cents;
}
