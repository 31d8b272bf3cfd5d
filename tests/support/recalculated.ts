/** A workbook recalculated from scratch by an engine that is not ours: whatever results are stored are left aside. */
import ExcelJS from 'exceljs';
import { HyperFormula, type RawCellContent } from 'hyperformula';

export interface Recalculated {
	/** The value of a cell, as in `at('Terms', 'E12')`. */
	at(sheet: string, address: string): unknown;
	/** The first cell of a sheet's column B with this text, as its row. */
	rowOf(sheet: string, text: string): number;
	/** Puts numbers into cells of a sheet, all before anything is computed. */
	change(sheet: string, values: Readonly<Record<string, number>>): void;
}

export async function recalculated(bytes: Uint8Array): Promise<Recalculated> {
	const workbook = new ExcelJS.Workbook();
	await workbook.xlsx.load(bytes as never);
	const sheets = Object.fromEntries(
		workbook.worksheets.map((sheet) => {
			const rows: RawCellContent[][] = [];
			// Each is counted anew whenever it is asked for.
			const { rowCount, columnCount } = sheet;
			for (let row = 1; row <= rowCount; row += 1) {
				const cells: RawCellContent[] = [];
				for (let column = 1; column <= columnCount; column += 1) {
					const cell = sheet.getCell(row, column);
					if (cell.type === ExcelJS.ValueType.Formula) cells.push(`=${cell.formula}`);
					else if (typeof cell.value === 'number' || typeof cell.value === 'string')
						cells.push(cell.value);
					else cells.push(null);
				}
				rows.push(cells);
			}
			return [sheet.name, rows];
		})
	);
	const engine = HyperFormula.buildFromSheets(sheets, { licenseKey: 'gpl-v3' });
	const place = (sheet: string, address: string) => {
		const found = engine.simpleCellAddressFromString(address, engine.getSheetId(sheet) ?? 0);
		if (!found) throw new Error(`no cell ${address}`);
		return found;
	};
	return {
		at: (sheet, address) => engine.getCellValue(place(sheet, address)),
		rowOf: (sheet, text) => 1 + (sheets[sheet] ?? []).findIndex((cells) => cells[1] === text),
		change: (sheet, values) =>
			void engine.batch(() => {
				for (const [address, value] of Object.entries(values))
					engine.setCellContents(place(sheet, address), [[value]]);
			})
	};
}
