/** The working of figures of a debt with several balances, or with payments past due (specification, sections 13 and 14). */
import { balancesOf } from '../debt/account/account';
import { withRateOf, type BalanceRow } from '../debt/account/balance';
import { LAWFUL } from '../debt/account/policy';
import type { Formula, MoneyOperand } from '../debt/figure';
import { rateIn, rateStepsOf } from '../debt/rate-steps';
import type { PeriodRecord } from '../debt/record';
import type { DebtTerms, Known } from '../debt/terms';
import { asCarried, minus, plus, ZERO } from '../quantities/money';

/**
 * The debt at whose rate all of a period’s interest comes about, which explains it alone: one balance that neither defers nor
 * is under a penalty. Null: it is explained balance by balance.
 */
export function atOneRate(terms: DebtTerms, rows: readonly BalanceRow[], k: number): Known | null {
	const [row, ...others] = rows;
	if (row === undefined) return terms;
	const [balance] = balancesOf(terms);
	if (others.length > 0 || balance === undefined) return null;
	if (row.accruing !== null || row.deferredCharged > 0) return null;
	const own = withRateOf(terms, balance);
	return rateIn(own, rateStepsOf(own), k) === row.annual ? own : null;
}

/** The interest of each balance of a period. */
export function interestByBalance(
	terms: DebtTerms,
	rows: readonly BalanceRow[]
): Extract<Formula, { kind: 'interest by balance' }> {
	const balances = rows.map(({ id, annual, interest, deferredCharged, accruing, ...row }) => ({
		name: nameOf(terms, id),
		on: minus(plus(row.closing, row.paid), interest),
		annual,
		interest: asCarried(interest),
		deferredCharged: asCarried(deferredCharged),
		accruing: accruing === null ? null : asCarried(accruing)
	}));
	return { kind: 'interest by balance', balances: balances.filter(({ on }) => on > 0) };
}

/** A payment, and what each balance gets of it; null where the debt is one balance. */
export function allocatedPayment(
	terms: DebtTerms,
	{ minimum, balances }: Pick<PeriodRecord, 'minimum' | 'balances'>,
	rows: readonly BalanceRow[],
	parts: readonly MoneyOperand[]
): Formula | null {
	if (rows.length < 2) return null;
	const soon = balances.findIndex(({ isDueSoon, owed }) => isDueSoon && owed > 0);
	return {
		kind: 'allocated',
		parts,
		minimum: asCarried(minimum),
		orders: terms.allocation ?? LAWFUL,
		balances: rows
			.filter(({ paid }) => paid > 0)
			.map(({ id, paid }) => ({ name: nameOf(terms, id), paid: asCarried(paid) })),
		dueSoon: soon < 0 ? null : nameOf(terms, balancesOf(terms)[soon]?.id ?? '')
	};
}

/** Why more is scheduled than the payment rule says by itself; null where it is not. */
export function raisedPayment(terms: DebtTerms, record: PeriodRecord): Formula | null {
	const { atLeast } = terms;
	const { k, byRule, pastDue } = record;
	const least = atLeast && k <= atLeast.until ? atLeast.amount : ZERO;
	const isRaised = least > byRule + pastDue;
	if (pastDue === 0 && !isRaised) return null;
	return {
		kind: 'raised',
		rule: asCarried(byRule),
		pastDue: asCarried(pastDue),
		atLeast: isRaised ? least : null
	};
}

const nameOf = (terms: DebtTerms, id: string): string =>
	balancesOf(terms).find((balance) => balance.id === id)?.name ?? '';
