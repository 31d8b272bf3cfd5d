/** One period of a debt that has an account (specification, sections 13 and 14): opened, and closed when it is known what is paid. */
import type { PeriodDays, Percent } from '../../quantities/rate';
import { minimumPayment } from '../rules/minimum';
import type { DebtTerms } from '../terms';
import { amountIn, feesIn } from '../recurring';
import type { OpenPeriod } from '../open-period';
import type { Stretch } from '../stretches';
import { NO_FLOOR, waiveWherePaid, type Account } from './account';
import { allocated } from './allocation';
import { closeBalance, openBalance, type OpenBalance } from './balance';
import { broughtUpToDate, isUnsettledBy, lateAfter, pastDueOf } from './late';

/** Charges and interest of each balance, and their sums; a creditor’s agreement that begins brings the account up to date. */
export function openAccount(
	terms: DebtTerms,
	account: Account,
	k: number,
	days: PeriodDays,
	period: OpenPeriod
): void {
	const { late } = account;
	const { paymentChanges, eased } = terms;
	if (
		paymentChanges?.some(({ from, agreed }) => agreed === true && from === k) ||
		eased?.some(({ from }) => from === k)
	) {
		account.late = broughtUpToDate(late, k);
	}
	const charged = chargesByBalance(terms, account, k);
	const floor = k >= account.late.penaltyFrom ? (terms.late?.penalty ?? NO_FLOOR) : NO_FLOOR;
	period.balances = account.balances.map((balance, at) =>
		openBalance(terms, balance, k, charged[at] ?? 0, floor, days)
	);
	period.charges = sumOf(charged);
	period.fees = feesIn(terms.charges, k) + late.fee;
	period.interest = period.balances.reduce((sum, { interest }) => sum + interest, 0);
}

/** What is charged to each: to the balance that is named, else to the first; a late fee to the first that does not defer. */
function chargesByBalance(terms: DebtTerms, { balances, late }: Account, k: number): number[] {
	const charged = balances.map(() => 0);
	const add = (at: number, amount: number) => (charged[at] = (charged[at] ?? 0) + amount);
	for (const charge of terms.charges) {
		const named = balances.findIndex(({ terms: { id } }) => id === charge.to);
		add(Math.max(named, 0), amountIn([charge], k));
	}
	const bearing = balances.findIndex(
		({ terms: { deferred } }) => k > (deferred?.until ?? -Infinity)
	);
	add(Math.max(bearing, 0), late.fee);
	return charged;
}

/** The highest rate in force of the balances that owe something; 0 where all defer. */
export const highestRate = (balances: readonly OpenBalance[]): Percent =>
	balances.reduce(
		(most, { annual, owed }) => (owed > 0 && annual > most ? annual : most),
		0
	) as Percent;

/**
 * What the creditor requires in a period, and what the payment rule schedules with what is past due. `rule` is what the rule
 * says by itself.
 */
export function requiredBy(
	terms: DebtTerms,
	{ rule: { kind }, isAgreed, eased }: Pick<Stretch, 'rule' | 'isAgreed' | 'eased'>,
	{ late }: Account,
	bearing: number,
	rule: number,
	period: OpenPeriod
): number {
	const { required } = terms;
	const alone =
		required && !isAgreed && eased === null
			? minimumPayment(
					{ ...required, kind: 'minimum', rounding: 'cent' },
					bearing,
					period.interest,
					period.fees
				)
			: rule;
	const pastDue = terms.late ? pastDueOf(late) : 0;
	const catchesUp = eased === null && (kind === 'minimum' || kind === 'frozen-minimum');
	period.pastDue = catchesUp ? pastDue : 0;
	period.minimumAlone = Math.min(alone, period.owed);
	period.minimum = Math.min(alone + pastDue, period.owed);
	return rule + period.pastDue;
}

/** Closes the period that was opened last: who gets the payment, what that leaves, and where the debt stands then. */
export function closeAccount(
	terms: DebtTerms,
	account: Account,
	period: OpenPeriod,
	paid: number
): number {
	const { balances: opened, minimum, minimumAlone } = period;
	const k = (account.periods += 1);
	const given = allocated(terms, opened, minimum, paid);
	let closing = 0;
	account.isUnsettled = false;
	account.balances.forEach((balance, at) => {
		const open = opened[at];
		if (open === undefined) throw new RangeError('a balance was not opened with its debt');
		account.deferredCharged += open.deferredCharged;
		closeBalance(balance, open, period.forgiven > 0 ? open.owed : (given[at] ?? 0));
		waiveWherePaid(account, balance);
		closing += balance.owed;
		account.isUnsettled ||= open.deferredCharged > 0 || (open.defers && balance.owed > 0);
	});
	if (terms.late) {
		const before = account.late;
		account.late = lateAfter(before, terms.late, { k, paid, closing, minimum, minimumAlone });
		account.isUnsettled ||= isUnsettledBy(before, account.late, k);
	}
	return closing;
}

const sumOf = (amounts: readonly number[]): number => amounts.reduce((sum, one) => sum + one, 0);
