/** Pictures as SVG (W3C, SVG 1.1). */
import { element, markupOf, type Element } from './markup';

export interface Size {
	readonly width: number;
	readonly height: number;
}

/** The face of texts in pictures; the page and the PDF have it, others take what they have. */
export const FACE = 'Source Sans 3';
export const INK = '#1f2a30';
export const QUIET = '#5e665f';
export const HAIRLINE = '#cfc7b6';

/** A whole picture, so wide and so high in points, with a title for whoever does not see it. */
export function picture({ width, height }: Size, title: string, inner: readonly Element[]): string {
	const root = {
		xmlns: 'http://www.w3.org/2000/svg',
		viewBox: `0 0 ${width} ${height}`,
		width,
		height,
		'font-family': `${FACE}, sans-serif`,
		'font-size': 10,
		role: title === '' ? 'presentation' : 'img'
	};
	const named = title === '' ? [] : [element('title', {}, title)];
	return markupOf([element('svg', root, [...named, ...inner])]);
}

/** About so wide is a text of a size in points: figures and letters of the face are half as wide as high. */
export const aboutWide = (text: string, size: number): number => text.length * size * 0.53;

/** Rounded, so that the file stays small. */
export const near = (value: number): number => Math.round(value * 100) / 100;
