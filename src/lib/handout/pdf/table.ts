/** A table on sheets: columns as wide as they need, rows that stay whole, and its head again on every sheet that it goes on to. */
import { figure, say, type Sentence } from '../../messages/sentence';
import type { Row, Table } from '../blocks';
import { faceOf } from '../fonts';
import { HAIRLINE, INK, QUIET } from '../svg';
import {
	asArtifact,
	drawLines,
	fontNamed,
	setIn,
	widthsOf,
	type Lines,
	type PdfDocument,
	type Sheet,
	type Structure,
	type Style
} from './sheet';

const SIZE = 10;
const DENSE = 7.6;
const HEAD = 8.5;
/** The least that figures are set in where a table is wider than the sheet. */
const LEAST = 4;
const PADDING = { top: 2.2, bottom: 1.6, right: 3 };
/** Room for a letter in its frame, and between that and the name. */
const LETTER = { frame: 13, room: 18 };

/** A table measured for a width. */
export interface SetTable {
	readonly head: SetRow;
	readonly rows: readonly SetRow[];
	readonly height: number;
	readonly hasSum: boolean;
	readonly size: number;
}

interface SetRow {
	readonly cells: readonly {
		readonly lines: Lines;
		readonly align: 'left' | 'right';
		readonly left: number;
		readonly right: number;
	}[];
	readonly letter: string | null;
	readonly height: number;
}

/** Measures a table for so wide a place; `left` is where it begins. */
export function setTable(pdf: PdfDocument, table: Table, left: number, width: number): SetTable {
	return sized(pdf, table, left, width, table.isDense ? DENSE : SIZE);
}

function sized(
	pdf: PdfDocument,
	table: Table,
	left: number,
	width: number,
	size: number
): SetTable {
	const { columns, rows, hasSum, isDense } = table;
	const hasLetters = rows.some(({ letter }) => letter !== null);
	const text: Style = { family: 'sans', size };
	const head: Style = { family: 'sans', size: Math.min(size, HEAD), color: QUIET };
	const gap = isDense ? 3 : 12;
	const before = (at: number) => (at === 0 ? (hasLetters ? LETTER.room : 0) : gap);
	const said = (row: Row, at: number): Sentence => [
		row.isStrong ? figure(row.cells[at] ?? '') : say(row.cells[at] ?? '')
	];
	const needed = columns.map(({ heading }, at) => {
		const all = [
			widthsOf(pdf, [say(heading)], head),
			...rows.map((row) => widthsOf(pdf, said(row, at), text))
		];
		return {
			// A word as long as a third of the sheet is broken, before all is set smaller for it.
			least: Math.min(width / 3, Math.max(...all.map(({ least }) => least))),
			most: Math.max(...all.map(({ most }) => most))
		};
	});
	const free = width - columns.reduce((sum, _, at) => sum + before(at) + PADDING.right, 0);
	const takes = columns.map(({ align }, at) => (isDense ? at > 0 : align === 'left'));
	const widths = shared(needed, takes, free);
	if (widths === null && size > LEAST) return sized(pdf, table, left, width, size * 0.92);
	const fits = widths ?? needed.map(({ least }) => least);
	const setRow = (cells: readonly Sentence[], style: Style, letter: string | null): SetRow => {
		let x = left;
		const all = cells.map((sentence, at) => {
			const from = x + before(at);
			const to = from + (fits[at] ?? 0);
			x = to + PADDING.right;
			const lines = setIn(pdf, sentence, style, to - from + 0.01);
			return { lines, align: columns[at]?.align ?? 'left', left: from, right: to } as const;
		});
		const height = Math.max(
			letter === null ? 0 : LETTER.frame,
			...all.map(({ lines }) => lines.height)
		);
		return { cells: all, letter, height: height + PADDING.top + PADDING.bottom };
	};
	const setHead = setRow(
		columns.map(({ heading }) => [say(heading)]),
		head,
		null
	);
	const setRows = rows.map((row) =>
		setRow(
			columns.map((_, at) => said(row, at)),
			text,
			row.letter
		)
	);
	const height = [setHead, ...setRows].reduce((sum, row) => sum + row.height, 0);
	return { head: setHead, rows: setRows, height, hasSum, size };
}

/** The widths of columns: what the others leave is shared by those that take it; null where the longest words have no room. */
function shared(
	needed: readonly { readonly least: number; readonly most: number }[],
	takes: readonly boolean[],
	free: number
): number[] | null {
	const fixed = needed.map(({ most }, at) => (takes[at] ? 0 : most));
	const rest = free - fixed.reduce((sum, width) => sum + width, 0);
	const taking = needed.flatMap(({ least }, at) => (takes[at] ? [least] : []));
	if (taking.length === 0) return rest >= 0 ? fixed : null;
	// Who needs more than an equal part gets that; the others share what is left.
	const widths = needed.map(({ least }, at) => (takes[at] ? least : (fixed[at] ?? 0)));
	let left = rest;
	let open = needed.map((_, at) => at).filter((at) => takes[at]);
	for (;;) {
		const part = left / open.length;
		const wide = open.filter((at) => (needed[at]?.least ?? 0) > part);
		if (wide.length === 0) {
			for (const at of open) widths[at] = part;
			return widths;
		}
		left -= wide.reduce((sum, at) => sum + (needed[at]?.least ?? 0), 0);
		open = open.filter((at) => !wide.includes(at));
		if (left < 0 || open.length === 0) return left < 0 ? null : widths;
	}
}

/** Draws a table; on a sheet that it goes on to, `again` draws what stands above its columns, and they are named again. */
export function drawTable(
	sheet: Sheet,
	table: SetTable,
	parent: Structure,
	again: () => void,
	drawn: () => void
): void {
	const { pdf } = sheet;
	const structure = pdf.struct('Table', {});
	parent.add(structure);
	const [first] = table.rows;
	if (!sheet.has(table.head.height + (first?.height ?? 0)) && !sheet.isFresh) {
		sheet.turn();
		again();
	}
	drawRow(sheet, table.head, structure, true);
	table.rows.forEach((row, at) => {
		if (!sheet.has(row.height)) {
			sheet.turn();
			again();
			asArtifact(pdf, 'Pagination', () => drawCells(sheet, table.head));
			sheet.pass(table.head.height);
		}
		const isSum = table.hasSum && at === table.rows.length - 1;
		const width = isSum ? 0.9 : 0.5;
		asArtifact(pdf, 'Layout', () => rule(sheet, width, isSum ? INK : HAIRLINE));
		drawRow(sheet, row, structure, false);
		if (at === table.rows.length - 1) asArtifact(pdf, 'Layout', () => rule(sheet, 0.5, HAIRLINE));
		drawn();
	});
}

function rule({ pdf, left, right, y }: Sheet, width: number, color: string): void {
	pdf.lineWidth(width).strokeColor(color).moveTo(left, y).lineTo(right, y).stroke();
}

/** A row of head cells, or one whose first cell is the head of the others. */
function drawRow(sheet: Sheet, row: SetRow, table: Structure, isHead: boolean): void {
	const { pdf } = sheet;
	const structure = pdf.struct('TR', {});
	table.add(structure);
	row.cells.forEach((_, at) => {
		const draw = () => drawCell(sheet, row, at);
		const cell = isHead
			? pdf.struct('TH', { scope: 'Column' }, draw)
			: at === 0
				? pdf.struct('TH', { scope: 'Row' }, draw)
				: pdf.struct('TD', {}, draw);
		structure.add(cell);
	});
	sheet.pass(row.height);
}

const drawCells = (sheet: Sheet, row: SetRow): void =>
	row.cells.forEach((_, at) => drawCell(sheet, row, at));

function drawCell(sheet: Sheet, row: SetRow, at: number): void {
	const cell = row.cells[at];
	if (!cell) return;
	const { pdf, y } = sheet;
	const { lines, align, left, right } = cell;
	if (at === 0 && row.letter !== null) drawLetter(pdf, row.letter, sheet.left, y + PADDING.top);
	// Small figures stand in the middle beside a letter.
	const middle = row.letter === null ? 0 : Math.max(0, LETTER.frame - lines.height) / 2;
	drawLines(pdf, lines, { left, right, top: y + PADDING.top + middle }, align);
}

/** A letter in a frame, as on the page. */
function drawLetter(pdf: PdfDocument, letter: string, x: number, y: number): void {
	const size = letter.length > 1 ? 6.5 : 8.5;
	pdf
		.lineWidth(0.7)
		.strokeColor(INK)
		.roundedRect(x + 0.5, y + 0.5, 12, 12, 1.5)
		.stroke();
	pdf
		.font(fontNamed(faceOf('sans', 'latin'), true))
		.fontSize(size)
		.fillColor(INK);
	const width = pdf.widthOfString(letter);
	const height = pdf.currentLineHeight(false);
	pdf.text(`${letter} `, x + 6.5 - width / 2, y + 6.5 - height / 2, { lineBreak: false });
}
