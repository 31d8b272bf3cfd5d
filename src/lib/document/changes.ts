/** What changes from one document to another, as JSON Patch has it (RFC 6902): what a save carries, and what a history keeps. */
import patches, { type Operation } from 'fast-json-patch';
import { z } from 'zod';

/** Nothing is copied or moved: a few of those could make a document of any size. */
const path = z.string().max(2_000);
export const changesEntry = z
	.array(
		z.discriminatedUnion('op', [
			z.strictObject({ op: z.literal('add'), path, value: z.unknown() }),
			z.strictObject({ op: z.literal('replace'), path, value: z.unknown() }),
			z.strictObject({ op: z.literal('remove'), path })
		])
	)
	.transform((changes) => changes as Operation[]);

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

/** A document with changes made to it, itself left as it was; null where they do not fit it. */
export function withChanges(document: unknown, changes: readonly Operation[]): unknown {
	const [only] = changes;
	if (changes.length === 1 && only?.op === 'replace' && only.path === '') return only.value;
	try {
		return patches.applyPatch(document, changes as Operation[], true, false).newDocument;
	} catch {
		return null;
	}
}
