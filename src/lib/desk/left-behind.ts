/**
 * What a page still had to save when it was left, kept in its tab until the case is opened there again:
 * the request it sent on leaving may not have arrived.
 */
import type { CaseDocument } from '../formats/case-document';

export interface LeftBehind {
	/** The revision that it is to be saved on top of. */
	readonly basedOn: number;
	readonly what: string;
	readonly document: CaseDocument;
}

const key = (id: string) => `left behind in ${id}`;

export function leaveBehind(id: string, left: LeftBehind): void {
	sessionStorage.setItem(key(id), JSON.stringify(left));
}

/** What was left behind in this tab, if anything; it is there once. */
export function takeLeftBehind(id: string): LeftBehind | null {
	const text = sessionStorage.getItem(key(id));
	sessionStorage.removeItem(key(id));
	return text === null ? null : (JSON.parse(text) as LeftBehind);
}
