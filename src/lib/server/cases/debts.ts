/** A case's debts in their tables: as they are, with what happens to them, the ways of paying that are compared, and transactions. */
import type { DebtEntry } from '../../document/debt';
import { same } from '../../document/same';
import { BALANCE, DEBT, EVENT, TRANSACTION, WAY } from './case-tables';
import { insertEach, type Row, type TableRows } from '../database/shapes';
import type { Statements } from '../database/statements';

export const DEBT_TABLES = {
	debt: { part: DEBT },
	debt_balance: { part: BALANCE, keys: ['debt_id'] },
	debt_event: { part: EVENT, keys: ['debt_id'], portion: 2_000 },
	way: { part: WAY, keys: ['debt_id'] },
	debt_transaction: { part: TRANSACTION, keys: ['debt_id'], portion: 2_000 }
} as const;

/** The debts of a case in their order, for the document's schema to judge. */
export const debtsIn = (
	rows: Readonly<Record<keyof typeof DEBT_TABLES, readonly Row[]>>
): unknown[] => {
	const [balances, ways, events, transactions] = [
		byDebt(rows.debt_balance),
		byDebt(rows.way),
		byDebt(rows.debt_event),
		byDebt(rows.debt_transaction)
	];
	return rows.debt.map((row) => {
		const [baseline, ...compared] = ways(row).map(WAY.read);
		return {
			...(DEBT.read(row) as object),
			balances: balances(row).map(BALANCE.read),
			events: events(row).map(EVENT.read),
			baseline,
			compared,
			transactions: transactions(row).map(TRANSACTION.read)
		};
	});
};

/** The rows that belong to the row of a debt, among those of all. */
function byDebt(rows: readonly Row[]): (debt: Row) => readonly Row[] {
	const found = new Map<unknown, Row[]>();
	for (const row of rows) {
		const own = found.get(row['debt_id']);
		if (own) own.push(row);
		else found.set(row['debt_id'], [row]);
	}
	return ({ id }) => found.get(id) ?? [];
}

/** Writes the debts of a case in place of those that were there; what is the same already is left alone. */
export async function replaceDebts(
	statements: Statements,
	caseId: string,
	debts: readonly DebtEntry[],
	before: readonly DebtEntry[]
): Promise<void> {
	const isKept = (position: number) => same(debts[position], before[position]);
	const gone = before.filter((_, position) => !isKept(position));
	if (gone.length > 0) {
		await statements.query('delete from debt where case_id = $1 and id = any($2)', [
			caseId,
			gone.map(({ id }) => id)
		]);
	}
	const changed = [...debts.entries()].filter(([position]) => !isKept(position));
	await insertEach(statements, debtRows(caseId, changed));
}

/** The rows of debts by table, each table before those that refer to it. */
export function debtRows(
	caseId: string,
	debts: readonly (readonly [position: number, debt: DebtEntry])[]
): TableRows[] {
	const ofEach = (rows: (debt: DebtEntry) => readonly object[]): Row[] =>
		debts.flatMap(([, debt]) =>
			rows(debt).map((row, position) => ({ case_id: caseId, debt_id: debt.id, position, ...row }))
		);
	return [
		['debt', debts.map(([position, debt]) => ({ case_id: caseId, position, ...DEBT.write(debt) }))],
		['debt_balance', ofEach(({ balances }) => balances.map(BALANCE.write))],
		['debt_event', ofEach(({ events }) => events.map(EVENT.write))],
		['debt_transaction', ofEach(({ transactions }) => transactions.map(TRANSACTION.write))],
		// Position 0 is the baseline.
		['way', ofEach(({ baseline, compared }) => [baseline, ...compared].map(WAY.write))]
	];
}
