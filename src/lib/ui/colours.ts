/** Looks a custom property of the style sheet up, as it is by day or by night. */
export type Colour = (property: string) => string;

export function coloursOf(element: Element): Colour {
	const style = getComputedStyle(element);
	return (property) => style.getPropertyValue(property).trim();
}

/** Calls back when fonts have come or day turns into night; the result stops that. */
export function whenColoursChange(again: () => void): () => void {
	const night = matchMedia('(prefers-color-scheme: dark)');
	night.addEventListener('change', again);
	void document.fonts.ready.then(again);
	return () => night.removeEventListener('change', again);
}
