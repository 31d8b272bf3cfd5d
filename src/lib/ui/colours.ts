/** Looks a custom property of the style sheet up, as it is by day or by night. */
export type Colour = (property: string) => string;

/** What was looked up for each element: asking for a style has the page work all styles out that have changed. */
let known = new WeakMap<Element, Map<string, string>>();
let isWatched = false;

export function coloursOf(element: Element): Colour {
	if (!isWatched) whenColoursChange(() => (known = new WeakMap()));
	isWatched = true;
	const colours = known.get(element) ?? new Map<string, string>();
	known.set(element, colours);
	return (property) => {
		const colour = colours.get(property) ?? lookedUp(property, element);
		colours.set(property, colour);
		return colour;
	};
}

function lookedUp(property: string, element: Element): string {
	const written = getComputedStyle(element).getPropertyValue(property).trim();
	const isNamed = !written.startsWith('#') && CSS.supports('color', written);
	return isNamed ? resolved(written, element) : written;
}

/** A colour of the system's, where it sets them, in figures: drawn on what is not in the page, its name says nothing. */
function resolved(written: string, where: Element): string {
	const probe = document.createElement('i');
	probe.className = 'drawn';
	probe.style.color = written;
	where.append(probe);
	const { color } = getComputedStyle(probe);
	probe.remove();
	return color;
}

/** The inputs of colors: light or dark, and whether the system forces them. */
const CHANGES = ['(prefers-color-scheme: dark)', '(forced-colors: active)'];

/** Calls back when fonts have come, day turns into night, or the system sets the colours; the result stops that. */
export function whenColoursChange(again: () => void): () => void {
	const queries = CHANGES.map((query) => matchMedia(query));
	for (const query of queries) query.addEventListener('change', again);
	// Each time: what is drawn may be what first asks for a font.
	document.fonts.addEventListener('loadingdone', again);
	return () => {
		document.fonts.removeEventListener('loadingdone', again);
		for (const query of queries) query.removeEventListener('change', again);
	};
}
