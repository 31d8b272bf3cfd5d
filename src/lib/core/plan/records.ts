/** The periods of a debt on its way through a plan, each as it was opened and closed. */
import { interestBeforeFirst } from '../debt/before-first';
import { closePeriod, openPeriod } from '../debt/period';
import { rowsOf, type BalanceRow } from '../debt/account/balance';
import { blankPeriod } from '../debt/open-period';
import { anchorOf } from '../debt/period-days';
import { stateAtStart } from '../debt/state';
import type { DebtTerms } from '../debt/terms';
import { dueDate, monthsBetween, type CalendarDate } from '../quantities/calendar';
import { asCarried, plus, ZERO, type Cents } from '../quantities/money';
import type { Percent } from '../quantities/rate';
import { asPlanned } from './month';
import { paidByPeriod } from './payments';
import type { Plan, PlannedDebt } from './terms';

/**
 * What the interest of a debt of several balances comes to for what bears it: `interest` on `on`, and beside it interest
 * that was deferred before (specification, section 12).
 */
interface EffectiveRate {
	readonly interest: Cents;
	readonly on: Cents;
	readonly deferred: Cents;
}

/** One period, money in minor units. */
export interface PlannedPeriod {
	/** 1, 2, 3 …; 0, −1, … for whole periods before the first, in which only interest runs. */
	readonly k: number;
	readonly date: CalendarDate;
	/** The month of the plan in which it falls due, from 1. */
	readonly month: number;
	/** The annual rate in force. */
	readonly annual: Percent;
	readonly opening: Cents;
	readonly charges: Cents;
	readonly interest: Cents;
	readonly paid: Cents;
	/** What its creditor forgives in it. */
	readonly forgiven: Cents;
	readonly closing: Cents;
	/** Null: the debt is one balance, at the annual rate. */
	readonly effective: EffectiveRate | null;
	/** The part of each balance; none where the debt is one balance. */
	readonly balances: readonly BalanceRow[];
}

/**
 * The periods of one debt, by its place in the plan, and its terms as plans have them.
 * @throws RangeError where the plan has no such debt
 */
export function periodsOf(
	debts: readonly PlannedDebt[],
	plan: Plan,
	index: number
): { readonly terms: DebtTerms; readonly periods: readonly PlannedPeriod[] } {
	const planned = debts[index];
	if (!planned) throw new RangeError('a plan has no such debt');
	const terms = asPlanned(planned.terms);
	const anchor = anchorOf(terms);
	const state = stateAtStart(terms);
	const period = blankPeriod();
	let balance = terms.opening;
	const before = interestBeforeFirst(terms);
	const early = before.map((interest, at): PlannedPeriod => {
		const k = at + 1 - before.length;
		const date = dueDate(terms.firstDue, k, terms.paymentsPerYear);
		const opening = balance;
		balance = plus(balance, interest);
		return {
			k,
			date,
			month: Math.max(1, monthsBetween(plan.firstMonth, date) + 1),
			annual: terms.rate.annual,
			opening,
			charges: ZERO,
			interest: asCarried(interest),
			paid: ZERO,
			forgiven: ZERO,
			closing: balance,
			effective: effectiveRate(state.account?.before[at] ?? []),
			balances: state.account?.before[at] ?? []
		};
	});
	const periods = paidByPeriod(debts, plan, index).map(
		({ k, date, month, amount: paid }): PlannedPeriod => {
			const opening = balance;
			openPeriod(terms, anchor, state, k, balance, period);
			balance = asCarried(closePeriod(terms, state, period, paid));
			const balances = state.account ? rowsOf(state.account.balances, period.balances) : [];
			return {
				k,
				date,
				month,
				annual: state.annual,
				opening,
				charges: asCarried(period.charges),
				interest: asCarried(period.interest),
				paid,
				forgiven: asCarried(period.forgiven),
				closing: balance,
				effective: effectiveRate(balances),
				balances
			};
		}
	);
	return { terms, periods: [...early, ...periods] };
}

function effectiveRate(rows: readonly BalanceRow[]): EffectiveRate | null {
	// One balance that neither defers nor is charged what it deferred is at the annual rate.
	const [only, ...others] = rows;
	const isAtRate = others.length === 0 && only?.accruing === null && only.deferredCharged === 0;
	if (only === undefined || isAtRate) return null;
	let [interest, on, deferred] = [0, 0, 0];
	for (const row of rows) {
		interest += row.interest - row.deferredCharged;
		on += row.closing + row.paid - row.interest;
		deferred += row.deferredCharged;
	}
	return { interest: asCarried(interest), on: asCarried(on), deferred: asCarried(deferred) };
}
