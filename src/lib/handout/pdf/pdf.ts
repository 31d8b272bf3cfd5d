/**
 * A handout as PDF, tagged: its blocks laid out on sheets, faces embedded, and beside them what each is (ISO 32000-1, 14.8), so
 * that it can be read out: headings, paragraphs, tables with their head cells, a picture in words.
 */
import Engine from 'pdfkit';
import { toBytes } from 'pdfkit/output';
import drawSvg from 'svg-to-pdfkit';
import { figure, say, type Sentence } from '../../messages/sentence';
import { logoSvg } from '../../document/logo';
import { MARGIN, PAPER_SIZES, type Block, type Handout } from '../blocks';
import { faceOf, fontRuns, isPrintable, type FontLoader, type Subset } from '../fonts';
import { HAIRLINE, QUIET } from '../svg';
import {
	asArtifact,
	drawLines,
	fontNamed,
	setIn,
	Sheet,
	type Lines,
	type PdfDocument,
	type Structure,
	type Style
} from './sheet';
import { drawTable, setTable, type SetTable } from './table';

const TOP = 62;
const BELOW = 50;
/** Where the line at the top of every sheet is. */
const LINE = 32;

const TEXT: Style = { family: 'sans', size: 10 };
const SMALL: Style = { family: 'sans', size: 8.5, color: QUIET };
const ANSWER: Style = { family: 'serif', size: 17, leading: 1.08 };
const HEADING: Style = { family: 'serif', size: 12.5 };

/** Draws a handout; `tell` is told how much of it is drawn, from 0 to 1. */
export async function pdfOf(
	handout: Handout,
	load: FontLoader,
	tell: (done: number) => void = () => undefined
): Promise<Uint8Array> {
	const { width, height } = PAPER_SIZES[handout.paper];
	const pdf = new Engine({
		size: [width, height],
		margin: 0,
		autoFirstPage: false,
		bufferPages: true,
		font: null,
		tagged: true,
		displayTitle: true,
		pdfVersion: '1.7',
		lang: handout.language,
		info: {
			Title: handout.left,
			Subject: handout.title,
			Creator: 'Residuum',
			Producer: 'Residuum'
		}
	}) as PdfDocument;
	await registerFaces(pdf, handout, load);
	drawBlocks(pdf, handout, tell);
	drawLineOnTop(pdf, handout);
	const bytes = toBytes(pdf);
	pdf.end();
	return bytes;
}

/** The faces that a handout needs: those of Latin, and those for the letters of its texts. */
async function registerFaces(pdf: PdfDocument, handout: Handout, load: FontLoader): Promise<void> {
	const texts = textsIn(handout);
	for (const family of ['sans', 'serif'] as const) {
		const subsets = new Set<Subset>(['latin']);
		for (const { subset } of fontRuns(texts, family)) subsets.add(subset);
		for (const subset of subsets) {
			const face = faceOf(family, subset);
			pdf.registerFont(fontNamed(face, false), await load(family, subset, 400));
			pdf.registerFont(fontNamed(face, true), await load(family, subset, 700));
		}
	}
}

/** Every letter of a handout. */
function textsIn({ left, right, replaced, blocks }: Handout): string {
	const letters = new Set(left + right + replaced);
	const add = (text: string) => [...text].forEach((letter) => letters.add(letter));
	for (const block of blocks) {
		if (block.kind === 'heading') add(block.text);
		else if (block.kind === 'lines') block.lines.forEach(add);
		else if (block.kind === 'letterhead') [block.name, ...block.address, ' · '].forEach(add);
		else if (block.kind === 'answer' || block.kind === 'sentence') {
			block.sentence.forEach(({ text }) => add(text));
		} else if (block.kind === 'table') {
			block.columns.forEach(({ heading }) => add(heading));
			block.rows.forEach(({ cells }) => cells.forEach(add));
		}
	}
	return [...letters].join('');
}

/** A block that is measured: how high it is, with the room around it, and how it is drawn. */
interface SetBlock {
	readonly height: number;
	readonly table: SetTable | null;
	readonly draw: (sheet: Sheet, parent: Structure) => void;
}

/** Draws every block in turn. Blocks under a heading stay together, but for a long table, which breaks between its rows. */
function drawBlocks(pdf: PdfDocument, handout: Handout, tell: (done: number) => void): void {
	const sheet = new Sheet(pdf, TOP, MARGIN, BELOW);
	const root = pdf.struct('Document', {});
	pdf.addStructure(root);
	const groups = grouped(handout.blocks);
	const rows = handout.blocks.reduce(
		(sum, block) => sum + (block.kind === 'table' ? block.rows.length : 1),
		0
	);
	let done = 0;
	const told = () => tell((done += 1) / rows);
	for (const group of groups) {
		const [first] = group;
		const heading = first?.kind === 'heading' ? first.text : null;
		const set = group.map((block) => setBlock(sheet, block, heading, told));
		const height = set.reduce((sum, block) => sum + block.height, 0);
		const isLong = set.some(({ table }) => table !== null && table.rows.length > TOGETHER);
		const least = isLong || height > sheet.room ? beginningOf(set) : height;
		if (!sheet.has(least) && !sheet.isFresh) sheet.turn();
		for (const block of set) {
			if (!block.table && !sheet.has(block.height) && !sheet.isFresh) sheet.turn();
			block.draw(sheet, root);
			if (!block.table) told();
		}
	}
	if (!isPrintable(textsIn(handout))) {
		const note = paragraph(sheet, [say(handout.replaced)], SMALL, 8, 0);
		if (!sheet.has(note.height)) sheet.turn();
		note.draw(sheet, root);
	}
}

/** More rows than these may take more than a sheet: they break between rows. */
const TOGETHER = 18;

/** What has to be on one sheet where a group is not: what stands before its table, the table's head and its first row. */
function beginningOf(set: readonly SetBlock[]): number {
	const at = set.findIndex(({ table }) => table !== null);
	const before = set.slice(0, at < 0 ? 1 : at).reduce((sum, { height }) => sum + height, 0);
	const table = set[at]?.table;
	return before + (table ? table.head.height + (table.rows[0]?.height ?? 0) : 0);
}

/** Each heading with what is under it; what stands before the first by itself. */
function grouped(blocks: readonly Block[]): Block[][] {
	const groups: Block[][] = [];
	for (const block of blocks) {
		const last = groups.at(-1);
		if (block.kind === 'heading' || last?.[0]?.kind !== 'heading') groups.push([block]);
		else last.push(block);
	}
	return groups;
}

function setBlock(sheet: Sheet, block: Block, heading: string | null, told: () => void): SetBlock {
	switch (block.kind) {
		case 'heading':
			return paragraph(sheet, [figure(block.text)], HEADING, 9, 3, 'H2');
		case 'letterhead':
			return letterhead(sheet, block);
		case 'lines':
			return lines(sheet, block.lines);
		case 'answer':
			return paragraph(sheet, block.sentence, ANSWER, 0, 8, 'H1');
		case 'sentence':
			return paragraph(sheet, block.sentence, block.quiet ? SMALL : TEXT, 3, 4);
		case 'picture':
			return pictured(block);
		case 'table': {
			const width = sheet.right - sheet.left;
			const table = setTable(sheet.pdf, block, sheet.left, width);
			const again = () => {
				if (heading === null) return;
				const set = setIn(sheet.pdf, [figure(heading)], HEADING, width);
				asArtifact(sheet.pdf, 'Pagination', () =>
					drawLines(sheet.pdf, set, { left: sheet.left, right: sheet.right, top: sheet.y })
				);
				sheet.pass(set.height + 3);
			};
			return {
				height: table.height,
				table,
				draw: (on, parent) => drawTable(on, table, parent, again, told)
			};
		}
	}
}

/** A text by itself, with so much room above and below. */
function paragraph(
	{ pdf, left, right }: Sheet,
	sentence: Sentence,
	style: Style,
	above: number,
	below: number,
	type = 'P'
): SetBlock {
	const set = setIn(pdf, sentence, style, right - left);
	return {
		height: above + set.height + below,
		table: null,
		draw: (sheet, parent) => {
			sheet.pass(above);
			parent.add(pdf.struct(type, {}, () => drawLines(pdf, set, { left, right, top: sheet.y })));
			sheet.pass(set.height + below);
		}
	};
}

/** Lines one below the other, as of an address. */
function lines({ pdf, left, right }: Sheet, texts: readonly string[]): SetBlock {
	const all = texts.map((text) => setIn(pdf, [say(text)], TEXT, right - left));
	const height = all.reduce((sum, set) => sum + set.height, 0);
	return {
		height: 5 + height + 5,
		table: null,
		draw: (sheet, parent) => {
			sheet.pass(5);
			parent.add(
				pdf.struct('P', {}, () => {
					let top = sheet.y;
					for (const set of all) {
						drawLines(pdf, set, { left, right, top });
						top += set.height;
					}
				})
			);
			sheet.pass(height + 5);
		}
	};
}

/** A picture, and the same in words for whoever does not see it. */
function pictured({ svg, width, height, words }: Extract<Block, { kind: 'picture' }>): SetBlock {
	return {
		height: 4 + height + 6,
		table: null,
		draw: (sheet, parent) => {
			const { pdf, left } = sheet;
			sheet.pass(4);
			const size = { width, height };
			parent.add(pdf.struct('Figure', { alt: words }, () => svgAt(pdf, svg, left, sheet.y, size)));
			sheet.pass(height + 6);
		}
	};
}

function svgAt(
	pdf: PdfDocument,
	svg: string,
	x: number,
	y: number,
	{ width, height }: { readonly width: number; readonly height: number }
): void {
	drawSvg(pdf, svg, x, y, {
		width,
		height,
		assumePt: true,
		fontCallback: (_: string, isBold: boolean) => fontNamed(faceOf('sans', 'latin'), isBold)
	});
}

/** Room for a logo, in which it keeps its proportions. */
const LOGO = { width: 90, height: 30 };

/** The agency's logo beside its name and address, above a hairline. */
function letterhead(
	{ pdf, left, right }: Sheet,
	{ name, address, logo }: Extract<Block, { kind: 'letterhead' }>
): SetBlock {
	const from = logo === null ? left : left + LOGO.width + 12;
	const said = [figure(name), say(address.map((line) => ` · ${line}`).join(''))];
	const set: Lines = setIn(pdf, said, TEXT, right - from);
	const height = Math.max(logo === null ? 0 : LOGO.height, set.height);
	return {
		height: height + 6 + 8,
		table: null,
		draw: (sheet, parent) => {
			const { y } = sheet;
			if (logo !== null)
				parent.add(pdf.struct('Figure', { alt: name }, () => drawLogo(pdf, logo, left, y)));
			const top = y + (height - set.height) / 2;
			parent.add(pdf.struct('P', {}, () => drawLines(pdf, set, { left: from, right, top })));
			asArtifact(pdf, 'Layout', () => {
				pdf.lineWidth(0.5).strokeColor(HAIRLINE);
				pdf
					.moveTo(left, y + height + 6)
					.lineTo(right, y + height + 6)
					.stroke();
			});
			sheet.pass(height + 6 + 8);
		}
	};
}

function drawLogo(pdf: PdfDocument, logo: string, x: number, y: number): void {
	const svg = logoSvg(logo);
	if (svg === null) pdf.image(logo, x, y, { fit: [LOGO.width, LOGO.height] });
	else svgAt(pdf, fitted(svg), x, y, LOGO);
}

/** An SVG whose root has the largest size in its proportions that a logo has room for. */
function fitted(svg: string): string {
	const [root = ''] = /<svg\b[^>]*>/i.exec(svg) ?? [];
	const numberOf = (name: string) =>
		parseFloat(new RegExp(`\\s${name}\\s*=\\s*["']([^"']+)`, 'i').exec(root)?.[1] ?? '');
	const box = /\sviewBox\s*=\s*["']([^"']+)/i
		.exec(root)?.[1]
		?.trim()
		.split(/[\s,]+/)
		.map(Number);
	const width = box?.[2] ?? numberOf('width');
	const height = box?.[3] ?? numberOf('height');
	if (!(width > 0) || !(height > 0)) return svg;
	const scale = Math.min(LOGO.width / width, LOGO.height / height);
	const bare = root.replaceAll(/\s(width|height)\s*=\s*("[^"]*"|'[^']*')/gi, '');
	const size = ` width="${width * scale}" height="${height * scale}"`;
	const seen = box ? '' : ` viewBox="0 0 ${width} ${height}"`;
	return svg.replace(root, bare.replace(/^<svg/i, `<svg${size}${seen}`));
}

/** On every sheet: whose handout it is, its day, and the number of the sheet. */
function drawLineOnTop(pdf: PdfDocument, { left, right, page }: Handout): void {
	const { start, count } = pdf.bufferedPageRange();
	for (let at = start; at < start + count; at += 1) {
		pdf.switchToPage(at);
		const edge = pdf.page.width - MARGIN;
		const ended = setIn(pdf, [say(`${right} · ${page(at - start + 1, count)}`)], SMALL, edge);
		const room = edge - MARGIN - (ended.lines[0]?.width ?? 0) - 12;
		const begun = setIn(pdf, [figure(left)], SMALL, room);
		asArtifact(pdf, 'Pagination', () => {
			drawLines(pdf, begun, { left: MARGIN, right: edge, top: LINE });
			drawLines(pdf, ended, { left: MARGIN, right: edge, top: LINE }, 'right');
		});
	}
}
