/** Above this, a product of two integers is no longer exact in a double. */
const EXACT = Number.MAX_SAFE_INTEGER;

/**
 * Shares an amount out in proportion to weights, in whole minor units by largest remainder; ties go to the
 * earlier one (specification, section 9). All arguments are non-negative integers. The shares add up to the
 * amount, unless all weights are zero: then nobody gets anything.
 */
export function shared(amount: number, weights: readonly number[]): number[] {
	const total = weights.reduce((sum, weight) => sum + weight, 0);
	if (total === 0) return weights.map(() => 0);
	const parts = weights.map((weight) => part(amount, weight, total));
	let left = amount - parts.reduce((sum, { whole }) => sum + whole, 0);
	const byRemainder = parts.map((_, index) => index);
	byRemainder.sort((a, b) => (parts[b]?.remainder ?? 0) - (parts[a]?.remainder ?? 0) || a - b);
	const shares = parts.map(({ whole }) => whole);
	for (const index of byRemainder) {
		if (left === 0) break;
		shares[index] = (shares[index] ?? 0) + 1;
		left -= 1;
	}
	return shares;
}

/** The whole part of amount · weight ÷ total, and what remains of it. */
function part(amount: number, weight: number, total: number): { whole: number; remainder: number } {
	if (amount * weight <= EXACT) {
		const product = amount * weight;
		const remainder = product % total;
		return { whole: (product - remainder) / total, remainder };
	}
	const product = BigInt(amount) * BigInt(weight);
	const divisor = BigInt(total);
	return { whole: Number(product / divisor), remainder: Number(product % divisor) };
}
