/** What came in and was needed in single months, beside what the budget sheet plans, and what of it stays. */
import { startOfMonth, type CalendarDate } from '../core/quantities/calendar';
import { LIMITS } from '../core/quantities/limits';
import { ZERO, type Cents } from '../core/quantities/money';
import { daysIn } from '../core/plan/budget-sheet';
import { amountEachTime, itemsIn } from '../core/plan/money-months';
import type { CaseDocument } from './case';
import { EMPTY_LINE, sheetItem, type Sheet, type SheetLine } from './plan';

export type RecordedMoney = CaseDocument['recordedMoney'][number];
type Side = keyof Sheet;

/** A line of the budget sheet in a month, or an amount beside it, in minor units. */
export interface MonthLine {
	readonly side: Side;
	/** Null: it is in no line. */
	readonly line: SheetLine | null;
	readonly name: string;
	/** On how many days of the month it falls. */
	readonly days: number;
	readonly planned: Cents;
	/** Null: nobody recorded it. */
	readonly recorded: RecordedMoney | null;
}

/** The lines of a month, given by its first day: those of the sheet that fall into it, then what was recorded beside them. */
export function linesOfMonth(
	sheet: Sheet,
	recorded: readonly RecordedMoney[],
	month: CalendarDate
): MonthLine[] {
	const own = recorded.filter((one) => one.month === month);
	return (['income', 'needs'] as const).flatMap((side): MonthLine[] => [
		...itemsIn(sheet[side].map(sheetItem), month).flatMap(({ place, days, sum }) => {
			const line = sheet[side][place];
			if (!line) return [];
			// Of two windows that recorded the same line the later one counts.
			const last = own.findLast((one) => one.side === side && one.line === line.id) ?? null;
			return [{ side, line, name: line.name, days: days.length, planned: sum, recorded: last }];
		}),
		...own
			.filter((one) => one.side === side && one.line === null)
			.map((one) => ({
				side,
				line: null,
				name: one.name,
				days: 0,
				planned: ZERO,
				recorded: one
			}))
	]);
}

/** The months of which something can be recorded on a day: from the plan's first on, and always that of the day. */
export function monthsToRecord(
	firstMonth: CalendarDate,
	day: CalendarDate
): { readonly first: CalendarDate; readonly last: CalendarDate } {
	const last = startOfMonth(day);
	return { first: firstMonth < last ? firstMonth : last, last };
}

/** The case with an amount of a month in place of the one that it had; null: it was as planned. */
export function withRecordedMoney(
	document: CaseDocument,
	of: Omit<RecordedMoney, 'id' | 'amount'> & { readonly id: string; readonly amount: Cents | null }
): CaseDocument {
	const { id, amount } = of;
	const isIt = (one: RecordedMoney) =>
		one.id === id || (of.line !== null && one.line === of.line && one.month === of.month);
	const others = document.recordedMoney.filter((one) => !isIt(one));
	if (amount === null) return { ...document, recordedMoney: others };
	const recordedMoney = [...others, { ...of, amount }].slice(-LIMITS.recordedMoney);
	return { ...document, recordedMoney };
}

/** A line of the sheet as it becomes, or a new one. */
export interface LastingLine {
	readonly side: Side;
	readonly before: SheetLine | null;
	readonly after: SheetLine;
}

/** What of the months up to a day stays: the latest of each line, each time as much as it was then. */
export function lastingLines(
	{ sheet, recordedMoney }: Pick<CaseDocument, 'sheet' | 'recordedMoney'>,
	day: CalendarDate
): LastingLine[] {
	const lasting = recordedMoney
		.filter((one) => one.lasting && one.month <= startOfMonth(day))
		.sort((a, b) => (a.month < b.month ? -1 : a.month > b.month ? 1 : 0));
	return lasting.flatMap((one, at): LastingLine[] => {
		const { id, side, line, name, amount, month } = one;
		if (line === null) {
			return [{ side, before: null, after: { ...EMPTY_LINE, id, name, amount } }];
		}
		const before = sheet[side].find((item) => item.id === line);
		const isLatest = lasting.findLastIndex((other) => other.line === line) === at;
		if (!before || !isLatest) return [];
		const days = daysIn(sheetItem(before), month).length;
		return [{ side, before, after: { ...before, amount: amountEachTime(amount, days) } }];
	});
}

/** The case whose budget sheet has what stays; that is then part of it, and no longer asked about. */
export function withLastingMoney(document: CaseDocument, day: CalendarDate): CaseDocument {
	const lasting = lastingLines(document, day);
	if (lasting.length === 0) return document;
	const side = (of: Side): Sheet[Side] => {
		const lines = lasting.filter((one) => one.side === of);
		const kept = document.sheet[of].map(
			(line) => lines.find(({ before }) => before?.id === line.id)?.after ?? line
		);
		const added = lines.flatMap(({ before, after }) => (before === null ? [after] : []));
		return [...kept, ...added].slice(0, LIMITS.sheetLines);
	};
	return {
		...document,
		sheet: { income: side('income'), needs: side('needs') },
		recordedMoney: document.recordedMoney.map((one) =>
			one.lasting && one.month <= startOfMonth(day) ? { ...one, lasting: false } : one
		)
	};
}
