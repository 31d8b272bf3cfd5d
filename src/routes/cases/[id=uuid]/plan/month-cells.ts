/** The columns of the table of every month: what all debts come to, and figures of single ones. */
import type { ShareFigure } from '$lib/exchange/plan-rows';

export const IN_ALL = ['paid', 'interest', 'principal', 'closing'] as const;
export type InAll = (typeof IN_ALL)[number];

/** The name of a debt's column, by its place in the plan. */
export const debtCell = (index: number, of: ShareFigure): string => `${index}:${of}`;

/** The debt of a column by its position, or all (null). */
export function partsOfCell(cell: string): { readonly index: number | null; readonly of: InAll } {
	const [first = '', second] = cell.split(':');
	return second === undefined
		? { index: null, of: first as InAll }
		: { index: Number(first), of: second as InAll };
}
