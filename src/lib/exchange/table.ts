/** Rows and cells, wherever they come from: pasted, a CSV file, a sheet of a workbook. */
import Papa from 'papaparse';
import type { CalendarDate } from '../core/quantities/calendar';
import type { Locale } from '../messages/message';
import { LIMITS_OF_FILES, refuse } from './bytes';
import { unguarded } from './guarded';

/** The content of a cell: a text as written, or a workbook's number or date. */
export type Cell =
	| string
	| { readonly number: number; readonly isShare: boolean }
	| { readonly day: CalendarDate };

export type Row = readonly Cell[];

/** A sheet by its name; a text file has one without. */
export interface Sheet {
	readonly name: string;
	readonly rows: readonly Row[];
}

/** Rows copied from a sheet, typed as a list, or from a CSV file (RFC 4180, also with tabs or semicolons). */
export function rowsOfText(written: string, name: string, locale: Locale): Row[] {
	const delimiter = delimiterOf(written);
	refuseWide(written, delimiter, name, locale);
	const { data } = Papa.parse<string[]>(written, {
		delimiter,
		skipEmptyLines: 'greedy',
		// One more than may be: that there are too many is known then.
		preview: LIMITS_OF_FILES.rows + 1
	});
	if (data.length > LIMITS_OF_FILES.rows) {
		refuse(locale, 'too many rows', { name, most: LIMITS_OF_FILES.rows });
	}
	const { columns } = LIMITS_OF_FILES;
	if (data.some((row) => row.length > columns)) {
		refuse(locale, 'too many columns', { name, most: columns });
	}
	return data.map((row) => row.map(unguarded));
}

/** Counts separators before any cell is made; those in quotes separate nothing, so a line may have more. */
function refuseWide(written: string, delimiter: string, name: string, locale: Locale): void {
	const { columns, cells } = LIMITS_OF_FILES;
	const mark = delimiter.charCodeAt(0);
	let [all, inLine] = [0, 0];
	for (let at = 0; at < written.length; at += 1) {
		const code = written.charCodeAt(at);
		if (code === 10 || code === 13) inLine = 0;
		else if (code === mark) {
			all += 1;
			inLine += 1;
		}
		if (inLine > 20 * columns) refuse(locale, 'too many columns', { name, most: columns });
		if (all > cells) refuse(locale, 'too many cells', { name, most: cells });
	}
}

/** A tab where there is one, a semicolon where lines have some; else a comma, in a typed list with its space. */
function delimiterOf(written: string): string {
	const lines = written.split(/\r?\n/, 20).filter((line) => line.trim() !== '');
	if (lines.some((line) => line.includes('\t'))) return '\t';
	if (lines.every((line) => line.includes(';'))) return ';';
	const isList = !written.includes('"') && lines.every((line) => /, /.test(line));
	return isList ? ', ' : ',';
}

/** Rows as CSV (RFC 4180). Texts that people wrote are to be guarded. */
export const csvOf = (rows: readonly (readonly string[])[]): string =>
	`${Papa.unparse(rows as string[][], { newline: '\r\n' })}\r\n`;
