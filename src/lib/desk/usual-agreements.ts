/** What creditors usually agree to, as terms of an agreement in a plan: proposed to nobody yet. */
import { addMonths, startOfMonth } from '../core/quantities/calendar';
import { sumOf, ZERO } from '../core/quantities/money';
import type { CaseDocument } from '../document/case';
import type { ChangeEntry } from '../document/change';
import { creditorOfDebt, type CreditorNames } from '../document/creditors';
import { same } from '../document/same';
import { usualAgreement } from '../document/usual-terms';

type Concession = Extract<ChangeEntry, { kind: 'concession' }>;

/**
 * The agreement on the usual terms of its creditors, for debts that nothing was entered for or proposed to; null where
 * none are known. It begins when the last of them does, and has their fees; no monthly fee is assumed.
 */
export function withUsualAgreements(
	change: ChangeEntry,
	{ debts, asOf, currency }: Pick<CaseDocument, 'debts' | 'asOf' | 'currency'>,
	{ names, version }: { readonly names: CreditorNames; readonly version: number }
): Concession | null {
	if (change.kind !== 'concession') return null;
	const usual = change.debts.flatMap((named) => {
		const isOpen = named.reply.is === 'open' && (named.assumed || isEmpty(named));
		const debt = debts.find(({ id }) => id === named.debt);
		const creditor = debt && isOpen ? creditorOfDebt(debt, names) : null;
		const terms = debt && creditor ? usualAgreement(debt, creditor, asOf, currency) : null;
		return terms ? [{ debt: named.debt, ...terms }] : [];
	});
	if (usual.length === 0) return null;
	const after = Math.max(...usual.map((terms) => terms.after));
	const { from, setUpFee, monthlyFee, assumed } = change;
	const isFeeOpen =
		(monthlyFee.kind === 'amount' ? monthlyFee.amount : monthlyFee.percent) === null;
	const filled: Concession = {
		...change,
		from: from ?? addMonths(startOfMonth(asOf), after),
		debts: change.debts.map((named) => {
			const terms = usual.find(({ debt }) => debt === named.debt);
			if (!terms) return named;
			const { annualRate, payment } = terms;
			return { ...named, annualRate, payment, assumed: false, usual: version };
		}),
		setUpFee: setUpFee ?? sumOf(usual, ({ fee }) => fee),
		monthlyFee: isFeeOpen ? { kind: 'amount', amount: ZERO } : monthlyFee,
		assumed: isFeeOpen ? [...assumed, 'monthlyFee'] : assumed
	};
	return same(filled, change) ? null : filled;
}

const isEmpty = ({ annualRate, payment }: Concession['debts'][number]): boolean =>
	annualRate === null && payment === null;
