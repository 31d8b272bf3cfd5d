/** The columns of a schedule that hold figures, and where its keys lead. */
import type { RowFigure, YearFigure } from '../core/debt/figure';
import { totalExtra, type Run } from '../core/debt/run';
import { t } from '../words/labels/common';

export type Cell =
	| Extract<
			RowFigure['name'],
			'opening' | 'charges' | 'interest' | 'paid' | 'extra' | 'principal' | 'closing'
	  >
	| 'interestSoFar';

export const CELL_HEADS: Readonly<Record<Cell, string>> = {
	opening: t('Opening'),
	charges: t('Purchases, fees'),
	interest: t('Interest'),
	paid: t('Payment'),
	extra: t('Extra'),
	principal: t('Principal'),
	closing: t('Closing'),
	interestSoFar: t('Interest so far')
};

/** Purchases, fees and extras have columns only where there are any. */
export function cellsOf(run: Run): readonly Cell[] {
	const charges = run.totalCharges > 0;
	const extras = totalExtra(run) > 0;
	return [
		'opening',
		...(charges ? ['charges' as const] : []),
		'interest',
		'paid',
		...(extras ? ['extra' as const] : []),
		'principal',
		'closing',
		'interestSoFar'
	];
}

/** Whether the totals of a year have a figure in a column. */
export const isYearCell = (cell: Cell): cell is YearFigure['name'] =>
	cell !== 'opening' && cell !== 'interestSoFar';

/** How many lines and columns a key moves by. */
export function keySteps(key: string): { readonly down: number; readonly right: number } {
	const down = { ArrowDown: 1, ArrowUp: -1, PageDown: 8, PageUp: -8, Home: -1e6, End: 1e6 };
	const right = { ArrowRight: 1, ArrowLeft: -1 };
	return {
		down: down[key as keyof typeof down] ?? 0,
		right: right[key as keyof typeof right] ?? 0
	};
}
