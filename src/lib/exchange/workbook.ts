/** Workbooks (XLSX, ISO/IEC 29500), read as they were saved: formulas by their stored results. */
import ExcelJS from 'exceljs';
import { Unzip, UnzipInflate } from 'fflate';
import { isCalendarDate } from '../core/quantities/calendar';
import type { Locale } from '../messages/message';
import { LIMITS_OF_FILES, Refusal, refuse, type NamedBytes } from './bytes';
import { sheetCounter } from './sheet-counts';
import type { Cell, Sheet } from './table';

/** Every sheet of a workbook that has something in it. */
export async function sheetsOf({ name, bytes }: NamedBytes, locale: Locale): Promise<Sheet[]> {
	lookInside({ name, bytes }, locale);
	const workbook = new ExcelJS.Workbook();
	try {
		await workbook.xlsx.load(bytes as never, { ignoreNodes: ['dataValidations', 'drawing'] });
	} catch {
		refuse(locale, 'damaged workbook', { name });
	}
	const sheets = workbook.worksheets.map((sheet): Sheet => {
		if (sheet.actualRowCount > LIMITS_OF_FILES.rows) {
			refuse(locale, 'too many rows', { name, most: LIMITS_OF_FILES.rows });
		}
		const rows: Cell[][] = [];
		sheet.eachRow((row) => {
			const cells: Cell[] = [];
			row.eachCell({ includeEmpty: true }, (cell) => cells.push(cellOf(cell)));
			rows.push(cells);
		});
		return { name: sheet.name, rows };
	});
	const filled = sheets.filter(({ rows }) => rows.length > 0);
	if (filled.length === 0) refuse(locale, 'nothing in it', { name });
	return filled;
}

/** The sheets in the archive. */
const SHEET = /^\/?xl\/worksheets\/[^/]+\.xml$/i;

/** Bytes of an archive unpacked at a time, so that the result stays small enough to count. */
const SLICE = 16 * 1024;

/**
 * What is in the archive, before it is read as a workbook: it is unpacked bit by bit and thrown away, for what it
 * says of its sizes is only what it says.
 */
function lookInside({ name, bytes }: NamedBytes, locale: Locale): void {
	const refuses = (id: Parameters<typeof refuse>[1]) => refuse(locale, id, { name });
	const entries = new Set<string>();
	let unpacked = 0;
	let cells = 0;
	const unzip = new Unzip((entry) => {
		entries.add(entry.name);
		const count = SHEET.test(entry.name) ? sheetCounter() : null;
		const decoder = new TextDecoder();
		let [isBegun, before] = [false, 0];
		entry.ondata = (error, chunk) => {
			if (error) throw error;
			unpacked += chunk.length;
			if (unpacked > LIMITS_OF_FILES.unpacked) refuses('unpacks too far');
			const begin = isBegun ? '' : new TextDecoder().decode(chunk.subarray(0, 4096));
			isBegun = true;
			if (/<!(DOCTYPE|ENTITY)/i.test(begin)) refuses('refers elsewhere');
			if (count === null) return;
			const counts = count(decoder.decode(chunk, { stream: true }));
			cells += counts.cells - before;
			before = counts.cells;
			const { columns, cells: mostCells, merged, widths } = LIMITS_OF_FILES;
			if (cells > mostCells) refuse(locale, 'too many cells', { name, most: mostCells });
			if (counts.lastColumn > columns) refuse(locale, 'too many columns', { name, most: columns });
			if (counts.lastWidth > widths) refuse(locale, 'too many columns', { name, most: columns });
			if (counts.merged > merged) refuse(locale, 'too much merged', { name, most: merged });
		};
		entry.start();
	});
	unzip.register(UnzipInflate);
	try {
		for (let at = 0; at < bytes.length; at += SLICE) {
			unzip.push(bytes.subarray(at, at + SLICE), at + SLICE >= bytes.length);
		}
	} catch (cause) {
		if (cause instanceof Refusal) throw cause;
		refuses('damaged workbook');
	}
	if (!entries.has('xl/workbook.xml')) refuse(locale, 'another kind', { name, is: 'archive' });
	if ([...entries].some((entry) => entry.startsWith('xl/externalLinks/'))) {
		refuses('refers elsewhere');
	}
}

/** The value of a cell; of a formula, its stored result. */
function cellOf(cell: ExcelJS.Cell): Cell {
	const { result } = cell;
	const value: unknown = cell.type === ExcelJS.ValueType.Formula ? result : cell.value;
	if (typeof value === 'number') {
		return { number: value, isShare: /%/.test(cell.numFmt ?? '') };
	}
	if (value instanceof Date) {
		const day = Number.isNaN(value.getTime()) ? '' : value.toISOString().slice(0, 10);
		return isCalendarDate(day) ? { day } : '';
	}
	return typeof value === 'string' || typeof value === 'boolean' ? String(value) : cell.text;
}
