/** Lines of a budget sheet from pasted rows: a name, an amount, how often and a day, in any order of columns. */
import type { CalendarDate, PaymentsPerYear } from '../core/quantities/calendar';
import { readDayNear } from '../document/days';
import { EMPTY_LINE, type SheetLine } from '../document/plan';
import { readMoney } from '../reading/money';
import { readName } from '../reading/names';
import type { Writing } from '../reading/writing';
import { v4 as newId } from 'uuid';
import { shown } from './debt-cells';
import { rowsOfText, type Row } from './table';

/** Rows that were read, and the texts of those that say no amount, which headings don't. */
export interface BudgetRows {
	readonly lines: readonly SheetLine[];
	readonly unread: readonly string[];
}

/** How often something occurs that is called so; null: it says no frequency. */
export type FrequencyCalled = (words: string) => PaymentsPerYear | null;

/**
 * Reads rows as copied from a sheet. A row without an amount, or with something that is none of these, is not read.
 * @throws Refusal where there are too many rows, columns or cells
 */
export function budgetRows(
	written: string,
	asOf: CalendarDate,
	frequencyCalled: FrequencyCalled,
	writing: Writing
): BudgetRows {
	const lines: SheetLine[] = [];
	const unread: string[] = [];
	for (const row of rowsOfText(written, '', writing)) {
		const line = lineOf(row, asOf, frequencyCalled, writing);
		if (line) lines.push(line);
		else if (row.some((cell) => shown(cell).trim() !== '')) unread.push(row.map(shown).join(' '));
	}
	return { lines, unread };
}

function lineOf(
	row: Row,
	asOf: CalendarDate,
	frequencyCalled: FrequencyCalled,
	writing: Writing
): SheetLine | null {
	let line: SheetLine = { ...EMPTY_LINE, id: newId() };
	let hasAmount = false;
	for (const cell of row) {
		const text = shown(cell).trim();
		if (text === '') continue;
		const often = frequencyCalled(text);
		const money = readMoney(text, writing);
		const day = readDayNear(text, asOf, writing);
		if (often !== null) line = { ...line, perYear: often };
		else if (money.ok && !hasAmount) {
			line = { ...line, amount: money.value };
			hasAmount = true;
		} else if (day.ok && line.from === null) line = { ...line, from: day.value };
		else if (day.ok && line.until === null) line = { ...line, until: day.value };
		else {
			const name = readName(text, writing);
			// What is none of these is not left out silently: the row is not taken.
			if (line.name !== '' || !name.ok) return null;
			line = { ...line, name: name.value };
		}
	}
	return hasAmount ? line : null;
}
