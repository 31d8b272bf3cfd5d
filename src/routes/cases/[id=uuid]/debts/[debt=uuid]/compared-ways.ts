/** The ways of paying that are beside each other, and in which order. */
import type { CalendarDate, PaymentsPerYear } from '$lib/core/quantities/calendar';
import { costPerUnit } from '$lib/core/debt/run';
import { sameWay, type Measured, type Way } from '$lib/core/debt/ways';
import type { DebtEntry } from '$lib/document/debt';
import { asksMinimum } from '$lib/words/debt';

/** As it is paid, as it asks, today's minimum where there is one, and those that were added. */
export function waysBeside(debt: DebtEntry): Way[] {
	const always: Way[] = [
		{ kind: 'paid' },
		{ kind: 'required' },
		...(asksMinimum(debt) ? [{ kind: 'held' as const }] : [])
	];
	return [...always, ...debt.compared.filter((way) => isThere(debt, way))];
}

/** Whether a way still means something: what it leaves out may have been deleted or switched off. */
export function isThere({ events }: DebtEntry, way: Way): boolean {
	return way.kind !== 'without' || events.some(({ id, off }) => id === way.event && !off);
}

/** The ways that are not beside each other yet. */
export function additions(debt: DebtEntry, ways: readonly Way[]): Way[] {
	const there = waysBeside(debt);
	return ways.filter((way) => !there.some((other) => sameWay(way, other)));
}

export const PORTIONS: readonly PaymentsPerYear[] = [52, 26, 24, 12];

export type SortColumn =
	| 'first'
	| 'payments'
	| 'paid off'
	| 'interest'
	| 'total'
	| 'cost'
	| 'sooner'
	| 'less';

export interface Sorting {
	readonly column: SortColumn;
	readonly up: boolean;
}

/** Rows sorted by a column; what has no figure there comes last, either way. */
export function sorted(rows: readonly Measured[], sorting: Sorting | null): readonly Measured[] {
	if (!sorting) return rows;
	const { column, up } = sorting;
	const order = up ? 1 : -1;
	return [...rows].sort((a, b) => {
		const [one, other] = [valueOf(a, column), valueOf(b, column)];
		if (one === null || other === null) return one === other ? 0 : one === null ? 1 : -1;
		return one < other ? -order : one > other ? order : 0;
	});
}

function valueOf({ run, against }: Measured, column: SortColumn): number | CalendarDate | null {
	if (column === 'first') return run.firstPayment;
	if (run.ending.status !== 'cleared') return null;
	switch (column) {
		case 'payments':
			return run.periods;
		case 'paid off':
			return run.ending.payoffDate;
		case 'interest':
			return run.totalInterest;
		case 'total':
			return run.totalPaid;
		case 'cost':
			return costPerUnit(run);
		case 'sooner':
			return against.kind === 'both end' ? against.monthsSooner : null;
		case 'less':
			return against.kind === 'both end' ? against.interestLess : null;
	}
}
