/** A case's debts in their tables: as they are, with what happens to them, the ways of paying that are compared, and transactions. */
import type { DebtEntry } from '../../document/debt';
import { same } from '../../document/same';
import { DEBT, HAPPENING, TRANSACTION, WAY } from './case-tables';
import { insertRows, type Row } from '../database/shapes';
import type { Statements } from '../database/statements';

export const DEBT_TABLES = {
	debt: { part: DEBT },
	happening: { part: HAPPENING, keys: ['debt_id'] },
	way: { part: WAY, keys: ['debt_id'] },
	debt_transaction: { part: TRANSACTION, keys: ['debt_id'] }
} as const;

/** The debts of a case in their order, for the document's schema to judge. */
export const debtsIn = (
	rows: Readonly<Record<keyof typeof DEBT_TABLES, readonly Row[]>>
): unknown[] =>
	rows.debt.map((row) => {
		const isOwn = ({ debt_id: id }: Row) => id === row['id'];
		const [baseline, ...compared] = rows.way.filter(isOwn).map(WAY.read);
		return {
			...(DEBT.read(row) as object),
			happenings: rows.happening.filter(isOwn).map(HAPPENING.read),
			baseline,
			compared,
			transactions: rows.debt_transaction.filter(isOwn).map(TRANSACTION.read)
		};
	});

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
	const owner = ({ id }: DebtEntry) => ({ case_id: caseId, debt_id: id });
	await insertRows(
		statements,
		'debt',
		changed.map(([position, debt]) => ({ case_id: caseId, position, ...DEBT.write(debt) }))
	);
	await insertRows(
		statements,
		'happening',
		changed.flatMap(([, debt]) =>
			debt.happenings.map((item, position) => ({
				...owner(debt),
				position,
				...HAPPENING.write(item)
			}))
		)
	);
	await insertRows(
		statements,
		'debt_transaction',
		changed.flatMap(([, debt]) =>
			debt.transactions.map((item, position) => ({
				...owner(debt),
				position,
				...TRANSACTION.write(item)
			}))
		)
	);
	// Position 0 is the baseline.
	await insertRows(
		statements,
		'way',
		changed.flatMap(([, debt]) =>
			[debt.baseline, ...debt.compared].map((way, position) => ({
				...owner(debt),
				position,
				...WAY.write(way)
			}))
		)
	);
}
