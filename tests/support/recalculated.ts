/** Workbooks recalculated from scratch by LibreOffice: whatever results are stored are left aside. */
import ExcelJS from 'exceljs';
import { execFile } from 'node:child_process';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';

/** A workbook, and numbers put into cells of it before anything is computed: `{ Terms: { E5: 150 } }`. */
export interface Given {
	readonly bytes: Uint8Array;
	readonly changes?: Readonly<Record<string, Readonly<Record<string, number>>>>;
}

export interface Recalculated {
	/** The value of a cell, as in `at('Terms', 'E12')`. */
	at(sheet: string, address: string): unknown;
	/** The first cell of a sheet's column B with this text, as its row. */
	rowOf(sheet: string, text: string): number;
}

/** Many workbooks at once: the program that recalculates them takes long to start, and little for each. */
export async function recalculatedAll(given: readonly Given[]): Promise<Recalculated[]> {
	const folder = await mkdtemp(join(tmpdir(), 'residuum-recalculated-'));
	try {
		const paths = given.map((_, at) => join(folder, `${at}.xlsx`));
		for (const [at, one] of given.entries()) await writeFile(paths[at] ?? '', await bare(one));
		await promisify(execFile)('soffice', [
			// A profile of its own: another one may be open elsewhere.
			`-env:UserInstallation=file://${folder}/profile`,
			'--headless',
			'--convert-to',
			'xlsx',
			'--outdir',
			join(folder, 'out'),
			...paths
		]);
		const books: Recalculated[] = [];
		for (const at of given.keys())
			books.push(await bookOf(await readFile(join(folder, 'out', `${at}.xlsx`))));
		return books;
	} finally {
		await rm(folder, { recursive: true });
	}
}

export async function recalculated(
	bytes: Uint8Array,
	changes: Given['changes'] = {}
): Promise<Recalculated> {
	const [book] = await recalculatedAll([{ bytes, changes }]);
	if (!book) throw new Error('nothing was recalculated');
	return book;
}

async function loaded(bytes: Uint8Array): Promise<ExcelJS.Workbook> {
	const workbook = new ExcelJS.Workbook();
	await workbook.xlsx.load(bytes as never);
	return workbook;
}

/** The workbook with its changes, and its formulas without results: there is nothing to be taken over. */
async function bare({ bytes, changes = {} }: Given): Promise<Uint8Array> {
	const workbook = await loaded(bytes);
	for (const sheet of workbook.worksheets) {
		sheet.eachRow((row) =>
			row.eachCell((cell) => {
				if (cell.type === ExcelJS.ValueType.Formula) cell.value = { formula: cell.formula };
			})
		);
		for (const [address, value] of Object.entries(changes[sheet.name] ?? {}))
			sheet.getCell(address).value = value;
	}
	return new Uint8Array(await workbook.xlsx.writeBuffer());
}

async function bookOf(bytes: Uint8Array): Promise<Recalculated> {
	const workbook = await loaded(bytes);
	const sheetOf = (name: string) => {
		const sheet = workbook.getWorksheet(name);
		if (!sheet) throw new Error(`no sheet ${name}`);
		return sheet;
	};
	const valueOf = (cell: ExcelJS.Cell): unknown =>
		cell.type === ExcelJS.ValueType.Formula ? (cell.result ?? null) : cell.value;
	return {
		at: (sheet, address) => valueOf(sheetOf(sheet).getCell(address)),
		rowOf(name, text) {
			const sheet = sheetOf(name);
			for (let row = 1; row <= sheet.rowCount; row += 1)
				if (valueOf(sheet.getCell(row, 2)) === text) return row;
			throw new Error(`no row “${text}” in ${name}`);
		}
	};
}
