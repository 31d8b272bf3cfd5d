/** The sheets that a PDF is drawn on, from the top down, and what each thing on them is for whoever has them read out. */
import type { Sentence } from '../../messages/sentence';
import { faceOf, fontRuns, type Family } from '../fonts';
import { INK } from '../svg';

/** An element of the structure (ISO 32000-1, 14.7), to which others are added. */
export interface Structure {
	add(child: Structure): this;
}

/** What is used of the engine's documents. Lengths are in points, from the upper left corner. */
export interface PdfDocument {
	readonly page: { readonly width: number; readonly height: number };
	addPage(): this;
	switchToPage(page: number): this;
	bufferedPageRange(): { readonly start: number; readonly count: number };
	registerFont(name: string, bytes: Uint8Array): this;
	font(name: string): this;
	fontSize(size: number): this;
	widthOfString(text: string): number;
	currentLineHeight(includeGap: boolean): number;
	fillColor(color: string): this;
	strokeColor(color: string): this;
	lineWidth(width: number): this;
	text(text: string, x: number, y: number, options: { readonly lineBreak: false }): this;
	moveTo(x: number, y: number): this;
	lineTo(x: number, y: number): this;
	roundedRect(x: number, y: number, width: number, height: number, radius: number): this;
	stroke(): this;
	image(
		source: string,
		x: number,
		y: number,
		options: { readonly fit: readonly [number, number] }
	): this;
	markContent(tag: 'Artifact', options: { readonly type: 'Layout' | 'Pagination' }): this;
	endMarkedContent(): this;
	struct(
		type: string,
		options: { readonly alt?: string; readonly scope?: 'Column' | 'Row' },
		draw?: () => void
	): Structure;
	addStructure(structure: Structure): this;
	end(): void;
}

/** How texts of one kind are set. */
export interface Style {
	readonly family: Family;
	readonly size: number;
	readonly color?: string;
	/** The height of a line, in those of the face. */
	readonly leading?: number;
}

/** A piece of a line in one face. */
interface Piece {
	readonly text: string;
	readonly font: string;
	readonly width: number;
}

interface Line {
	readonly pieces: readonly Piece[];
	/** Without the space at its end. */
	readonly width: number;
}

/** Lines of a text, and how high they are together. */
export interface Lines {
	readonly lines: readonly Line[];
	readonly style: Style;
	readonly each: number;
	readonly height: number;
}

export const fontNamed = (face: string, isBold: boolean): string =>
	isBold ? `${face} bold` : face;

/** The widths of pieces, which tables measure again and again. */
const measured = new WeakMap<PdfDocument, Map<string, number>>();

function widthOf(pdf: PdfDocument, text: string, font: string, size: number): number {
	const known = measured.get(pdf) ?? new Map<string, number>();
	measured.set(pdf, known);
	const key = `${font} ${size} ${text}`;
	const width = known.get(key) ?? pdf.font(font).fontSize(size).widthOfString(text);
	known.set(key, width);
	return width;
}

/** A word with the space after it: pieces in one face each. */
interface Word {
	readonly pieces: Piece[];
	isEnded: boolean;
}

function wordsOf(pdf: PdfDocument, sentence: Sentence, { family, size }: Style): Word[] {
	const words: Word[] = [];
	for (const { text, figure } of sentence) {
		for (const run of fontRuns(text, family)) {
			const font = fontNamed(faceOf(family, run.subset), figure !== undefined);
			for (const [part] of run.text.matchAll(/[^ ]+ *| +/g)) {
				const last = words.at(-1);
				const piece = { text: part, font, width: widthOf(pdf, part, font, size) };
				if (last && !last.isEnded) last.pieces.push(piece);
				else words.push({ pieces: [piece], isEnded: false });
				const word = words.at(-1);
				if (word) word.isEnded = part.endsWith(' ');
			}
		}
	}
	return words;
}

const sumOf = (pieces: readonly Piece[]): number =>
	pieces.reduce((sum, { width }) => sum + width, 0);

/** A line; the space at its end takes no room, and parts its words from those of the next one where they are read out. */
function lineOf(pdf: PdfDocument, pieces: readonly Piece[], size: number): Line {
	const last = pieces.at(-1);
	if (!last) return { pieces, width: 0 };
	const text = last.text.trimEnd();
	const ended = { ...last, width: widthOf(pdf, text, last.font, size) };
	const all = [...pieces.slice(0, -1), ended];
	return { pieces: all, width: sumOf(all) };
}

/** The letters of a word that is wider than its line, in as many lines as they need. */
function brokenWord(pdf: PdfDocument, { pieces }: Word, size: number, most: number): Piece[][] {
	const lines: Piece[][] = [[]];
	let width = 0;
	for (const { text, font } of pieces) {
		for (const letter of text) {
			const piece = { text: letter, font, width: widthOf(pdf, letter, font, size) };
			if (width + piece.width > most && width > 0) {
				lines.push([]);
				width = 0;
			}
			lines.at(-1)?.push(piece);
			width += piece.width;
		}
	}
	return lines;
}

/** A text set in lines that are at most so wide. */
export function setIn(pdf: PdfDocument, sentence: Sentence, style: Style, most: number): Lines {
	const lines: Line[] = [];
	let now: Piece[] = [];
	const end = () => lines.push(lineOf(pdf, now, style.size));
	for (const word of wordsOf(pdf, sentence, style)) {
		const { width } = lineOf(pdf, word.pieces, style.size);
		if (now.length > 0 && sumOf(now) + width > most) {
			end();
			now = [];
		}
		if (width <= most) now.push(...word.pieces);
		else {
			const broken = brokenWord(pdf, word, style.size, most);
			for (const pieces of broken.slice(0, -1)) lines.push(lineOf(pdf, pieces, style.size));
			now = broken.at(-1) ?? [];
		}
	}
	end();
	const face = fontNamed(faceOf(style.family, 'latin'), false);
	const each =
		pdf.font(face).fontSize(style.size).currentLineHeight(true) * (style.leading ?? LEADING);
	return { lines, style, each, height: each * lines.length };
}
const LEADING = 1.15;

/** So wide are the longest word of a text and the whole of it on one line. */
export function widthsOf(
	pdf: PdfDocument,
	sentence: Sentence,
	style: Style
): { readonly least: number; readonly most: number } {
	const words = wordsOf(pdf, sentence, style);
	const each = words.map(({ pieces }) => lineOf(pdf, pieces, style.size).width);
	const all = words.flatMap(({ pieces }) => pieces);
	return { least: Math.max(0, ...each), most: lineOf(pdf, all, style.size).width };
}

/** Draws lines below each other, each between the left and the right. */
export function drawLines(
	pdf: PdfDocument,
	{ lines, style, each }: Lines,
	{ left, right, top }: { readonly left: number; readonly right: number; readonly top: number },
	align: 'left' | 'right' = 'left'
): void {
	lines.forEach(({ pieces, width }, at) => {
		let x = align === 'left' ? left : right - width;
		for (const piece of pieces) {
			if (piece.text !== '') {
				pdf
					.font(piece.font)
					.fontSize(style.size)
					.fillColor(style.color ?? INK);
				pdf.text(piece.text, x, top + at * each, { lineBreak: false });
			}
			x += piece.width;
		}
	});
}

/** What is drawn for the eye alone: rules, and what stands on every page. */
export function asArtifact(
	pdf: PdfDocument,
	type: 'Layout' | 'Pagination',
	draw: () => void
): void {
	pdf.markContent('Artifact', { type });
	draw();
	pdf.endMarkedContent();
}

/** A sheet after another, filled from the top down. */
export class Sheet {
	#y: number;

	constructor(
		readonly pdf: PdfDocument,
		readonly top: number,
		readonly margin: number,
		readonly below: number
	) {
		pdf.addPage();
		this.#y = top;
	}

	get y(): number {
		return this.#y;
	}

	get left(): number {
		return this.margin;
	}

	get right(): number {
		return this.pdf.page.width - this.margin;
	}

	get isFresh(): boolean {
		return this.#y === this.top;
	}

	/** How much of a sheet can be filled. */
	get room(): number {
		return this.pdf.page.height - this.below - this.top;
	}

	/** Whether there is room for something so high. */
	has(height: number): boolean {
		return this.#y + height <= this.pdf.page.height - this.below;
	}

	/** Goes down. */
	pass(height: number): void {
		this.#y += height;
	}

	turn(): void {
		this.pdf.addPage();
		this.#y = this.top;
	}
}
