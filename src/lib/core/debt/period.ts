/**
 * One period of a debt (specification, section 3): opened before anything is paid, closed when it is known what is. A debt by
 * itself and a plan go this one way; they differ in who decides what is paid.
 */
import type { DueAnchor } from '../quantities/calendar';
import type { DebtTerms, Settlement } from './terms';
import { askedBy } from './rules/all-rules';
import { daysOfPeriod } from './period-days';
import { interestOn, NO_DAYS, WHOLE } from '../quantities/rate';
import { roundedShare } from '../quantities/money';
import { amountIn, feesIn } from './recurring';
import { closeAccount, highestRate, openAccount, requiredBy } from './account/period';
import type { OpenPeriod } from './open-period';
import type { DebtState } from './state';
import { enterStretch } from './stretches';

const days = { ...NO_DAYS };

/**
 * Opens period k of a debt into `period` (`anchor` where interest goes by days); moves the state on where a new one
 * begins with it. Opening the same period again changes nothing. In advance the payment comes first: there is no interest
 * until the period is closed.
 */
export function openPeriod(
	terms: DebtTerms,
	anchor: DueAnchor | null,
	state: DebtState,
	k: number,
	opening: number,
	period: OpenPeriod
): void {
	if (k === state.next) enterStretch(state, terms, k, opening);
	const { charges: charged, extras, skips, atLeast, settlement } = terms;
	const { account } = state;
	if (anchor !== null && state.rate.kind === 'days') daysOfPeriod(terms, anchor, k, days);
	if (account !== null) {
		openAccount(terms, account, k, days, period);
		state.annual = highestRate(period.balances);
	} else {
		period.charges = charged.length === 0 ? 0 : amountIn(charged, k);
		period.fees = charged.length === 0 ? 0 : feesIn(charged, k);
		period.interest =
			terms.timing === 'advance' ? 0 : interestOn(state.rate, opening + period.charges, days);
	}
	const bearing = opening + period.charges;
	const statement = bearing + period.interest;
	period.owed = statement;
	const own = askedBy(state.asking, bearing, period.interest, period.fees);
	if (k === state.freezesAt) state.asking = { kind: 'fixed', amount: own };
	const rule = state.eased ?? own;
	period.byRule = rule;
	let due = account === null ? rule : requiredBy(terms, state, account, bearing, rule, period);
	if (atLeast !== undefined && k <= atLeast.until && due < atLeast.amount) due = atLeast.amount;
	if (skips !== undefined && skips.includes(k)) due = 0;
	const required = due > statement || statement <= terms.clearBelow ? statement : due;
	const extra = extras.length === 0 ? 0 : amountIn(extras, k);
	period.required = required;
	period.extra = extra;
	period.ownExtra = Math.min(extra, statement - required);
	if (settlement !== undefined) settle(terms, settlement, k, period);
}

/** What a settlement that lies ahead, or falls into period k, makes of it (specification, section 16). */
function settle(
	{ clearBelow }: DebtTerms,
	{ period: last, pays, stops }: Settlement,
	k: number,
	period: OpenPeriod
): void {
	const { owed } = period;
	const isNow = k === last;
	period.forgiven = 0;
	if (isNow) {
		const amount = 'amount' in pays ? pays.amount : roundedShare(owed, pays.percent, WHOLE);
		period.required = Math.min(amount, owed);
		period.forgiven = owed - period.required;
	} else if (stops) period.required = owed <= clearBelow ? owed : 0;
	if (!isNow && !stops) return;
	period.extra = 0;
	period.ownExtra = 0;
}

/** The largest rounding residue of fractions that counts as zero, in minor units. */
const NOISE = 1e-6;

/** The part of a payment that the balance can take: in full precision it may miss the statement by its last bits. */
export const payable = ({ owed }: OpenPeriod, amount: number): number =>
	owed - amount < NOISE ? owed : amount;

/** Closes the period that was opened last, with what is paid in it; the balance that it leaves. */
export function closePeriod(
	terms: DebtTerms,
	{ rate, account }: DebtState,
	period: OpenPeriod,
	paid: number
): number {
	if (account !== null) return closeAccount(terms, account, period, paid);
	const left = period.owed - paid - period.forgiven;
	if (terms.timing !== 'advance') return left;
	period.interest = interestOn(rate, left, days);
	return left + period.interest;
}
