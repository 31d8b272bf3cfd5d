/** Writing rows. Rates are written as percent, and come as ten-thousandths of it. */
import type { Transaction } from '@electric-sql/pglite';

type Row = Readonly<Record<string, unknown>>;

/** Writes a row into a table; the columns of which `isPercent` says so are rates. */
export async function insertRow(
	transaction: Transaction,
	table: string,
	row: Row,
	isPercent: (column: string) => boolean = () => false
): Promise<void> {
	const columns = Object.keys(row);
	const values = columns.map((column, index) =>
		isPercent(column) ? `$${index + 1}::numeric / 10000` : `$${index + 1}`
	);
	await transaction.query(
		`insert into ${table} (${columns.join(', ')}) values (${values.join(', ')})`,
		Object.values(row)
	);
}
