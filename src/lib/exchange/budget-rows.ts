/** Lines of a budget sheet from pasted rows: a name, an amount, how often, a day and whose, in any order of columns. */
import type { CalendarDate, PaymentsPerYear } from '../core/quantities/calendar';
import { readDayNear } from '../document/days';
import { personNamed, type PersonEntry } from '../document/household';
import { EMPTY_LINE, type SheetLine } from '../document/plan';
import { readMoney } from '../reading/money';
import { readName } from '../reading/names';
import type { Writing } from '../reading/writing';
import { v4 as newId } from 'uuid';
import { SIDE_NAMES, UNTIL } from './budget-csv';
import { shown } from './debt-cells';
import { rowsOfText, type Row } from './table';

/** Rows that were read, and the texts of those that say no amount, which headings don't. */
export interface BudgetRows {
	readonly lines: readonly BudgetRow[];
	readonly unread: readonly string[];
}

/** A line, and on which side it is where its row says so. */
export interface BudgetRow {
	readonly line: SheetLine;
	readonly side: Side | null;
}
type Side = keyof typeof SIDE_NAMES;

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
	people: readonly PersonEntry[],
	writing: Writing
): BudgetRows {
	const lines: BudgetRow[] = [];
	const unread: string[] = [];
	/** The column of last days, where headings name it: a first day alone may be left out. */
	let untilAt = -1;
	for (const row of rowsOfText(written, '', writing)) {
		const line = lineOf(row, { asOf, frequencyCalled, people, untilAt }, writing);
		if (line) lines.push({ line, side: sideOf(row) });
		else {
			const heading = row.findIndex((cell) => isCalled(cell, UNTIL));
			if (heading >= 0) untilAt = heading;
			else if (row.some((cell) => shown(cell).trim() !== '')) {
				unread.push(row.map(shown).join(' '));
			}
		}
	}
	return { lines, unread };
}

const isCalled = (cell: Row[number], name: string): boolean =>
	shown(cell).trim().toLowerCase() === name.toLowerCase();
const sideNamed = (cell: Row[number]): Side | null =>
	(['income', 'needs'] as const).find((side) => isCalled(cell, SIDE_NAMES[side])) ?? null;
const isSide = (cell: Row[number]): boolean => sideNamed(cell) !== null;
const sideOf = (row: Row): Side | null => row.map(sideNamed).find((side) => side !== null) ?? null;

interface How {
	readonly asOf: CalendarDate;
	readonly frequencyCalled: FrequencyCalled;
	readonly people: readonly PersonEntry[];
	readonly untilAt: number;
}

function lineOf(
	row: Row,
	{ asOf, frequencyCalled, people, untilAt }: How,
	writing: Writing
): SheetLine | null {
	let line: SheetLine = { ...EMPTY_LINE, id: newId() };
	let hasAmount = false;
	for (const [at, cell] of row.entries()) {
		const text = shown(cell).trim();
		if (text === '' || isSide(cell)) continue;
		const often = frequencyCalled(text);
		const money = readMoney(text, writing);
		const day = readDayNear(text, asOf, writing);
		const person = personNamed(people, text);
		if (often !== null) line = { ...line, perYear: often };
		else if (money.ok && !hasAmount) {
			line = { ...line, amount: money.value };
			hasAmount = true;
		} else if (day.ok && at !== untilAt && line.from === null) line = { ...line, from: day.value };
		else if (day.ok && line.until === null) line = { ...line, until: day.value };
		else if (person && line.owner === null && line.name !== '')
			line = { ...line, owner: person.id };
		else {
			const name = readName(text, writing);
			// What is none of these is not left out silently: the row is not taken.
			if (line.name !== '' || !name.ok) return null;
			line = { ...line, name: name.value };
		}
	}
	// What ends before it begins never counts.
	const { from, until } = line;
	const isInTime = from === null || until === null || from <= until;
	return hasAmount && isInTime ? line : null;
}
