/**
 * What became of a typed text. A refusal says what was not understood and what is allowed, both as sentences
 * that can be put beside the field; what was typed stays with the field.
 */
export type Reading<T> =
	| { readonly ok: true; readonly value: T }
	| { readonly ok: false; readonly problem: string; readonly allowed: string };

export const accepted = <T>(value: T): Reading<T> => ({ ok: true, value });

export const refused = (problem: string, allowed: string): Reading<never> => ({
	ok: false,
	problem,
	allowed
});

/** Quotes what was typed, shortened so that it fits into a sentence. */
export function quoted(text: string): string {
	const shown = text.length > 24 ? `${text.slice(0, 23)}…` : text;
	return `“${shown}”`;
}
