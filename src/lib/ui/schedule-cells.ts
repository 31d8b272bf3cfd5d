/** The columns of a schedule that hold figures, and where its keys lead. */
import type { RowFigure, YearFigure } from '../core/debt/figure';
import type { DebtTerms } from '../core/debt/terms';
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

/**
 * Purchases, fees and extras have columns only where there are any; where each balance has one, what follows from
 * others has none.
 */
export function cellsOf(run: Run, { names }: BalanceColumns): readonly Cell[] {
	const charges = run.totalCharges > 0;
	const extras = totalExtra(run) > 0;
	const isWide = names.length === 0;
	return [
		...(isWide ? ['opening' as const] : []),
		...(charges ? ['charges' as const] : []),
		'interest',
		'paid',
		...(extras ? ['extra' as const] : []),
		...(isWide ? ['principal' as const] : []),
		'closing',
		...(isWide ? ['interestSoFar' as const] : [])
	];
}

/** The balances of a debt that has several, and whether interest on one of them is deferred. */
export interface BalanceColumns {
	readonly names: readonly { readonly id: string; readonly name: string }[];
	readonly defers: boolean;
}

export const balanceColumns = ({ balances = [] }: Pick<DebtTerms, 'balances'>): BalanceColumns => ({
	names: balances.length < 2 ? [] : balances.map(({ id, name = '' }) => ({ id, name })),
	defers: balances.some(({ deferred }) => deferred !== undefined)
});

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
