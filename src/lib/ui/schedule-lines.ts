/** The lines of a schedule: the start, then for each year its totals and, unless folded, its rows. */
import type { YearTotals } from '../core/debt/years';

export type ScheduleLine =
	| { readonly kind: 'start' }
	| { readonly kind: 'year'; readonly totals: YearTotals; readonly folded: boolean }
	| { readonly kind: 'row'; readonly k: number };

/** A schedule within one calendar year needs no totals of it. */
export function scheduleLines(
	years: readonly YearTotals[],
	folded: ReadonlySet<number>
): ScheduleLine[] {
	const lines: ScheduleLine[] = [{ kind: 'start' }];
	for (const totals of years) {
		const closed = folded.has(totals.year);
		if (years.length > 1) lines.push({ kind: 'year', totals, folded: closed });
		if (closed) continue;
		for (let k = totals.from; k <= totals.to; k += 1) lines.push({ kind: 'row', k });
	}
	return lines;
}

/** The line that shows row k: its own, or that of its folded year; 0 is the start. */
export function lineOf(lines: readonly ScheduleLine[], k: number): number {
	if (k === 0) return 0;
	const found = lines.findIndex(
		(line) =>
			(line.kind === 'row' && line.k === k) ||
			(line.kind === 'year' && line.folded && line.totals.from <= k && k <= line.totals.to)
	);
	return Math.max(found, 0);
}

/** The next line from one that a key leads to; the start has no figure to be on. */
export function stepped(lines: readonly ScheduleLine[], from: number, step: number): number {
	return Math.min(Math.max(from + step, 1), lines.length - 1);
}
