/** The interest that a statement prints for each balance of a card, beside a month of it (specification, section 11). */
import { minus, type Cents } from '../../quantities/money';
import { interestOn, NO_DAYS, type Percent } from '../../quantities/rate';
import { periodicRate } from '../interest/all-ways';
import { anchorOf, daysOfPeriod } from '../period-days';
import type { Known } from '../terms';

/** A balance as it stands on a statement, its interest included. */
export interface PrintedBalance {
	readonly id: string;
	readonly balance: Cents;
	readonly annual: Percent;
	readonly defers: boolean;
	readonly printed: Cents;
}

/** What a month comes to, and how far what is printed is above it. */
export interface PrintedInterest {
	readonly id: string;
	/** What was owed before the interest. */
	readonly bearing: Cents;
	readonly ours: Cents;
	readonly by: Cents;
}

/**
 * The interest of the period that ends with the statement, on what was owed before it: nothing while a balance defers.
 * What was bought or paid within that period makes what is printed another amount.
 */
export function interestOfStatement(
	terms: Known,
	{ id, balance, annual, defers, printed }: PrintedBalance
): PrintedInterest {
	const rate = periodicRate({ ...terms.rate, annual }, terms.paymentsPerYear);
	const days = { ...NO_DAYS };
	daysOfPeriod(terms, anchorOf(terms), 0, days);
	const bearing = Math.max(0, balance - printed) as Cents;
	const ours = (defers ? 0 : interestOn(rate, bearing, days)) as Cents;
	return { id, bearing, ours, by: minus(printed, ours) };
}
