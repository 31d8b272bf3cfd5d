/** Finds and applies the changes from one document to another (JSON Patch, RFC 6902). */
import patches, { type Operation } from 'fast-json-patch';

/** Finds the operations that turn one document into the other. */
export const differenceBetween = (before: object, after: object): Operation[] =>
	patches.compare(before, after);

/** The same, or, where that is more than the other one or nothing is known of the first, all of it. */
export function changesFrom(before: object | null, after: object): Operation[] {
	const whole: Operation[] = [{ op: 'replace', path: '', value: after }];
	if (before === null) return whole;
	const changes = differenceBetween(before, after);
	return JSON.stringify(changes).length < JSON.stringify(after).length ? changes : whole;
}

/** Whether changes say all of a document anew. */
export const isWhole = ([only, ...more]: readonly Operation[]): boolean =>
	only?.op === 'replace' && only.path === '' && more.length === 0;

/**
 * A document with changes made to it, itself left as it was; null where they do not fit it. What they are not about is the
 * same in both: whoever knows the one by heart need not look through the other.
 */
export function withChanges(document: unknown, changes: readonly Operation[]): unknown {
	if (changes.length === 0) return document;
	const [only] = changes;
	if (only?.op === 'replace' && isWhole(changes)) return only.value;
	try {
		const own = new Set<unknown>();
		let changed = document;
		for (const change of changes) {
			changed = ownAlong(changed, change.path, own);
			changed = patches.applyOperation(changed, change, true).newDocument;
		}
		return changed;
	} catch {
		return null;
	}
}

/** A document whose groups and lists on the way to a place are its own, so that it can be changed there. */
function ownAlong(document: unknown, path: string, own: Set<unknown>): unknown {
	const root = ownOne(document, own);
	let at = root as Record<string, unknown>;
	// What the last name names is changed as a whole.
	for (const name of path.split('/').slice(1, -1).map(patches.unescapePathComponent)) {
		if (!Object.hasOwn(at, name)) break;
		const inner = ownOne(at[name], own);
		if (typeof inner !== 'object' || inner === null) break;
		at[name] = inner;
		at = inner as Record<string, unknown>;
	}
	return root;
}

function ownOne(value: unknown, own: Set<unknown>): unknown {
	if (typeof value !== 'object' || value === null || own.has(value)) return value;
	const copy: unknown = Array.isArray(value) ? [...(value as unknown[])] : { ...value };
	own.add(copy);
	return copy;
}
