/**
 * What a page still had to save when it was left, kept in its tab until the case is opened there again:
 * the request it sent on leaving may not have arrived, or was too large to be sent on leaving.
 */
import type { Operation } from 'fast-json-patch';
import { VERSION } from '../document/version';
import type { CaseDocument } from '../document/case';
import { changesFrom, withChanges } from '../document/patches';
import type { Held, LeftBehind } from './save-queue';

/** Whose it is, where there are people to be told apart: nobody takes up what another one left. */
const key = (id: string, who: string | null) => `left behind in ${id}${who ? ` by ${who}` : ''}`;

/** As it is stored: each change by what it changes in the document before it, since a tab has room for few documents. */
interface Stored {
	readonly base: Held<CaseDocument>;
	readonly changes: readonly {
		readonly key: string;
		readonly what: string;
		readonly at: string;
		readonly changes: readonly Operation[];
	}[];
}

/**
 * Keeps what is left, or, where nothing is, what was kept before no longer; false where the tab has no room for it, so
 * that the request that is sent on leaving is all there is.
 */
export function leaveBehind(
	id: string,
	who: string | null,
	left: LeftBehind<CaseDocument> | null
): boolean {
	try {
		if (left === null) sessionStorage.removeItem(key(id, who));
		else sessionStorage.setItem(key(id, who), JSON.stringify(stored(left)));
		return true;
	} catch {
		return false;
	}
}

function stored({ base, changes }: LeftBehind<CaseDocument>): Stored {
	let before = base.document;
	return {
		base,
		changes: changes.map(({ document, ...change }) => {
			const kept = { ...change, changes: changesFrom(before, document) };
			before = document;
			return kept;
		})
	};
}

/** Takes the unsaved changes that a page of this version left in this tab, if any; they are there once. */
export function takeLeftBehind(id: string, who: string | null): LeftBehind<CaseDocument> | null {
	const text = sessionStorage.getItem(key(id, who));
	sessionStorage.removeItem(key(id, who));
	if (text === null) return null;
	const { base, changes } = JSON.parse(text) as Stored;
	if ((base.document.version as number) !== VERSION) return null;
	let { document } = base;
	return {
		base,
		changes: changes.map(({ changes: done, ...change }) => {
			document = withChanges(document, done) as CaseDocument;
			return { ...change, document };
		})
	};
}
