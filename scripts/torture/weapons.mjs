/** Files that are small, and would be seconds of work or gigabytes of memory to whoever opens them unawares. */
import { strToU8, zipSync } from 'fflate';

const WORKBOOK =
	'<workbook xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><sheets><sheet name="A" sheetId="1" r:id="rId1"/></sheets></workbook>';

/** A workbook of one sheet with this in it. @param {string} inside */
const workbookWith = (inside) =>
	zipSync({
		'xl/workbook.xml': strToU8(WORKBOOK),
		'xl/worksheets/sheet1.xml': strToU8(`<worksheet>${inside}</worksheet>`)
	});

/** @param {string} cells */
const row = (cells) => `<sheetData><row r="1">${cells}</row></sheetData>`;

/** Ten of what is ten of what … is ten letters: named once each, a thousand million in all. */
const ENTITIES = `<!DOCTYPE x [<!ENTITY e0 "bombombomb">${Array.from(
	{ length: 8 },
	(_, at) => `<!ENTITY e${at + 1} "${`&e${at};`.repeat(10)}">`
).join('')}]>`;

/** Each with its name, what is in it, and what its refusal says. @returns {(readonly [string, Uint8Array, string])[]} */
export const weapons = () => [
	[
		'merged.xlsx',
		workbookWith('<mergeCells><mergeCell ref="A1:XFD1048576"/></mergeCells>'),
		'merges more than 100,000 cells'
	],
	[
		'wide.xlsx',
		workbookWith('<cols><col min="1" max="2000000000" width="9"/></cols>'),
		'more than 200 columns'
	],
	[
		'quoted.xlsx',
		workbookWith(`<mergeCells><mergeCell a=">" ref = 'A1:XFD1048576'/></mergeCells>`),
		'merges more than 100,000 cells'
	],
	[
		'hidden.xlsx',
		workbookWith('<mergeCells><mergeCell ref="A1:&#88;FD1048576"/></mergeCells>'),
		'more than 500,000 cells'
	],
	[
		'drawn-out.xlsx',
		workbookWith(`<mergeCells><mergeCell a="${'x'.repeat(200_000)}" ref="A1:XFD9"/></mergeCells>`),
		'more than'
	],
	['open.xlsx', workbookWith('<c "'.repeat(2_000_000)), 'cannot be read as a workbook'],
	['far.xlsx', workbookWith(row('<c r="XFD1"><v>1</v></c>')), 'more than 200 columns'],
	[
		'cells.xlsx',
		workbookWith(row('<c r="A1"><v>1</v></c>'.repeat(540_000))),
		'more than 500,000 cells'
	],
	[
		'entities.xlsx',
		zipSync({ 'xl/workbook.xml': strToU8(`${ENTITIES}<workbook>&e8;</workbook>`) }),
		'refers to content outside'
	],
	[
		'entities.ofx',
		strToU8(`<?xml version="1.0"?><?OFX OFXHEADER="200"?>${ENTITIES}<OFX>&e8;</OFX>`),
		'refers to content outside'
	],
	['commas.csv', strToU8(','.repeat(4_800_000)), 'more than 200 columns'],
	['lines.csv', strToU8(`${',,,,,,,,,'.repeat(20)}\n`.repeat(3_000)), 'more than 500,000 cells'],
	['columns.csv', strToU8(`Name${',x'.repeat(200)}\n`), 'more than 200 columns']
];
