/** What changes from one document to another, found and made (JSON Patch, RFC 6902). */
import patches, { type Operation } from 'fast-json-patch';

/** What has to be done to one document so that it becomes the other. */
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

/** A document with changes made to it, itself left as it was; null where they do not fit it. */
export function withChanges(document: unknown, changes: readonly Operation[]): unknown {
	if (changes.length === 0) return document;
	const [only] = changes;
	if (only?.op === 'replace' && isWhole(changes)) return only.value;
	try {
		return patches.applyPatch(ownParts(document, changes), changes as Operation[], true)
			.newDocument;
	} catch {
		return null;
	}
}

/** A document whose parts that changes are about are its own; a large one is mostly what it was. */
function ownParts(document: unknown, changes: readonly Operation[]): unknown {
	if (typeof document !== 'object' || document === null || Array.isArray(document))
		return structuredClone(document);
	const own: Record<string, unknown> = { ...document };
	for (const { path } of changes) {
		const [, part = ''] = path.split('/');
		if (part in own) own[part] = structuredClone(own[part]);
	}
	return own;
}
