/** What a household earns and needs, by the calendar (specification, section 15). */
import {
	dueDate,
	dueDatesUntil,
	endOfMonth,
	monthsBetween,
	addDays,
	type CalendarDate,
	type PaymentsPerYear
} from '../quantities/calendar';
import type { Cents } from '../quantities/money';

/** An amount that comes in or is needed so many times a year. */
export interface SheetItem {
	readonly amount: Cents;
	readonly perYear: PaymentsPerYear;
	/** The first day on which it falls; the others are counted as due dates are (section 7). */
	readonly from: CalendarDate;
	/** The last day on which it may fall; null: it goes on. */
	readonly until: CalendarDate | null;
}

export interface BudgetSheet {
	readonly income: readonly SheetItem[];
	readonly needs: readonly SheetItem[];
}

/** The days of an item that fall into a month, whose first day is given. */
export function daysIn({ from, until, perYear }: SheetItem, month: CalendarDate): CalendarDate[] {
	const end = endOfMonth(month);
	const before = dueDatesUntil(from, addDays(month, -1), perYear);
	const last = dueDatesUntil(from, until !== null && until < end ? until : end, perYear);
	const days: CalendarDate[] = [];
	for (let k = before + 1; k <= last; k += 1) days.push(dueDate(from, k, perYear));
	return days;
}

/** A month's income and needs, in minor units. */
export interface SheetMonth {
	readonly income: Cents;
	readonly needs: Cents;
}

/** Months that were worked out: a plan is followed many times under one sheet. */
const known = new WeakMap<BudgetSheet, Map<CalendarDate, SheetMonth>>();

/** What comes in and is needed in a month, whose first day is given. */
export function sheetMonth(sheet: BudgetSheet, month: CalendarDate): SheetMonth {
	const months = known.get(sheet) ?? new Map<CalendarDate, SheetMonth>();
	known.set(sheet, months);
	const there = months.get(month);
	if (there) return there;
	const sumOf = (items: readonly SheetItem[]) =>
		items.reduce((sum, item) => sum + item.amount * daysIn(item, month).length, 0) as Cents;
	const found = { income: sumOf(sheet.income), needs: sumOf(sheet.needs) };
	months.set(month, found);
	return found;
}

/** The first month of a plan, from 1, from which on every item has begun and no end lies ahead or in it. */
export function sheetSettledFrom({ income, needs }: BudgetSheet, first: CalendarDate): number {
	let settled = 1;
	for (const { from, until } of [...income, ...needs]) {
		settled = Math.max(settled, monthsBetween(first, from) + 1);
		if (until !== null) settled = Math.max(settled, monthsBetween(first, until) + 2);
	}
	return settled;
}
