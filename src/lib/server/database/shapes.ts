/**
 * How parts of a document lie in columns of a table, described once: both ways follow from the description, and a
 * field that is left out of one does not compile. Money is in minor units; rates are percent with four decimals in
 * the tables, and ten-thousandths of a percent in documents.
 */
import { othersFirst } from '../others-first';
import type { Statements } from './statements';

export type Row = Readonly<Record<string, unknown>>;

interface Column {
	readonly name: string;
	readonly as: 'plain' | 'percent' | 'date';
}

/** A part of a document and the columns that it lies in. */
export interface Part<T> {
	readonly columns: readonly Column[];
	/** The columns of a value; what it has none for is not named, and null in the table. */
	write(value: T): Row;
	/** The value of a row, for the document's schema to judge. */
	read(row: Row): unknown;
}

type Parts<T> = { readonly [K in keyof T]-?: Part<T[K]> };

/** A value in a column of its own. */
export const column = <T>(name: string): Part<T> => ({
	columns: [{ name, as: 'plain' }],
	write: (value) => ({ [name]: value }),
	read: (row) => row[name]
});

export const date = <T>(name: string): Part<T> => ({
	...column<T>(name),
	columns: [{ name, as: 'date' }]
});

/** A rate, or a percentage. */
export const percent = <T extends number | null>(name: string): Part<T> => ({
	columns: [{ name, as: 'percent' }],
	write: (value) => ({ [name]: value === null ? null : (value / 10_000).toFixed(4) }),
	read: (row) => row[name]
});

/** A group of fields, side by side in the same row. */
export function fields<T extends object>(parts: Parts<T>): Part<T> {
	const named = Object.entries(parts) as [keyof T & string, Part<unknown>][];
	return {
		columns: named.flatMap(([, part]) => part.columns),
		write: (value) =>
			Object.assign({}, ...named.map(([name, part]) => part.write(value[name]))) as Row,
		read: (row) => Object.fromEntries(named.map(([name, part]) => [name, part.read(row)]))
	};
}

type Variants<T, Tag extends keyof T> = {
	readonly [K in T[Tag] & string]: Parts<Omit<Extract<T, Readonly<Record<Tag, K>>>, Tag>>;
};

/** One of several groups of fields; which one says `tag`, in the column `where`. */
export function variants<T extends object, Tag extends keyof T & string>(
	tag: Tag,
	where: string,
	kinds: Variants<T, Tag>
): Part<T> {
	const parts = new Map<unknown, Part<object>>(
		Object.entries(kinds).map(([kind, of]) => [kind, fields(of as Parts<object>)])
	);
	const own: Part<unknown> = column(where);
	const byName = new Map<string, Column>();
	for (const part of [own, ...parts.values()]) {
		for (const one of part.columns) byName.set(one.name, one);
	}
	return {
		columns: [...byName.values()],
		write: (value) => ({ ...own.write(value[tag]), ...parts.get(value[tag])?.write(value) }),
		read: (row) => {
			const kind = row[where];
			return { [tag]: kind, ...(parts.get(kind)?.read(row) as object | undefined) };
		}
	};
}

/** The columns of a part, to be selected as documents have them. */
export const selecting = ({ columns }: Pick<Part<never>, 'columns'>): string[] =>
	columns.map(({ name, as }) =>
		as === 'percent' ? `(${name} * 10000)::int as ${name}` : as === 'date' ? `${name}::text` : name
	);

/** What is read of a table that has rows of cases: the columns of a part, after keys by which the rows are sorted first. */
export interface Wanted {
	readonly part: Pick<Part<never>, 'columns'>;
	readonly keys?: readonly string[];
}

/**
 * The rows of a case in some tables, each in their order; asked for at once. They come as text, which takes a third of what
 * a large case takes as values from one thread to another.
 */
export async function rowsOf<T extends string>(
	statements: Statements,
	caseId: string,
	tables: Readonly<Record<T, Wanted>>
): Promise<Readonly<Record<T, readonly Row[]>>> {
	const selected = Object.entries<Wanted>(tables).map(([table, { part, keys = [] }]) => {
		const columns = [...new Set([...keys, ...selecting(part)])];
		return `(select coalesce(json_agg(line), '[]') from (
			select ${columns.join(', ')} from ${table} where case_id = $1
			order by ${[...keys, 'position'].join(', ')}) line)::text as ${table}`;
	});
	const { rows } = await statements.query<Record<T, string>>(`select ${selected.join(', ')}`, [
		caseId
	]);
	const [found] = rows;
	if (!found) throw new Error('a query without a row');
	const read: [string, unknown][] = [];
	for (const [table, text] of Object.entries<string>(found)) {
		read.push([table, JSON.parse(text)]);
		await othersFirst();
	}
	return Object.fromEntries(read) as Record<T, readonly Row[]>;
}

/** Writes rows into a table, all in one statement. What a row does not name is null. */
export async function insertRows(
	statements: Statements,
	table: string,
	rows: readonly Row[]
): Promise<void> {
	if (rows.length === 0) return;
	const names = [...new Set(rows.flatMap((row) => Object.keys(row)))].join(', ');
	await statements.query(
		`insert into ${table} (${names}) select ${names} from jsonb_populate_recordset(null::${table}, $1)`,
		[JSON.stringify(rows)]
	);
}

/** Writes what a row names into the row of an identifier. */
export async function updateRow(
	statements: Statements,
	table: string,
	id: string,
	row: Row
): Promise<void> {
	const names = Object.keys(row).join(', ');
	await statements.query(
		`update ${table} set (${names}) =
			(select ${names} from jsonb_populate_record(null::${table}, $2)) where id = $1`,
		[id, JSON.stringify(row)]
	);
}
