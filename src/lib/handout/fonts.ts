/** The faces of the PDF: which file has which letters (the ranges that the fonts' package states). */
import sans from '@fontsource/source-sans-3/unicode.json';
import serif from '@fontsource/literata/unicode.json';
import { FACE } from './svg';

export type Family = 'sans' | 'serif';
export type Subset = keyof typeof sans;
export type Weight = 400 | 700;

/** Where the files are; the bytes of each. */
export type FontLoader = (family: Family, subset: Subset, weight: Weight) => Promise<Uint8Array>;

const NAMES = { sans: FACE, serif: 'Literata' } as const;

/** The name of a face in the PDF. */
export const faceOf = (family: Family, subset: Subset): string =>
	subset === 'latin' ? NAMES[family] : `${NAMES[family]} ${subset}`;

type Range = readonly [from: number, to: number];
const rangesOf = (stated: string): Range[] =>
	stated.split(',').map((range) => {
		const [from = '', to = from] = range.trim().replace('U+', '').split('-');
		return [parseInt(from, 16), parseInt(to, 16)];
	});
const SUBSETS = Object.fromEntries(
	(['sans', 'serif'] as const).map((family) => {
		const stated = Object.entries(family === 'sans' ? sans : serif) as [Subset, string][];
		// What several files have is taken from the one for Latin.
		const ordered = stated.toSorted(([a], [b]) => Number(b === 'latin') - Number(a === 'latin'));
		return [family, ordered.map(([subset, ranges]) => [subset, rangesOf(ranges)] as const)];
	})
) as unknown as Record<Family, readonly (readonly [Subset, readonly Range[]])[]>;

/** Narrow spaces that the faces lack, and what is written in their place. */
const SPACES = /[\u2000-\u200b\u202f\u205f]/g;

export interface FontRun {
	readonly text: string;
	readonly subset: Subset;
}

/** A text in runs of one file each; a letter that no file has becomes “?”. */
export function fontRuns(written: string, family: Family): FontRun[] {
	const runs: { text: string; subset: Subset }[] = [];
	for (const letter of written.replace(SPACES, '\u00a0')) {
		const subset = subsetOf(letter, family);
		const last = runs.at(-1);
		const text = subset === null ? '?' : letter;
		const of = subset ?? 'latin';
		if (last?.subset === of) last.text += text;
		else runs.push({ text, subset: of });
	}
	return runs;
}

/** Whether every letter can be printed. */
export const isPrintable = (written: string): boolean =>
	[...written.replace(SPACES, ' ')].every((letter) => subsetOf(letter, 'sans') !== null);

function subsetOf(letter: string, family: Family): Subset | null {
	const code = letter.codePointAt(0) ?? 0;
	const found = SUBSETS[family].find(([, ranges]) =>
		ranges.some(([from, to]) => from <= code && code <= to)
	);
	return found?.[0] ?? null;
}
