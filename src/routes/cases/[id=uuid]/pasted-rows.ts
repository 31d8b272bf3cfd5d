import { Refusal } from '$lib/exchange/bytes';
import { rowsOfText, type Sheet } from '$lib/exchange/table';
import type { Writing } from '$lib/reading/writing';
import { asPasted } from '$lib/words/imports';

/** Pasted text as the one sheet that it is, or why it is none. */
export function pastedRows(
	text: string,
	writing: Writing
): { readonly source: string; readonly sheets: readonly Sheet[] } | { readonly refusal: string } {
	const source = asPasted(writing);
	try {
		return { source, sheets: [{ name: '', rows: rowsOfText(text, source, writing) }] };
	} catch (error) {
		if (error instanceof Refusal) return { refusal: error.message };
		throw error;
	}
}
