/** A handout as PDF: its blocks laid out on pages, faces embedded; a table breaks between rows and repeats its head. */
import type {
	Content,
	ContentTable,
	CustomTableLayout,
	TableCell,
	TDocumentDefinitions
} from 'pdfmake/interfaces';
import type { Sentence } from '../messages/sentence';
import { logoSvg } from '../document/logo';
import { MARGIN, PAPER_SIZES, PICTURE_WIDTH, type Block, type Handout, type Table } from './blocks';
import { faceOf, fontRuns, isPrintable, type Family, type FontLoader, type Subset } from './fonts';
import { element } from './markup';
import { HAIRLINE, INK, picture, QUIET } from './svg';

/** The PDF engine of the place where it runs. */
export interface PdfMaker {
	readonly addFonts: (fonts: Record<string, { normal: string; bold: string }>) => void;
	readonly setProgressCallback: (tell: (done: number) => void) => void;
	readonly createPdf: (definition: TDocumentDefinitions) => { getBuffer(): Promise<Uint8Array> };
}

/** More rows than these may take more than a page: they break between rows. */
const TOGETHER = 18;
const SIZE = 10;
const DENSE = 7.6;

/** Draws a handout; `tell` is told how much of it is drawn, from 0 to 1. */
export async function pdfOf(
	handout: Handout,
	maker: PdfMaker,
	load: FontLoader,
	tell: (done: number) => void = () => undefined
): Promise<Uint8Array> {
	const definition = definitionOf(handout);
	maker.addFonts(await facesOf(handout, load));
	maker.setProgressCallback(tell);
	return new Uint8Array(await maker.createPdf(definition).getBuffer());
}

/** The faces that a handout needs: those of Latin, and those for the letters of its texts. */
async function facesOf(handout: Handout, load: FontLoader) {
	const texts = textsIn(handout);
	const faces: Record<string, { normal: string; bold: string }> = {};
	for (const family of ['sans', 'serif'] as const) {
		const subsets = new Set<Subset>(['latin']);
		for (const { subset } of fontRuns(texts, family)) subsets.add(subset);
		for (const subset of subsets) {
			faces[faceOf(family, subset)] = {
				normal: await load(family, subset, 400),
				bold: await load(family, subset, 700)
			};
		}
	}
	return faces;
}

/** Every letter of a handout. */
function textsIn({ left, right, blocks }: Handout): string {
	const letters = new Set(left + right);
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

function definitionOf(handout: Handout): TDocumentDefinitions {
	const { paper, title, left, right, page, blocks, language } = handout;
	const printable = isPrintable(textsIn(handout));
	const small = { fontSize: 8.5, color: QUIET };
	return {
		pageSize: PAPER_SIZES[paper],
		pageMargins: [MARGIN, 62, MARGIN, 50],
		language,
		info: { title: left, subject: title, creator: 'Residuum', producer: 'Residuum' },
		defaultStyle: { font: faceOf('sans', 'latin'), fontSize: SIZE, color: INK, lineHeight: 1.15 },
		header: (current, pages) => ({
			margin: [MARGIN, 32, MARGIN, 0],
			columns: [
				{ text: runsOf(left, 'sans'), bold: true, ...small },
				{
					text: runsOf(`${right} · ${page(current, pages)}`, 'sans'),
					alignment: 'right',
					width: 'auto',
					...small
				}
			]
		}),
		content: [
			...grouped(blocks).map(drawnGroup),
			...(printable
				? []
				: [{ text: runsOf(handout.replaced, 'sans'), margin: [0, 8, 0, 0], ...small }])
		] as Content
	};
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

/** A group stays together on a page; where it has a long table, the heading is part of that table's head. */
function drawnGroup(group: readonly Block[]): Content {
	const [first, second, ...others] = group;
	if (first?.kind === 'heading' && second?.kind === 'table' && second.rows.length > TOGETHER) {
		return { stack: [drawnTable(second, first.text), ...others.map(drawn)] };
	}
	return { stack: group.map(drawn), unbreakable: !group.some(isLong) };
}

const isLong = (block: Block): boolean => block.kind === 'table' && block.rows.length > TOGETHER;

function drawn(block: Block): Content {
	switch (block.kind) {
		case 'heading':
			return headingOf(block.text);
		case 'letterhead':
			return letterheadOf(block);
		case 'lines':
			return {
				stack: block.lines.map((line) => ({ text: runsOf(line, 'sans') })),
				margin: [0, 5, 0, 5]
			};
		case 'answer':
			return {
				text: phrases(block.sentence, 'serif'),
				fontSize: 17,
				lineHeight: 1.08,
				margin: [0, 0, 0, 8]
			};
		case 'sentence':
			return {
				text: phrases(block.sentence, 'sans'),
				margin: [0, 3, 0, 4],
				...(block.quiet ? { fontSize: 8.5, color: QUIET } : {})
			};
		case 'picture':
			return { svg: block.svg, width: block.width, margin: [0, 4, 0, 6] };
		case 'table':
			return drawnTable(block, null);
	}
}

/** The agency's logo beside its name and address, above a hairline. */
function letterheadOf({ name, address, logo }: Extract<Block, { kind: 'letterhead' }>): Content {
	const svg = logo === null ? null : logoSvg(logo);
	const fit: [number, number] = [90, 30];
	const image = logo === null ? [] : [svg === null ? { image: logo, fit } : { svg, fit }];
	const rest = address.map((line) => ` · ${line}`).join('');
	return {
		stack: [
			{
				columns: [
					...image.map((of) => ({ ...of, width: fit[0] })),
					{
						text: [
							...runsOf(name, 'sans').map((run) => ({ ...run, bold: true })),
							...runsOf(rest, 'sans')
						],
						margin: [0, image.length > 0 ? 9 : 0, 0, 0]
					}
				],
				columnGap: 12
			},
			{
				canvas: [
					{
						type: 'line',
						x1: 0,
						y1: 6,
						x2: PICTURE_WIDTH,
						y2: 6,
						lineWidth: 0.5,
						lineColor: HAIRLINE
					}
				]
			}
		],
		margin: [0, 0, 0, 8]
	};
}

const headingOf = (text: string) => ({
	text: runsOf(text, 'serif'),
	fontSize: 12.5,
	bold: true,
	margin: [0, 9, 0, 3] as [number, number, number, number]
});

/** A table; with a heading above its columns where it goes on over pages. */
function drawnTable(table: Table, heading: string | null): ContentTable {
	const { columns, rows, hasSum, isDense } = table;
	const size = isDense ? DENSE : SIZE;
	const hasLetters = rows.some(({ letter }) => letter !== null);
	const empty = Array.from({ length: columns.length - (hasLetters ? 0 : 1) }, () => '');
	const head: TableCell[] = [
		...(hasLetters ? [''] : []),
		...columns.map(({ heading: text, align }) => ({
			text: runsOf(text, 'sans'),
			alignment: align,
			fontSize: isDense ? DENSE : 8.5,
			color: QUIET
		}))
	];
	const width = (at: number) => (columns[at]?.align === 'left' && !isDense ? '*' : 'auto');
	const spread = isDense
		? columns.map((_, at) => (at === 0 ? 2 : '*'))
		: columns.map((_, at) => width(at));
	return {
		fontSize: size,
		layout: lined(rows.length, hasSum, isDense ? 3 : 12),
		table: {
			headerRows: heading === null ? 1 : 2,
			keepWithHeaderRows: 1,
			dontBreakRows: true,
			widths: [...(hasLetters ? [15] : []), ...spread],
			body: [
				...(heading === null
					? []
					: [
							[{ ...headingOf(heading), colSpan: columns.length + (hasLetters ? 1 : 0) }, ...empty]
						]),
				head,
				...rows.map(({ letter, cells, isStrong }): TableCell[] => [
					...(hasLetters ? [letter === null ? '' : { svg: framed(letter), width: 13 }] : []),
					...cells.map((text, at): TableCell => ({
						text: runsOf(text, 'sans'),
						alignment: columns[at]?.align ?? 'left',
						bold: isStrong,
						margin: [0, isDense && hasLetters ? 2 : 0, 0, 0]
					}))
				])
			]
		}
	};
}

/** A letter in a frame, as on the page. */
const framed = (letter: string): string =>
	picture({ width: 13, height: 13 }, '', [
		element('rect', {
			x: 0.5,
			y: 0.5,
			width: 12,
			height: 12,
			rx: 1.5,
			fill: 'none',
			stroke: INK,
			'stroke-width': 0.7
		}),
		element(
			'text',
			{
				x: 6.5,
				y: letter.length > 1 ? 9 : 9.7,
				'font-size': letter.length > 1 ? 6.5 : 8.5,
				'font-weight': 700,
				'text-anchor': 'middle',
				fill: INK
			},
			letter
		)
	]);

/** Hairlines under the rows, a stronger one above the sum. */
const lined = (rows: number, hasSum: boolean, gap: number): CustomTableLayout => ({
	hLineWidth: (line, { table }) => {
		const heads = table.headerRows ?? 1;
		if (line < heads) return 0;
		return hasSum && line === heads + rows - 1 ? 0.9 : 0.5;
	},
	vLineWidth: () => 0,
	hLineColor: (line, { table }) =>
		hasSum && line === (table.headerRows ?? 1) + rows - 1 ? INK : HAIRLINE,
	paddingLeft: (column) => (column === 0 ? 0 : gap),
	paddingRight: () => 3,
	paddingTop: () => 2.2,
	paddingBottom: () => 1.6
});

/** A text in the faces that have its letters. */
const runsOf = (text: string, family: Family) =>
	fontRuns(text, family).map((run) => ({ text: run.text, font: faceOf(family, run.subset) }));

const phrases = (sentence: Sentence, family: Family) =>
	sentence.flatMap(({ text, figure }) =>
		fontRuns(text, family).map((run) => ({
			text: run.text,
			font: faceOf(family, run.subset),
			bold: figure !== undefined
		}))
	);
