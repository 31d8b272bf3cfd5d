/** A table of debts as somebody made it, read: which column means what, how its numbers and dates are written, each line. */
import type { CalendarDate } from '../core/quantities/calendar';
import { readDate } from '../reading/dates';
import { PLACES } from '../reading/written';
import type { Writing } from '../reading/writing';
import { USUAL_STYLE, type DateOrder, type NumberStyle, type Style } from '../words/style';
import { refuse } from './bytes';
import { isShare, readCell, shown, type How } from './debt-cells';
import { COLUMNS, type Column, type Field, type Flat } from './debt-columns';
import type { Cell, Row } from './table';
import { datesOf, numbersOf, plainNumber, SLASHED, type Found } from './written-style';

/** A cell that could not be read: what stands there, and why. */
export interface Unread {
	readonly field: Field;
	readonly typed: string;
	readonly problem: string;
}

export interface TakenLine {
	/** The row of the table, counted from 1. */
	readonly row: number;
	readonly flat: Flat;
	readonly unread: readonly Unread[];
}

/** A table of debts as it was understood. */
export interface TakenTable {
	/** What stands above each column, empty where nothing does; and what it was taken as, null being nothing. */
	readonly headings: readonly string[];
	readonly fields: readonly (Field | null)[];
	readonly numbers: Found<NumberStyle>;
	readonly dates: Found<DateOrder>;
	/** Whether rates were written as parts of one: 0.2249 is 22.49 %. */
	readonly areShares: boolean;
	readonly lines: readonly TakenLine[];
	/** Lines with sums of others, which are left out. */
	readonly totals: number;
}

export interface Reader {
	/** Where it comes from, for refusals. */
	readonly name: string;
	readonly writing: Writing;
	readonly asOf: CalendarDate;
	/** What the counselor has said of it. */
	readonly fields?: readonly (Field | null)[] | undefined;
	readonly style?: Partial<Style> | undefined;
}

export function takenTable(rows: readonly Row[], reader: Reader): TakenTable {
	const { writing, asOf } = reader;
	const head = headingsAt(rows);
	const below = rows
		.map((row, at) => ({ row, number: at + 1 }))
		.slice(head === null ? 0 : head + 1)
		.filter(({ row }) => row.some((cell) => shown(cell).trim() !== ''));
	const width = Math.max(0, ...rows.map((row) => row.length));
	const headings = Array.from({ length: width }, (_, at) =>
		head === null ? '' : shown(rows[head]?.[at]).trim()
	);
	const fields =
		reader.fields ??
		(head === null ? guessedFields(below, width, reader) : fieldsOf(headings, reader));
	const isOwn = headings.includes(OWN);
	const table = {
		rows: isOwn ? below : withoutTotals(below),
		columns: fields.map((field) => COLUMNS.find((one) => one.field === field) ?? null)
	};
	const numbers = isOwn ? surely('point' as const) : numbersIn(table, reader);
	const dates = datesIn(table, reader);
	const areShares =
		!isOwn &&
		allShares(
			cellsIn(table, ({ field }) => field === 'annualRate'),
			numbers.is
		);
	const how = {
		writing: { ...writing, style: { numbers: numbers.is, dates: dates.is } },
		asOf,
		areShares
	};
	const read = table.rows.map((one) => takenLine(one, table.columns, how));
	const lines = isOwn ? read : withoutSum(read);
	return {
		headings,
		fields,
		numbers,
		dates,
		areShares,
		lines,
		totals: below.length - lines.length
	};
}

/** The heading by which a table that this program wrote is known. */
const OWN = 'Minimum rule';

interface NumberedRow {
	readonly row: Row;
	readonly number: number;
}

interface Table {
	readonly rows: readonly NumberedRow[];
	readonly columns: readonly (Column | null)[];
}

/** The cells of some columns. */
const cellsIn = ({ rows, columns }: Table, among: (column: Column) => boolean): Cell[] =>
	columns.flatMap((column, at) =>
		column && among(column) ? rows.flatMap(({ row }) => row[at] ?? []) : []
	);

const surely = <T>(is: T): Found<T> => ({ is, how: 'one' });

function numbersIn(table: Table, { writing, style }: Reader): Found<NumberStyle> {
	if (style?.numbers) return surely(style.numbers);
	const written = (of: Column['kind']['of'], places: number) =>
		cellsIn(table, ({ kind }) => kind.of === of)
			.filter((cell) => typeof cell === 'string')
			.map((cell) => ({ text: cell, places }));
	const cells = [...written('money', writing.currency.digits), ...written('percent', PLACES)];
	return numbersOf(cells, (writing.style ?? USUAL_STYLE).numbers);
}

function datesIn(table: Table, { writing, style }: Reader): Found<DateOrder> {
	if (style?.dates) return surely(style.dates);
	const written = cellsIn(table, ({ kind }) => kind.of === 'first due' || kind.of === 'day');
	const cells = written.filter((cell) => typeof cell === 'string');
	return datesOf(cells, (writing.style ?? USUAL_STYLE).dates);
}

/** A heading without signs and what is in brackets: `Min. payment (USD)` is `min payment`. */
const meaning = (heading: string): string =>
	heading
		.toLowerCase()
		.replace(/\(.*?\)/g, ' ')
		.replace(/[^\p{L}\p{N}]+/gu, ' ')
		.trim();

const KNOWN = new Set(COLUMNS.flatMap(({ known }) => known));

/** So far down a heading row is looked for: titles stand above it. */
const TITLES = 30;

/** The row in which most headings are known, two at least; null where there is none. */
function headingsAt(rows: readonly Row[]): number | null {
	let [best, most] = [-1, 1];
	rows.slice(0, TITLES).forEach((row, at) => {
		const known = row.filter((cell) => KNOWN.has(meaning(shown(cell)))).length;
		if (known > most) [best, most] = [at, known];
	});
	return best < 0 ? null : best;
}

/** What each column is by its heading; each meaning is there once. */
function fieldsOf(headings: readonly string[], { name, writing }: Reader): (Field | null)[] {
	const fields = headings.map((): Field | null => null);
	const said = headings.map(meaning);
	for (const { field, known } of COLUMNS) {
		const places = known.flatMap((word) =>
			said.flatMap((heading, at) => (heading === word && fields[at] === null ? [at] : []))
		);
		const [at] = places;
		if (at !== undefined) fields[at] = field;
	}
	said.forEach((heading, at) => {
		if (heading === '' || fields[at] !== null) return;
		const twin = COLUMNS.find(({ known }) => known.includes(heading));
		const other = twin && headings[fields.indexOf(twin.field)];
		if (other) refuse(writing, 'same meaning', { name, one: other, other: headings[at] ?? '' });
	});
	return fields;
}

/** What each column is by what stands in it, where nothing stands above. */
function guessedFields(
	rows: readonly NumberedRow[],
	width: number,
	reader: Reader
): (Field | null)[] {
	const free: Field[] = ['name', 'creditor', 'note'];
	const amounts: Field[] = ['balance', 'annualRate', 'minimum', 'limit'];
	const take = (field: Field, from: Field[]): Field | null => {
		const at = from.indexOf(field);
		return at < 0 ? null : (from.splice(at, 1)[0] ?? null);
	};
	return Array.from({ length: width }, (_, column) => {
		const cells = rows.flatMap(({ row }) => {
			const cell = row[column];
			return cell === undefined || shown(cell).trim() === '' ? [] : [cell];
		});
		const most = (test: (cell: Cell) => boolean) =>
			cells.length > 0 && cells.filter(test).length * 2 > cells.length;
		if (most((cell) => typeof cell === 'object' && 'day' in cell)) return 'firstDue';
		if (most((cell) => isShare(cell)))
			return take('annualRate', amounts) ?? take('minimum', amounts);
		if (most((cell) => typeof cell === 'string' && isDay(cell, reader))) return 'firstDue';
		if (most((cell) => typeof cell === 'object' || /^[^\p{L}]*\d[^\p{L}]*$/u.test(cell))) {
			// What is owed and asked is known by then: small whole numbers are days.
			if (amounts[0] === 'limit' && most(isMonthDay)) return 'firstDue';
			return amounts.shift() ?? null;
		}
		return free.shift() ?? null;
	});
}

/** Whether a text is a day by itself: a number alone could be anything. */
const isDay = (cell: string, { writing, asOf }: Reader): boolean =>
	/\d\D|\D\d/.test(cell.trim()) &&
	(SLASHED.test(cell.trim()) || readDate(cell, asOf, { language: writing.language }).ok);

/** A day of the month. */
const isMonthDay = (cell: Cell): boolean => {
	const day = Number(shown(cell));
	return Number.isInteger(day) && day >= 1 && day <= 31;
};

const TOTAL =
	/^\W*(grand |sub|sub-)?(total|totals|sum)( of)?( all)?( owed| debt| debts| balance)?\W*$/i;

/** Without the lines that people call a total. */
const withoutTotals = (rows: readonly NumberedRow[]): NumberedRow[] =>
	rows.filter(({ row }) => !row.some((cell) => TOTAL.test(shown(cell))));

/** Without a last line that has no name and what all others come to. */
function withoutSum(lines: readonly TakenLine[]): readonly TakenLine[] {
	const [last, others] = [lines.at(-1), lines.slice(0, -1)];
	if (!last || others.length < 2 || last.flat.name !== undefined) return lines;
	const sum = others.reduce((total, { flat }) => total + (flat.balance ?? 0), 0);
	return last.flat.balance === sum ? others : lines;
}

/** Whether rates stand there as parts of one: none of them has its sign, and none reaches one. */
function allShares(cells: readonly Cell[], numbers: NumberStyle): boolean {
	const values = cells.flatMap((cell) => {
		if (shown(cell).trim() === '') return [];
		if (typeof cell === 'string') {
			return [/%/.test(cell) ? 100 : Number(plainNumber(cell, numbers) ?? 100)];
		}
		return 'number' in cell ? [cell.isShare ? 100 : cell.number] : [100];
	});
	return values.some((value) => value > 0) && values.every((value) => value < 1);
}

function takenLine(
	{ row, number }: NumberedRow,
	columns: readonly (Column | null)[],
	how: How
): TakenLine {
	const flat: Flat = {};
	const unread: Unread[] = [];
	columns.forEach((column, at) => {
		const cell = row[at];
		if (!column || cell === undefined || shown(cell).trim() === '') return;
		// A debt is first due after the day of its balance, where that is said before.
		const reading = readCell(cell, column, { ...how, asOf: flat.balanceOn ?? how.asOf });
		if (reading.ok) Object.assign(flat, reading.value);
		else {
			const problem = `${reading.problem} ${reading.allowed}`;
			unread.push({ field: column.field, typed: shown(cell).trim(), problem });
		}
	});
	return { row: number, flat, unread };
}
