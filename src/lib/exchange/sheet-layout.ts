/** Where things are in a plan's workbook, and how its cells look. */
import type ExcelJS from 'exceljs';
import { rateStepsOf } from '../core/debt/rate-steps';
import type { Plan, PlannedDebt, PlanTerms } from '../core/plan/terms';
import type { CalendarDate } from '../core/quantities/calendar';
import type { Currency } from '../reading/currencies';
import { RATES_LATER, TERM_COLUMNS, type CellValue, type TermCells } from './sheet-debt';

export interface WorkbookWanted {
	readonly title: string;
	readonly asOf: CalendarDate;
	readonly currency: Currency;
	readonly debts: readonly (PlannedDebt & { readonly letter: string; readonly name: string })[];
	readonly terms: PlanTerms;
	readonly plan: Plan;
	/** What the items of a budget sheet are called, in their order. */
	readonly names?: Readonly<Record<'income' | 'needs', readonly string[]>>;
	/** How far it is, from 0 to 1. */
	readonly tell?: (done: number) => void;
}

/** The sheets. */
export const TERMS = 'Terms';
export const MONTHS = 'Months';

/** Where things are on the sheet of terms. */
export const MONEY_ROW = 5;
export const HEAD_ROW = 9;
export const FIRST_DEBT_ROW = HEAD_ROW + 1;
export const FIRST_MONTH_ROW = 4;

/** Rows beyond the program's last month, so that a smaller payment still ends. */
export const rowsFor = ({ months, ending }: Plan): number =>
	ending.status === 'cleared'
		? Math.min(1200, months + Math.max(24, Math.ceil(months / 2)))
		: months;

export const column = (at: number): string => {
	const letter = String.fromCharCode(65 + (at % 26));
	return at < 26 ? letter : column(Math.floor(at / 26) - 1) + letter;
};
export const RATE_COLUMN = 4 + TERM_COLUMNS.length;
export const SUM_COLUMN = RATE_COLUMN + RATES_LATER * 2;
/** On the sheet of terms: letter, name, rule, place in line, then the terms, later rates, and sums. */
export const termCellsAt = (row: number, of: PlannedDebt): TermCells => ({
	of: Object.fromEntries(
		TERM_COLUMNS.map((term, at) => [term, `${TERMS}!$${column(4 + at)}$${row}`])
	) as TermCells['of'],
	rates: rateStepsOf(of.terms).map(({ from }, at) => ({
		from,
		at: `${TERMS}!$${column(RATE_COLUMN + 1 + 2 * at)}$${row}`
	}))
});

/** On the sheet of months: what is said of all debts, then so many columns for each. */
export const SHARED = {
	number: 'A',
	month: 'B',
	stated: 'C',
	onTop: 'D',
	fees: 'E',
	required: 'F',
	money: 'G',
	rest: 'H',
	paid: 'I',
	interest: 'J',
	owed: 'K'
} as const;
export const OF_DEBT = [
	'rate',
	'opening',
	'charges',
	'interest',
	'required',
	'own',
	'room',
	'line',
	'paid',
	'closing'
] as const;
export type OfDebt = (typeof OF_DEBT)[number];
const FIRST_DEBT_COLUMN = 11;
export const columnOf = (index: number, of: OfDebt): string =>
	column(FIRST_DEBT_COLUMN + index * OF_DEBT.length + OF_DEBT.indexOf(of));

export const rangeOf = (letter: string, rows: number): string =>
	`${MONTHS}!${letter}$${FIRST_MONTH_ROW}:${letter}$${FIRST_MONTH_ROW + rows - 1}`;

/** The input of all rows. */
export interface Laid extends WorkbookWanted {
	readonly live: readonly boolean[];
	readonly terms: PlanTerms;
	readonly cells: readonly TermCells[];
	readonly firstMonths: readonly number[];
	readonly rows: number;
	readonly lineIsLive: boolean;
}

type Look = 'input' | 'figure' | 'formula' | 'head' | 'strong';
const INPUT = { type: 'pattern', pattern: 'solid', fgColor: { argb: 'FFFFF4D6' } } as const;
const FIGURE = { type: 'pattern', pattern: 'solid', fgColor: { argb: 'FFE3E3E3' } } as const;

export function put(
	sheet: ExcelJS.Worksheet,
	address: string,
	value: CellValue | Date | null,
	look: Look,
	format?: string
): void {
	if (value === null) return;
	const cell = sheet.getCell(address);
	cell.value =
		typeof value === 'object' && 'formula' in value
			? ({ ...value } as ExcelJS.CellFormulaValue)
			: value;
	if (look === 'input') cell.fill = INPUT;
	if (look === 'figure') cell.fill = FIGURE;
	if (look === 'head' || look === 'strong') cell.font = { bold: true };
	if (look === 'head') cell.alignment = { wrapText: true, vertical: 'bottom' };
	if (format !== undefined) cell.numFmt = format;
}

/** On paper: landscape, one page wide, the rows of headings on each page, and the columns that name a row. */
export function setUpPages(sheet: ExcelJS.Worksheet, headings: string, names?: string): void {
	sheet.pageSetup = {
		...sheet.pageSetup,
		orientation: 'landscape',
		fitToPage: true,
		fitToWidth: 1,
		fitToHeight: 0,
		printTitlesRow: headings,
		...(names === undefined ? {} : { printTitlesColumn: names })
	};
	sheet.headerFooter = { ...sheet.headerFooter, oddFooter: '&L&A&R&P / &N' };
}

export const amountFormat = (digits: number): string =>
	digits === 0 ? '#,##0' : `#,##0.${'0'.repeat(digits)}`;
export const RATE_FORMAT = '0.00##%';
