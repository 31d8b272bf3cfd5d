/**
 * Whole periods between the day of the balance and due date 0: interest runs in them, and nothing is due (specification,
 * section 7). They are numbered 0, −1, … back from period 1.
 */
import { accountAtStart } from './account/account';
import { LARGEST_BALANCE } from '../quantities/money';
import { interestOn, NO_DAYS } from '../quantities/rate';
import { periodicRate } from './interest/all-ways';
import { periodsBeforeFirst } from './period-days';
import type { Known } from './terms';

/**
 * The interest of each of them, from the earliest on, in minor units, at the rate that the debt starts with. A balance
 * above the largest that is followed grows no further: the run is `beyond` then (section 6), and its figures stay exact.
 */
export function interestBeforeFirst(terms: Known): number[] {
	const count = terms.opening > 0 ? periodsBeforeFirst(terms) : 0;
	if (count === 0) return [];
	const account = accountAtStart(terms);
	if (account !== null)
		return account.before.map((rows) => rows.reduce((sum, row) => sum + row.interest, 0));
	const rate = periodicRate(terms.rate, terms.paymentsPerYear, terms.interestRounding);
	const interest: number[] = [];
	let balance: number = terms.opening;
	for (let at = 0; at < count; at += 1) {
		const now = balance > LARGEST_BALANCE ? 0 : interestOn(rate, balance, NO_DAYS);
		interest.push(now);
		balance += now;
	}
	return interest;
}

/** The balance at the beginning of period 1, in minor units. */
export const owedAtFirst = (terms: Known): number =>
	interestBeforeFirst(terms).reduce((sum, interest) => sum + interest, terms.opening);
