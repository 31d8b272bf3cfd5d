/** Where the tables of a sheet are: a sheet can have several, one below the other or side by side. */
import { shown } from './debt-cells';
import type { Field } from './debt-columns';
import { HEADINGS, meaningOf } from './heading-words';
import type { Cell, Row } from './table';

/** One table of a sheet; its rows and columns are counted from 0, an end is the first that is not its own. */
export interface TablePlace {
	/** The row of its headings; null where it has none. */
	readonly head: number | null;
	readonly end: number;
	readonly columns: readonly [from: number, end: number];
	/** The title in the row above the headings. */
	readonly title: string;
}

export const isSamePlace = (one: TablePlace, other: TablePlace): boolean =>
	one.head === other.head && one.columns[0] === other.columns[0];

/** The tables that have headings, the one of which most is known first; one without headings where none has. */
export function tablesOn(rows: readonly Row[]): readonly TablePlace[] {
	const heads = headingRows(rows);
	const found = heads.flatMap((head, at) => sideBySide(rows, head, endBefore(rows, heads[at + 1])));
	if (found.length === 0) return [tableUnder(rows, null)];
	return found.toSorted((a, b) => knownIn(rows, b) - knownIn(rows, a));
}

/** The table under a row of headings that somebody has picked; null: all rows are lines of it. */
export function tableUnder(rows: readonly Row[], head: number | null): TablePlace {
	const next = head === null ? undefined : headingRows(rows).find((row) => row > head);
	return {
		head,
		end: endBefore(rows, next),
		columns: [0, Math.max(0, ...rows.map((row) => row.length))],
		title: ''
	};
}

const KNOWN = new Set(HEADINGS.flatMap(({ words }) => words));
const isKnown = (cell: Cell | undefined): boolean => KNOWN.has(meaningOf(shown(cell)));
/** The primary meaning of a known heading. */
const fieldOf = (cell: Cell): Field | undefined =>
	HEADINGS.find(({ words }) => words.includes(meaningOf(shown(cell))))?.field;
const isBlank = (cell: Cell | undefined): boolean => shown(cell).trim() === '';

/** How many known headings make a row of headings. */
const ENOUGH = 2;

/** So far down the first heading row is looked for: titles stand above it. */
const TITLES = 30;

/** The rows of headings; of several directly below each other, as where groups stand above, the one that is best known. */
function headingRows(rows: readonly Row[]): number[] {
	const heads: { row: number; known: number }[] = [];
	rows.forEach((row, at) => {
		if (row.some(isFigure)) return;
		const known = row.filter(isKnown).length;
		if (known < ENOUGH) return;
		const last = heads.at(-1);
		if (!last && at >= TITLES) return;
		const isNext = last && rows.slice(last.row + 1, at).every((between) => between.every(isBlank));
		if (!isNext) heads.push({ row: at, known });
		else if (known > last.known) heads[heads.length - 1] = { row: at, known };
	});
	return heads.map(({ row }) => row);
}

/** Whether a cell holds a number or a day: headings hold none. */
const isFigure = (cell: Cell): boolean =>
	typeof cell === 'string' ? /^[^\p{L}]*\d/u.test(cell) : true;

/** The tables under one row of headings: several, where an empty column parts headings that repeat. */
function sideBySide(rows: readonly Row[], head: number, end: number): TablePlace[] {
	const all = rows.slice(head, end);
	const width = Math.max(0, ...all.map((row) => row.length));
	const groups: [from: number, end: number][] = [];
	let from: number | null = null;
	for (let column = 0; column <= width; column += 1) {
		const isGap = column === width || all.every((row) => isBlank(row[column]));
		if (!isGap) from ??= column;
		else if (from !== null) {
			groups.push([from, column]);
			from = null;
		}
	}
	const known = groups.filter(
		(group) => headingsIn(rows[head], group).filter(isKnown).length >= ENOUGH
	);
	const fields = known.flatMap((group) => [
		...new Set(headingsIn(rows[head], group).filter(isKnown).map(fieldOf))
	]);
	const repeat = new Set(fields).size < fields.length;
	const columns = known.length > 1 && repeat ? known : [[0, width] as const];
	return columns.map((place) => ({
		head,
		end,
		columns: place,
		title: titleAbove(rows, head, place)
	}));
}

/** Where a table ends that has another one below it: the title of that one is no line. */
const endBefore = (rows: readonly Row[], next: number | undefined): number =>
	next === undefined ? rows.length : next - (titleAbove(rows, next, WHOLE_ROW) === '' ? 0 : 1);

const WHOLE_ROW = [0, Infinity] as const;

const headingsIn = (row: Row | undefined, [from, end]: readonly [number, number]): Cell[] =>
	(row ?? []).slice(from, end);

function titleAbove(
	rows: readonly Row[],
	head: number,
	columns: readonly [number, number]
): string {
	const cells = headingsIn(rows[head - 1], columns).filter((cell) => !isBlank(cell));
	return cells.length === 1 ? shown(cells[0]).trim() : '';
}

const knownIn = (rows: readonly Row[], { head, columns }: TablePlace): number =>
	head === null ? 0 : headingsIn(rows[head], columns).filter(isKnown).length;
