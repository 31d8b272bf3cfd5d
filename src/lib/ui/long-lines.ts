/** The lines of a long table: its start, then for each year its totals and, unless folded, its rows. */

/** The rows of one calendar year. */
export interface YearSpan {
	readonly year: number;
	/** Its first and its last row. */
	readonly from: number;
	readonly to: number;
}

export type LongLine<Y extends YearSpan> =
	| { readonly kind: 'start'; readonly k: number }
	| { readonly kind: 'year'; readonly totals: Y; readonly folded: boolean }
	| { readonly kind: 'row'; readonly k: number };

/** A table within one calendar year needs no totals of it. The start is a row without figures, if there is one. */
export function longLines<Y extends YearSpan>(
	years: readonly Y[],
	folded: ReadonlySet<number>,
	start: number | null
): LongLine<Y>[] {
	const lines: LongLine<Y>[] = start === null ? [] : [{ kind: 'start', k: start }];
	for (const totals of years) {
		const closed = folded.has(totals.year);
		if (years.length > 1) lines.push({ kind: 'year', totals, folded: closed });
		if (closed) continue;
		for (let k = totals.from; k <= totals.to; k += 1) lines.push({ kind: 'row', k });
	}
	return lines;
}

/** The row of a line; null where it is none: the totals of a year. */
export const rowOf = (line: LongLine<YearSpan>): number | null =>
	line.kind === 'year' ? null : line.k;

/** The line that shows row k: its own, or that of its folded year; before the first row it is the start. */
export function lineOf(lines: readonly LongLine<YearSpan>[], k: number): number {
	const found = lines.findIndex(
		(line) =>
			rowOf(line) === k ||
			(line.kind === 'year' && line.folded && line.totals.from <= k && k <= line.totals.to)
	);
	return Math.max(found, 0);
}

/** The next line from one that a key leads to; the start has no figure to be on. */
export function stepped(lines: readonly LongLine<YearSpan>[], from: number, step: number): number {
	const first = lines[0]?.kind === 'start' ? 1 : 0;
	return Math.min(Math.max(from + step, first), lines.length - 1);
}

/** The figure clicked or opened in such a table: of a row, a year, or the totals. */
export interface Clicked {
	readonly name: string;
	readonly k: number | null;
	readonly year: number | null;
}

/** A place that the keys go on from: a figure of row k, one of the year that k begins, or what folds that. */
export interface Place {
	readonly k: number;
	readonly cell: string;
	readonly on: 'row' | 'year' | 'fold';
}

/** The columns with figures, those of them that have one in the totals of a year, and where the keys begin. */
export interface Figures {
	readonly cells: readonly string[];
	readonly yearCells: readonly string[];
	readonly usual: string;
}

/** Where a step to the right (or left) leads on a line; up and down come to what folds a year. */
export function placeOn(
	line: Exclude<LongLine<YearSpan>, { kind: 'start' }>,
	right: number,
	{ cell, on }: Place,
	{ cells, yearCells, usual }: Figures
): Place {
	if (line.kind === 'row') {
		const column = Math.min(Math.max(cells.indexOf(cell) + right, 0), cells.length - 1);
		return { k: line.k, cell: cells[column] ?? usual, on: 'row' };
	}
	const at = on === 'year' ? yearCells.indexOf(cell) : -1;
	const next = right === 0 ? undefined : yearCells[Math.min(at + right, yearCells.length - 1)];
	const { from: k } = line.totals;
	return next === undefined ? { k, cell, on: 'fold' } : { k, cell: next, on: 'year' };
}

/** The row that Tab reaches: the active one, or, while that is out of view, the first in view. */
export function reachableRow(
	inView: readonly LongLine<YearSpan>[],
	active: number
): number | undefined {
	const rows = inView.flatMap((line) => (line.kind === 'row' ? [line.k] : []));
	return rows.includes(active) ? active : rows[0];
}
