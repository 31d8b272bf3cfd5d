/** The lines of a long table: its start, then for each year its totals and, unless folded, its rows. */

/** The rows of one calendar year. */
export interface YearSpan {
	readonly year: number;
	/** Its first and its last row. */
	readonly from: number;
	readonly to: number;
}

export type LongLine<Y extends YearSpan> =
	| { readonly kind: 'start' }
	| { readonly kind: 'year'; readonly totals: Y; readonly folded: boolean }
	| { readonly kind: 'row'; readonly k: number };

/** A table within one calendar year needs no totals of it. */
export function longLines<Y extends YearSpan>(
	years: readonly Y[],
	folded: ReadonlySet<number>,
	hasStart: boolean
): LongLine<Y>[] {
	const lines: LongLine<Y>[] = hasStart ? [{ kind: 'start' }] : [];
	for (const totals of years) {
		const closed = folded.has(totals.year);
		if (years.length > 1) lines.push({ kind: 'year', totals, folded: closed });
		if (closed) continue;
		for (let k = totals.from; k <= totals.to; k += 1) lines.push({ kind: 'row', k });
	}
	return lines;
}

/** The line that shows row k: its own, or that of its folded year; 0 is the start. */
export function lineOf(lines: readonly LongLine<YearSpan>[], k: number): number {
	if (k === 0) return 0;
	const found = lines.findIndex(
		(line) =>
			(line.kind === 'row' && line.k === k) ||
			(line.kind === 'year' && line.folded && line.totals.from <= k && k <= line.totals.to)
	);
	return Math.max(found, 0);
}

/** The next line from one that a key leads to; the start has no figure to be on. */
export function stepped(lines: readonly LongLine<YearSpan>[], from: number, step: number): number {
	const first = lines[0]?.kind === 'start' ? 1 : 0;
	return Math.min(Math.max(from + step, first), lines.length - 1);
}
