/**
 * How a history stores documents: whole or, where that is less, as a JSON patch (RFC 6902) of a whole one before it. What
 * comes after one that is stored as a patch adds its own changes to that; the whole one is not looked at for it.
 */
import type { Operation } from 'fast-json-patch';
import { withChanges } from '../../document/patches';

/** A document as it is stored; `difference` and `whole` are null where it is stored whole. */
export interface Stored {
	readonly document: unknown;
	readonly difference: Operation[] | null;
	readonly whole: unknown;
}

/** The same as text: a large one is read several times as fast. */
export type StoredText = { readonly [K in keyof Stored]: string | null };

/** SQL: the columns and joins needed to read a revision's document. */
export const STORED = `revision.document::text as document, revision.difference::text as difference,
	(select base.document::text from case_revision base
		where base.case_id = revision.case_id and base.number = revision.differs_from) as whole
	from case_revision revision`;

const parsed = (text: string | null): unknown => (text === null ? null : JSON.parse(text));

export const storedIn = ({ document, difference, whole }: StoredText): Stored => ({
	document: parsed(document),
	difference: parsed(difference) as Operation[] | null,
	whole: parsed(whole)
});

/** The document that was stored. */
export const documentIn = ({ document, difference, whole }: Stored): unknown =>
	difference === null ? document : withChanges(whole, difference);

/** Of a revision, how it is stored: as a difference from the one of a number, or whole (null). */
export type Differing = { readonly from: number; readonly difference: readonly Operation[] } | null;

/**
 * How the revision that comes after another is stored. A whole one is stored anew once the differences since take as much
 * room as it, or one of them half of that.
 */
export function differingAfter(
	last: { readonly number: number; readonly stored: Differing },
	changes: readonly Operation[],
	/** Characters of the whole document. */
	size: number
): Differing {
	const from = last.stored?.from ?? last.number;
	const difference = [...(last.stored?.difference ?? []), ...changes];
	const { length } = JSON.stringify(difference);
	const taken = length * (last.number + 1 - from);
	return length * 2 < size && taken < size * 2 ? { from, difference } : null;
}
