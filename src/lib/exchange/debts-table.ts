/** A table of debts as somebody made it, read: which column means what, how its numbers and dates are written, each line. */
import type { CalendarDate } from '../core/quantities/calendar';
import { currencyOf } from '../reading/currencies';
import { readDate } from '../reading/dates';
import { PLACES } from '../reading/written';
import type { Writing } from '../reading/writing';
import { percent, WHOLE } from '../core/quantities/rate';
import { USUAL_STYLE, type DateOrder, type NumberStyle, type Style } from '../messages/style';
import { refuse } from './bytes';
import { isShare, readCell, shown, type How } from './debt-cells';
import { COLUMNS, type Column, type Field, type Flat } from './debt-columns';
import { HEADINGS, isTotal, meaningOf } from './heading-words';
import type { Cell, Row } from './table';
import type { TakenLine, Unread } from './taken-line';
import { withBalanceRows, withSumChecked } from './table-balances';
import { isSamePlace, tablesOn, tableUnder, type TablePlace } from './tables-on-sheet';
import { datesOf, numbersOf, plainNumber, SLASHED, type DetectedStyle } from './written-style';

/** A table of debts as it was understood. */
export interface TakenTable {
	/** The heading of each column (may be empty), and the field it was read as (null: none). */
	readonly headings: readonly string[];
	readonly fields: readonly (Field | null)[];
	readonly numbers: DetectedStyle<NumberStyle>;
	readonly dates: DetectedStyle<DateOrder>;
	/** Whether rates were written as parts of one: 0.2249 is 22.49 %. */
	readonly areShares: boolean;
	readonly lines: readonly TakenLine[];
	/** Lines with sums of others, which are left out. */
	readonly totals: number;
	/** Two columns of one meaning, of which neither is taken before it is said which. */
	readonly twins: { readonly field: Field; readonly columns: readonly [number, number] } | null;
	/** Where it stands on its sheet, and the other tables there. */
	readonly place: TablePlace;
	readonly others: readonly TablePlace[];
	/** Its rows below the headings, cut to its columns. */
	readonly body: readonly Row[];
}

export interface Reader {
	/** Where it comes from, for refusals. */
	readonly name: string;
	readonly writing: Writing;
	readonly asOf: CalendarDate;
	/** The counselor's corrections. */
	readonly fields?: readonly (Field | null)[] | undefined;
	readonly style?: Partial<Style> | undefined;
	/** Which of its sheet's tables it is; the one of which most is known. */
	readonly place?: TablePlace | undefined;
}

export function takenTable(rows: readonly Row[], reader: Reader): TakenTable {
	const { writing, asOf } = reader;
	const tables = tablesOn(rows);
	const place = reader.place ?? tables[0] ?? tableUnder(rows, null);
	const { head, end, columns } = place;
	const cut = (row: Row | undefined): Row => (row ?? []).slice(...columns);
	const body = rows.slice(head === null ? 0 : head + 1, end).map(cut);
	const width = columns[1] - columns[0];
	const headings = Array.from({ length: width }, (_, at) =>
		head === null ? '' : shown(cut(rows[head])[at]).trim()
	);
	const isOwn = OWN.some((heading) => headings.includes(heading));
	const filled = body
		.map((row, at) => ({ row, number: at + 1 + (head === null ? 0 : head + 1) }))
		.filter(({ row }) => row.some((cell) => shown(cell).trim() !== ''));
	const below = headings.includes(OF_WORKBOOK) ? beforeSums(filled, headings) : filled;
	const said =
		head === null
			? { fields: guessedFields(below, width, reader), twins: null }
			: fieldsOf(headings, reader);
	const fields = reader.fields ?? said.fields;
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
	const rates = headings.flatMap((heading, at) => (heading === LATER_RATE ? [at] : []));
	const read = table.rows.map((one) => takenLine(one, table.columns, how, rates));
	const debts = isOwn ? read : withoutSum(read);
	const lines = isOwn
		? debts.map((line) => withSumChecked(line, how.writing))
		: withBalanceRows(debts, how.writing);
	return {
		headings,
		fields,
		numbers,
		dates,
		areShares,
		lines,
		totals: below.length - debts.length,
		twins: reader.fields ? null : said.twins,
		place,
		others: tables.filter((other) => !isSamePlace(other, place)),
		body
	};
}

/** The heading by which the terms of a workbook that this program wrote are known. */
export const OF_WORKBOOK = 'Place in line';

/** Headings by which any table that this program wrote is known. */
const OWN = ['Minimum rule', OF_WORKBOOK];

/** The debts of a workbook: what it adds up stands below them, in lines that have no letter. */
function beforeSums(rows: readonly NumberedRow[], headings: readonly string[]): NumberedRow[] {
	const name = headings.indexOf('Debt');
	const end = rows.findIndex(
		({ row }) => shown(row[0]).trim() === '' || shown(row[name]).trim() === ''
	);
	return rows.slice(0, end < 0 ? rows.length : end);
}

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

const surely = <T>(is: T): DetectedStyle<T> => ({ is, how: 'one' });

function numbersIn(table: Table, { writing, style }: Reader): DetectedStyle<NumberStyle> {
	if (style?.numbers) return surely(style.numbers);
	const written = (of: Column['kind']['of'], places: number) =>
		cellsIn(table, ({ kind }) => kind.of === of)
			.filter((cell) => typeof cell === 'string')
			.map((cell) => ({ text: cell, places }));
	const cells = [...written('money', writing.currency.digits), ...written('percent', PLACES)];
	return numbersOf(cells, (writing.style ?? USUAL_STYLE).numbers);
}

function datesIn(table: Table, { writing, style }: Reader): DetectedStyle<DateOrder> {
	if (style?.dates) return surely(style.dates);
	const written = cellsIn(table, ({ kind }) => kind.of === 'first due' || kind.of === 'day');
	const cells = written.filter((cell) => typeof cell === 'string');
	return datesOf(cells, (writing.style ?? USUAL_STYLE).dates);
}

/** The field of each column by its heading; two columns with one meaning are refused. */
function fieldsOf(
	headings: readonly string[],
	{ name, writing }: Reader
): { fields: (Field | null)[]; twins: TakenTable['twins'] } {
	refuseOtherCurrency(headings, name, writing);
	const fields = headings.map((): Field | null => null);
	const said = headings.map(meaningOf);
	for (const { field, words } of HEADINGS) {
		const places = words.flatMap((word) =>
			said.flatMap((heading, at) => (heading === word && fields[at] === null ? [at] : []))
		);
		const [at] = places;
		if (at !== undefined) fields[at] = field;
	}
	for (const [at, heading] of said.entries()) {
		if (heading === '' || fields[at] !== null) continue;
		const twin = HEADINGS.find(({ words }) => words.includes(heading));
		const other = twin ? fields.indexOf(twin.field) : -1;
		if (!twin || other < 0) continue;
		const neither = fields.map((field) => (field === twin.field ? null : field));
		return {
			fields: neither,
			twins: { field: twin.field, columns: [Math.min(other, at), Math.max(other, at)] }
		};
	}
	return { fields, twins: null };
}

/** Amounts of another currency than the case's are not taken for its own. */
function refuseOtherCurrency(headings: readonly string[], name: string, writing: Writing): void {
	const { code: own } = writing.currency;
	for (const heading of headings) {
		const [, code = ''] = /\(([A-Z]{3})\)$/.exec(heading) ?? [];
		if (code !== own && currencyOf(code))
			refuse(writing, 'other currency', { name, heading, code, own });
	}
}

/** The field of each column by its cells, where there are no headings. */
function guessedFields(
	rows: readonly NumberedRow[],
	width: number,
	reader: Reader
): (Field | null)[] {
	const free: Field[] = ['name', 'creditor', 'note'];
	const amounts: Field[] = ['balance', 'annualRate', 'amount', 'limit'];
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
			return take('annualRate', amounts) ?? take('amount', amounts);
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

/** Without the lines that people call a total. */
const withoutTotals = (rows: readonly NumberedRow[]): NumberedRow[] =>
	rows.filter(({ row }) => !row.some((cell) => isTotal(shown(cell))));

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

/** Above a rate that comes later, in a workbook of ours; the payment from which it is charged stands before it. */
export const LATER_RATE = 'Rate then';

const laterRatesIn = (row: Row, columns: readonly number[]) =>
	columns.flatMap((at) => {
		const [from, annual] = [row[at - 1], row[at]].map((cell) =>
			typeof cell === 'object' && 'number' in cell ? cell.number : null
		);
		if (typeof from !== 'number' || typeof annual !== 'number' || from < 2) return [];
		return [{ from, annual: percent(Math.round(annual * WHOLE)) }];
	});

function takenLine(
	{ row, number }: NumberedRow,
	columns: readonly (Column | null)[],
	how: How,
	rates: readonly number[]
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
	if (rates.length > 0) flat.laterRates = laterRatesIn(row, rates);
	return { row: number, flat, unread };
}
