/** Writing rows. Rates are written as percent, and come as ten-thousandths of it. */
import type { Statements } from './statements';

type Row = Readonly<Record<string, unknown>>;

/**
 * Writes rows into a table, all in one statement; the columns of which `isPercent` says so are rates. What a
 * row does not name is null.
 */
export async function insertRows(
	statements: Statements,
	table: string,
	rows: readonly Row[],
	isPercent: (column: string) => boolean = () => false
): Promise<void> {
	if (rows.length === 0) return;
	const columns = [...new Set(rows.flatMap((row) => Object.keys(row)))];
	const written = rows.map((row) =>
		Object.fromEntries(
			Object.entries(row).map(([column, value]) => [
				column,
				isPercent(column) && typeof value === 'number' ? (value / 10_000).toFixed(4) : value
			])
		)
	);
	const names = columns.join(', ');
	await statements.query(
		`insert into ${table} (${names}) select ${names} from jsonb_populate_recordset(null::${table}, $1)`,
		[JSON.stringify(written)]
	);
}
