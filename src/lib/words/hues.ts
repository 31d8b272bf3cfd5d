/** The hues of debts by day, as they are on paper; the style sheet has the same, and those by night. */
const ON_PAPER = [
	'#2f6d8c',
	'#8a5a9e',
	'#6f8f3c',
	'#c28a2b',
	'#37485a',
	'#4f8f86',
	'#a35c75',
	'#5573aa',
	'#93814a',
	'#2f6b45',
	'#b98f6a',
	'#5c5f86'
] as const;

/** How many debts have a hue of their own; the letters go on where the hues begin again. */
const HUES = ON_PAPER.length;

/** The hues that are light by day as well as by night, so that a dark letter reads better on them. */
const LIGHT = new Set([2, 3, 5, 8, 10]);

export interface Hue {
	/** The custom property of the style sheet that holds it. */
	readonly property: string;
	/** Its colour on paper. */
	readonly onPaper: string;
	readonly light: boolean;
}

export function hueOf(index: number): Hue {
	const place = index % HUES;
	return {
		property: `--debt-${place}`,
		onPaper: ON_PAPER[place] ?? ON_PAPER[0],
		light: LIGHT.has(place)
	};
}
