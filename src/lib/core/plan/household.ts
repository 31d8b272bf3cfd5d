/** The money that a household has left for its debts: income less living expenses. */
import type { PaymentsPerYear } from '../quantities/calendar';
import { roundedShare, type Cents, minus } from '../quantities/money';

export interface HouseholdLine {
	readonly amount: Cents;
	readonly perYear: PaymentsPerYear;
}

export interface Household {
	/** By the month, each line rounded to the minor unit. */
	readonly income: Cents;
	readonly needs: Cents;
	/** Negative where needs exceed income. */
	readonly left: Cents;
}

/** Converts an amount that occurs so many times a year to a monthly one: amount · times ÷ 12, rounded. */
function byTheMonth({ amount, perYear }: HouseholdLine): Cents {
	return roundedShare(amount, perYear, 12);
}

export function householdOf(
	income: readonly HouseholdLine[],
	needs: readonly HouseholdLine[]
): Household {
	const sum = (lines: readonly HouseholdLine[]) =>
		lines.reduce((total, line) => total + byTheMonth(line), 0) as Cents;
	const [earned, needed] = [sum(income), sum(needs)];
	return { income: earned, needs: needed, left: minus(earned, needed) };
}

/** Which share of the income an amount is, in hundredths of a percent; null without an income. */
export function shareOfIncome(amount: Cents, income: Cents): number | null {
	return income === 0 ? null : roundedShare(amount, 10_000, income);
}
