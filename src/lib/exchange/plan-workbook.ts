/**
 * A plan, or a debt by itself, as a workbook (XLSX, ISO/IEC 29500) that goes on computing: its terms in cells of their
 * own, every month as formulas over them, and a cell that says whether its sums are still those of the program.
 * What formulas can't say is written as figures, and marked.
 */
import ExcelJS from 'exceljs';
import { hasAccount } from '../core/debt/account/account';
import type { DebtTerms } from '../core/debt/terms';
import { monthsBetween } from '../core/quantities/calendar';
import { areLive, hasSheet, sheetNameOf, writeBalances } from './sheet-balances';
import { isPlain } from './sheet-debt';
import {
	FIRST_DEBT_ROW,
	MONTHS,
	rowsFor,
	termCellsAt,
	TERMS,
	type Laid,
	type WorkbookWanted
} from './sheet-layout';
import { HOUSEHOLD, hasHousehold, writeHousehold } from './sheet-household';
import { passedOn, writeMonths } from './sheet-months';
import { writeTerms } from './sheet-terms';

/** Orders that formulas can follow; the others are ranked or shared in ways that they can't say. */
const LIVE_ORDERS: readonly string[] = ['rate', 'balance', 'listed'];

/** Whether formulas can say a debt's months; `first` is the month of its first payment, from 1. */
export const isLive = (terms: DebtTerms, first: number): boolean =>
	isPlain(terms, first) && (!hasAccount(terms) || areLive(terms));

/** Whether money goes down the rates of balances, which formulas do not know. */
const isByBalance = ({ terms: { order }, debts }: WorkbookWanted): boolean =>
	order === 'rate' && debts.length > 1 && debts.some(({ terms }) => hasAccount(terms));

export async function planWorkbook(wanted: WorkbookWanted): Promise<Uint8Array> {
	const { debts, plan, terms } = wanted;
	const firstMonths = debts.map(
		({ terms: { firstDue } }) => monthsBetween(plan.firstMonth, firstDue) + 1
	);
	const laid: Laid = {
		...wanted,
		live: debts.map((debt, at) => isLive(debt.terms, firstMonths[at] ?? 1)),
		cells: debts.map((debt, at) => termCellsAt(FIRST_DEBT_ROW + at, debt)),
		firstMonths,
		rows: rowsFor(plan),
		lineIsLive: LIVE_ORDERS.includes(terms.order) && !isByBalance(wanted)
	};
	const workbook = new ExcelJS.Workbook();
	workbook.creator = 'Residuum';
	workbook.created = new Date(`${wanted.asOf}T00:00:00Z`);
	workbook.modified = workbook.created;
	workbook.calcProperties.fullCalcOnLoad = true;
	writeTerms(workbook.addWorksheet(TERMS), laid);
	await writeMonths(workbook.addWorksheet(MONTHS), laid);
	if (hasHousehold(laid)) {
		writeHousehold(workbook.addWorksheet(HOUSEHOLD), laid, (month) => passedOn(month, laid));
	}
	for (const [index] of debts.entries()) {
		if (!hasSheet(laid, index)) continue;
		await writeBalances(workbook.addWorksheet(sheetNameOf(laid, index)), index, laid);
	}
	return new Uint8Array(await workbook.xlsx.writeBuffer());
}
