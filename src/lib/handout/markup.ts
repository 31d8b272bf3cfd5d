/** Elements of SVG and HTML as text, whatever is in them escaped. */

type Attributes = Readonly<Record<string, string | number | true>>;

const escaped = (value: string | number): string =>
	String(value)
		.replaceAll('&', '&amp;')
		.replaceAll('<', '&lt;')
		.replaceAll('>', '&gt;')
		.replaceAll('"', '&quot;');

const ESCAPED = Symbol('escaped');
export interface Element {
	readonly [ESCAPED]: string;
}

/** Elements of HTML that have no end (HTML, 13.1.2 Elements: void elements). */
const VOID = new Set(['meta', 'img', 'input', 'br']);

/** An element with its attributes, and in it elements or a text; an attribute that is `true` has no value. */
export function element(
	name: string,
	attributes: Attributes,
	inner: readonly Element[] | string = []
): Element {
	const listed = Object.entries(attributes).map(([key, value]) =>
		value === true ? ` ${key}` : ` ${key}="${escaped(value)}"`
	);
	const start = `<${name}${listed.join('')}>`;
	if (VOID.has(name)) return { [ESCAPED]: start };
	const content = typeof inner === 'string' ? escaped(inner) : markupOf(inner);
	return { [ESCAPED]: `${start}${content}</${name}>` };
}

/** A text between elements. */
export const between = (text: string): Element => ({ [ESCAPED]: escaped(text) });

/** What is markup already, and nobody's input. */
export const verbatim = (markup: string): Element => ({ [ESCAPED]: markup });

export const markupOf = (elements: readonly Element[]): string =>
	elements.map((one) => one[ESCAPED]).join('');
