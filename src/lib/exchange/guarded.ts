/** Texts that no spreadsheet runs as a formula. */

/** The prefix that keeps a spreadsheet from running a text as a formula. */
const GUARD = "'";

/** A text as it is safe in a sheet, signs of full width among what begins a formula; read back it is the same. */
export const guarded = (value: string): string =>
	/^'*[=+\-@\t\r＝＋－＠]/.test(value) ? GUARD + value : value;

/** A text as it was before it was guarded. */
export const unguarded = (value: string): string =>
	/^'+[=+\-@\t\r＝＋－＠]/.test(value) ? value.slice(GUARD.length) : value;
