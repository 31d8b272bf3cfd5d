/**
 * What a page still had to save when it was left, kept in its tab until the case is opened there again:
 * the request it sent on leaving may not have arrived.
 */
import { VERSION, type CaseDocument } from '../document/case';
import type { LeftBehind } from './save-queue';

/** Whose it is, where there are people to be told apart: nobody takes up what another one left. */
const key = (id: string, who: string | null) => `left behind in ${id}${who ? ` by ${who}` : ''}`;

/** Keeps what is left, or, where nothing is, what was kept before no longer. */
export function leaveBehind(
	id: string,
	who: string | null,
	left: LeftBehind<CaseDocument> | null
): void {
	try {
		if (left === null) sessionStorage.removeItem(key(id, who));
		else sessionStorage.setItem(key(id, who), JSON.stringify(left));
	} catch {
		// The tab has no room for it: the request that is sent on leaving is all there is then.
	}
}

/** What was left behind in this tab by a page of this version, if anything; it is there once. */
export function takeLeftBehind(id: string, who: string | null): LeftBehind<CaseDocument> | null {
	const text = sessionStorage.getItem(key(id, who));
	sessionStorage.removeItem(key(id, who));
	if (text === null) return null;
	const left = JSON.parse(text) as LeftBehind<CaseDocument>;
	const isPresent = (document: CaseDocument) => (document.version as number) === VERSION;
	return isPresent(left.base.document) ? left : null;
}
