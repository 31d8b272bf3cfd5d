/** The blocks of a client handout as data, drawn as a page and as a PDF. */
import type { Sentence } from '../messages/sentence';
import type { Paper } from '../document/handout-parts';

export type Block =
	| { readonly kind: 'heading'; readonly text: string }
	/** Who writes: the agency's name and address, and its logo as a data URL; null: none. */
	| {
			readonly kind: 'letterhead';
			readonly name: string;
			readonly address: readonly string[];
			readonly logo: string | null;
	  }
	/** Lines one below the other, as of an address. */
	| { readonly kind: 'lines'; readonly lines: readonly string[] }
	/** The answer, large. */
	| { readonly kind: 'answer'; readonly sentence: Sentence }
	| { readonly kind: 'sentence'; readonly sentence: Sentence; readonly quiet: boolean }
	/** A picture as SVG, so wide and so high in points, and the same in words. */
	| {
			readonly kind: 'picture';
			readonly svg: string;
			readonly width: number;
			readonly height: number;
			readonly words: string;
	  }
	| Table;

export interface Table {
	readonly kind: 'table';
	readonly columns: readonly Column[];
	readonly rows: readonly Row[];
	/** The last row is the sum of the others. */
	readonly hasSum: boolean;
	/** Small and narrow: many columns. */
	readonly isDense: boolean;
}

interface Column {
	readonly heading: string;
	readonly align: 'left' | 'right';
}

export interface Row {
	/** Set in front of the first cell, in a frame. */
	readonly letter: string | null;
	readonly cells: readonly string[];
	readonly isStrong: boolean;
}

export interface Handout {
	readonly language: string;
	readonly paper: Paper;
	readonly title: string;
	/** At the top of each page: on the left, and on the right beside the page's number. */
	readonly left: string;
	readonly right: string;
	/** “page 1 of 2” */
	readonly page: (page: number, pages: number) => string;
	readonly blocks: readonly Block[];
	/** The note for characters that the fonts lack. */
	readonly replaced: string;
}

/** Sizes of paper and its margins, in points of 1/72 inch. */
export const PAPER_SIZES = {
	a4: { width: 595.28, height: 841.89 },
	letter: { width: 612, height: 792 }
} as const;
export const MARGIN = 44;
/** The width between the margins. */
export const PICTURE_WIDTH = 506;
