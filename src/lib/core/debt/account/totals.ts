/** What a debt of several balances owes in all, and at which rate. */
import { sumOf, type Cents } from '../../quantities/money';
import type { Percent } from '../../quantities/rate';

/** A balance and a rate, null where they are not known. */
interface Totals {
	readonly balance: Cents | null;
	readonly annualRate: Percent | null;
}

/** The balance and the rate of a debt with these balances: their sum and the highest; null where one is not known. */
export function totalsOf(balances: readonly Totals[]): Totals {
	const amounts = balances.flatMap(({ balance }) => (balance === null ? [] : [balance]));
	const rates = balances.flatMap(({ annualRate }) => (annualRate === null ? [] : [annualRate]));
	return {
		balance: amounts.length < balances.length ? null : sumOf(amounts, (amount) => amount),
		annualRate: rates.length < balances.length ? null : (Math.max(...rates) as Percent)
	};
}

/** Whether the balance and rate of a debt are those of its balances, where it has several. */
export function isSummed({
	balance,
	annualRate,
	balances
}: Totals & { readonly balances: readonly Totals[] }): boolean {
	if (balances.length === 0) return true;
	const totals = totalsOf(balances);
	return balance === totals.balance && annualRate === totals.annualRate;
}
