/** A table that goes out as CSV, as a workbook (XLSX): amounts as numbers, days as days. */
import ExcelJS from 'exceljs';
import Papa from 'papaparse';
import { isCalendarDate } from '../core/quantities/calendar';
import { unguarded } from './guarded';
import { amountFormat, column, put, setUpPages } from './sheet-layout';

/** A plain decimal, as amounts are written in every file. */
const AMOUNT = /^-?\d+(?:\.(\d+))?$/;
/** Columns of what people wrote are as wide as this. */
const WIDE = 34;
const USUAL = 15;

/**
 * The workbook of a table with headings; `written` names the columns of what people wrote, which is a text whatever it
 * looks like.
 */
export async function tableWorkbook(
	name: string,
	csv: string,
	written: readonly string[]
): Promise<Uint8Array<ArrayBuffer>> {
	const { data } = Papa.parse<string[]>(csv, { skipEmptyLines: 'greedy' });
	const [head = [], ...rows] = data;
	const workbook = new ExcelJS.Workbook();
	workbook.creator = 'Residuum';
	const sheet = workbook.addWorksheet(name);
	head.forEach((text, at) => {
		put(sheet, `${column(at)}1`, text, 'head');
		sheet.getColumn(at + 1).width = written.includes(text) ? WIDE : USUAL;
	});
	rows.forEach((cells, row) =>
		cells.forEach((text, at) => {
			const address = `${column(at)}${row + 2}`;
			const amount = AMOUNT.exec(text);
			if (text === '') return;
			if (written.includes(head[at] ?? '')) put(sheet, address, unguarded(text), 'formula');
			else if (isCalendarDate(text))
				put(sheet, address, new Date(`${text}T00:00:00Z`), 'formula', 'yyyy-mm-dd');
			else if (amount)
				put(sheet, address, Number(text), 'formula', amountFormat(amount[1]?.length ?? 0));
			else put(sheet, address, text, 'formula');
		})
	);
	sheet.views = [{ state: 'frozen', xSplit: 1, ySplit: 1 }];
	setUpPages(sheet, '1:1');
	return new Uint8Array(await workbook.xlsx.writeBuffer());
}
