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

/** A group of fields, or null: then the column `present`, which no group leaves empty, is. */
export const optional = <T extends object>(present: string, part: Part<T>): Part<T | null> => ({
	columns: part.columns,
	write: (value) => (value === null ? {} : part.write(value)),
	read: (row) => (row[present] === null ? null : part.read(row))
});

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

/** SQL: selects the columns of a part, sorted by its keys. */
export interface Wanted {
	readonly part: Pick<Part<never>, 'columns'>;
	readonly keys?: readonly string[];
	/** Of a table with large or many rows, how many are asked for at a time. */
	readonly portion?: number;
}

/** Where rows are asked for: in a transaction that there is, or in one of its own for each question. */
export type Asking = <T>(work: (statements: Statements) => Promise<T>) => Promise<T>;

/** The rows of a case in some tables, each in their order, and how many characters they are. */
export interface Rows<T extends string> {
	readonly of: Readonly<Record<T, readonly Row[]>>;
	readonly size: number;
}

/**
 * Reads the rows of a case in some tables: all with one question but for what is more than a portion. They come as text,
 * which takes a third of what a large case takes as values from one thread to another.
 */
export async function rowsOf<T extends string>(
	ask: Asking,
	caseId: string,
	tables: Readonly<Record<T, Wanted>>
): Promise<Rows<T>> {
	let size = 0;
	const found = Object.fromEntries(
		Object.keys(tables).map((table) => [table, []])
	) as unknown as Record<T, Row[]>;
	let open = Object.entries(tables) as [T, Wanted][];
	while (open.length > 0) {
		const values: unknown[] = [caseId];
		const selected = open.map(([table, wanted]) =>
			portionOf(table, wanted, found[table].at(-1), values)
		);
		const { rows } = await ask((statements) =>
			statements.query<Record<T, string>>(`select ${selected.join(', ')}`, values)
		);
		const more: typeof open = [];
		for (const [table, wanted] of open) {
			const text = rows[0]?.[table] ?? '[]';
			const read = JSON.parse(text) as Row[];
			size += text.length;
			found[table].push(...read);
			if (read.length === wanted.portion) more.push([table, wanted]);
			await othersFirst();
		}
		open = more;
	}
	return { of: found, size };
}

/** The question for some rows of a table: those after a last one, whose keys come to the values of the statement. */
function portionOf(
	table: string,
	{ part, keys = [], portion }: Wanted,
	last: Row | undefined,
	values: unknown[]
): string {
	const order = [...keys, 'position'];
	const columns = [...new Set([...order, ...selecting(part)])];
	const after = last
		? `and (${order.join(', ')}) > (${order.map((key) => `$${values.push(last[key])}`).join(', ')})`
		: '';
	return `(select coalesce(json_agg(line), '[]') from (
		select ${columns.join(', ')} from ${table} where case_id = $1 ${after}
		order by ${order.join(', ')} limit ${portion ?? 'all'}) line)::text as ${table}`;
}

/** Writes rows into a table, all in one statement. What a row does not name is null. */
export const insertRows = (
	statements: Statements,
	table: string,
	rows: readonly Row[]
): Promise<void> => putRows(statements, table, rows, () => '');

/** A table and rows of it. */
export type TableRows = readonly [table: string, rows: readonly Row[]];

/** Writes rows into several tables, those of each table in one statement, in the order in which tables are named first. */
export async function insertEach(
	statements: Statements,
	several: readonly TableRows[]
): Promise<void> {
	const tables = new Map<string, Row[]>();
	for (const [table, rows] of several) {
		const own = tables.get(table) ?? [];
		for (const row of rows) own.push(row);
		tables.set(table, own);
	}
	for (const [table, rows] of tables) await insertRows(statements, table, rows);
}

/** The same, in place of rows that have the same keys. */
export const upsertRows = (
	statements: Statements,
	table: string,
	keys: readonly string[],
	rows: readonly Row[]
): Promise<void> =>
	putRows(statements, table, rows, (names) => {
		const set = names.filter((name) => !keys.includes(name));
		return `on conflict (${keys.join(', ')}) do update set ${set.map((name) => `${name} = excluded.${name}`).join(', ')}`;
	});

async function putRows(
	statements: Statements,
	table: string,
	rows: readonly Row[],
	otherwise: (names: readonly string[]) => string
): Promise<void> {
	if (rows.length === 0) return;
	const named = [...new Set(rows.flatMap((row) => Object.keys(row)))];
	const names = named.join(', ');
	await statements.query(
		`insert into ${table} (${names}) select ${names} from jsonb_populate_recordset(null::${table}, $1)
		${otherwise(named)}`,
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
