/**
 * A debt with several balances, or with terms for late payments, between two of its periods (specification, sections 13 and
 * 14). A debt that has neither has no account: one number is all that it needs.
 */
import { LARGEST_BALANCE } from '../../quantities/money';
import type { BalanceTerms, Known } from '../terms';
import { periodsBeforeFirst } from '../period-days';
import {
	balanceAtStart,
	closeBalance,
	copiedBalance,
	openBalance,
	rowsOf,
	type BalanceRow,
	type BalanceState
} from './balance';
import { lateAtStart, NOT_LATE, type LateState } from './late';

export interface Account {
	/** Periods behind it, from the first due one on. */
	periods: number;
	readonly balances: BalanceState[];
	late: LateState;
	/** Deferred interest, in minor units: charged in the end, and waived since its balance was paid off in time. */
	deferredCharged: number;
	deferredWaived: number;
	/** Whether the last period was one in which something is still to change (section 6). */
	isUnsettled: boolean;
	/** The whole periods before the first due one, each by balance. */
	readonly before: readonly (readonly BalanceRow[])[];
}

export const hasAccount = ({ balances, late }: Pick<Known, 'balances' | 'late'>): boolean =>
	balances !== undefined || late !== undefined;

/** The balances of a debt; of one that has no others it is the debt itself. */
export const balancesOf = (
	debt: Pick<Known, 'balances' | 'opening' | 'rate' | 'rateChanges'>
): readonly BalanceTerms[] =>
	debt.balances ?? [
		{
			id: '',
			opening: debt.opening,
			annual: debt.rate.annual,
			...(debt.rateChanges && { rateChanges: debt.rateChanges })
		}
	];

/** The account as period 1 begins: interest of the whole periods before it is charged (section 7). */
export function accountAtStart(terms: Known): Account | null {
	if (!hasAccount(terms)) return null;
	const before: BalanceRow[][] = [];
	const account: Account = {
		periods: 0,
		balances: balancesOf(terms).map((balance) => balanceAtStart(terms, balance)),
		late: NOT_LATE,
		deferredCharged: 0,
		deferredWaived: 0,
		isUnsettled: false,
		before
	};
	// What a change of the plan moved or closed before anything was paid is waived.
	for (const balance of account.balances) waiveWherePaid(account, balance);
	const count = terms.opening > 0 ? periodsBeforeFirst(terms) : 0;
	for (let at = 0; at < count; at += 1) before.push(passEarly(terms, account, at + 1 - count));
	if (terms.late) account.late = lateAtStart(terms.late, owedOn(account));
	return account;
}

/** One whole period before the first due one; a balance above the largest that is followed grows no further. */
function passEarly(terms: Known, account: Account, k: number): BalanceRow[] {
	const isOvergrown = owedOn(account) > LARGEST_BALANCE;
	const { balances } = account;
	const opened = balances.map((balance) => {
		const open = openBalance(terms, balance, k, 0, NO_FLOOR, null);
		return isOvergrown ? { ...open, interest: 0, accruing: 0, owed: balance.owed } : open;
	});
	balances.forEach((balance, at) => {
		const open = opened[at];
		if (open === undefined) return;
		account.deferredCharged += open.deferredCharged;
		closeBalance(balance, open, 0);
	});
	return rowsOf(balances, opened);
}

/** No rate that is charged at least. */
export const NO_FLOOR = 0;

export const owedOn = ({ balances }: Account): number =>
	balances.reduce((sum, { owed }) => sum + owed, 0);

/** The account, to go on by itself. */
export const copiedAccount = (account: Account): Account => ({
	...account,
	balances: account.balances.map(copiedBalance)
});

/** Waives what has accrued on a balance that is paid off. */
export function waiveWherePaid(account: Account, balance: BalanceState): void {
	if (balance.owed > 0) return;
	account.deferredWaived += balance.accrued;
	balance.accrued = 0;
}
