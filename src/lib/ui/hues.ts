/** How many debts have a hue of their own; the letters go on where the hues begin again. */
const HUES = 12;

/** The hues that are light by day as well as by night, so that a dark letter reads better on them. */
const LIGHT = new Set([2, 3, 5, 8, 10]);

export interface Hue {
	/** The custom property of the style sheet that holds it. */
	readonly property: string;
	readonly light: boolean;
}

export function hueOf(index: number): Hue {
	const place = index % HUES;
	return { property: `--debt-${place}`, light: LIGHT.has(place) };
}
