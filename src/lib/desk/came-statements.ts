/** Creditors' statements that came during a visit. */
import type { CalendarDate } from '../core/quantities/calendar';
import type { Cents } from '../core/quantities/money';
import type { CaseDocument } from '../document/case';
import type { TransactionEntry } from '../document/debt';
import type { VisitEntry } from '../document/life';
import { withReading } from '../document/visits';
import { withTransactions } from '../exchange/account-debt';
import type { AccountStatement } from '../exchange/statement-ofx';

/** The case with what creditors' statements say, as of a visit: the balance a reading, the rest with the debt. */
export function withStatements(
	document: CaseDocument,
	visit: VisitEntry,
	statements: readonly CameStatement[]
): CaseDocument {
	return statements.reduce((so, { debt: id, balance, ...recordedEvents }) => {
		const taken = {
			...so,
			debts: so.debts.map((one) => (one.id === id ? withTransactions(one, recordedEvents) : one))
		};
		if (balance === null) return taken;
		const date = balance.date <= visit.date ? balance.date : visit.date;
		return withReading(taken, visit, id, { date, balance: balance.owed });
	}, document);
}

/** A statement of a debt, whatever file it came from; without a balance only what happened is known. */
export interface CameStatement {
	readonly debt: string;
	readonly transactions: readonly TransactionEntry[];
	/** The references of transactions that it deletes or replaces. */
	readonly withdrawn: readonly string[];
	readonly balance: { readonly date: CalendarDate; readonly owed: Cents } | null;
}

/** A creditor's statement of a debt. */
export const cameFor = (
	debt: string,
	{ transactions, withdrawn, asOf, owed }: AccountStatement
): CameStatement => ({ debt, transactions, withdrawn, balance: { date: asOf, owed } });
