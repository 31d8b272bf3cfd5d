/**
 * What a sheet of a workbook holds, counted in its XML (ISO/IEC 29500) bit by bit, before anything is made of it: a file
 * of a few bytes can name more cells than a machine has room for.
 */
export interface SheetCounts {
	/** Cells that are written down. */
	cells: number;
	/** The last column of any of them, from 1. */
	lastColumn: number;
	/** Cells that are merged into others, by the area that is named. */
	merged: number;
	/** The last column that has a width of its own. */
	lastWidth: number;
}

/** A tag to its end, which is none in quotes: XML allows either quotes, and a `>` between them, but no `<`. */
const TO_END = String.raw`[^<>"']*(?:"[^<"]*"[^<>"']*|'[^<']*'[^<>"']*)*>`;
const TAG = new RegExp(String.raw`<(?:\w+:)?(c|col|mergeCell)(?=[\s/>])(${TO_END})`, 'g');
const WHOLE_TAG = new RegExp(`^<${TO_END}`);

/** No tag is longer, in characters: one that is, or hides a name in entities, is not meant to be read. */
const LONGEST_TAG = 65_536;

/** Counts on with each piece of a sheet's text; a tag that is cut off is put together with the next piece. */
export function sheetCounter(): (piece: string) => SheetCounts {
	const counts: SheetCounts = { cells: 0, lastColumn: 0, merged: 0, lastWidth: 0 };
	let rest = '';
	return (piece) => {
		const text = rest + piece;
		for (const [, tag, attributes = ''] of text.matchAll(TAG)) {
			if (attributes.includes('&')) counts.cells = Infinity;
			if (tag === 'c') {
				counts.cells += 1;
				const [, letters = ''] = /\br\s*=\s*["']([A-Za-z]+)\d+["']/.exec(attributes) ?? [];
				counts.lastColumn = Math.max(counts.lastColumn, columnOf(letters));
			} else if (tag === 'col') {
				const [, last = '0'] = /\bmax\s*=\s*["'](\d+)["']/.exec(attributes) ?? [];
				counts.lastWidth = Math.max(counts.lastWidth, Number(last));
			} else counts.merged += areaOf(attributes);
		}
		const tail = text.slice(text.lastIndexOf('<'));
		rest = !tail.startsWith('<') || WHOLE_TAG.test(tail) ? '' : tail;
		if (rest.length > LONGEST_TAG) counts.cells = Infinity;
		return counts;
	};
}

/** How many cells a range has: `A1:C2` has 6. */
function areaOf(attributes: string): number {
	const [, from = '', top = '0', to = '', bottom = '0'] =
		/\bref\s*=\s*["']([A-Za-z]+)(\d+):([A-Za-z]+)(\d+)["']/.exec(attributes) ?? [];
	const [width, height] = [columnOf(to) - columnOf(from) + 1, Number(bottom) - Number(top) + 1];
	return from === '' ? 0 : Math.abs(width * height);
}

/** The number of a column, from 1: `AA` is 27. */
const columnOf = (letters: string): number =>
	[...letters.toUpperCase()].reduce((sum, letter) => 26 * sum + letter.charCodeAt(0) - 64, 0);
