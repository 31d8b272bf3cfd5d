/** How a history stores documents: whole or, where that is less, as a JSON patch (RFC 6902) of a whole one before it. */
import type { Operation } from 'fast-json-patch';
import { differenceBetween, withChanges } from '../../document/patches';
import { othersFirst } from '../others-first';

/** A document as it is stored; `difference` and `whole` are null where it is stored whole. */
export interface Stored {
	readonly document: unknown;
	readonly difference: Operation[] | null;
	readonly whole: unknown;
}

/** What a query selects to read a document: columns of `revision`, and where they come from. */
export const STORED = `revision.document, revision.difference,
	(select base.document from case_revision base
		where base.case_id = revision.case_id and base.number = revision.differs_from) as whole
	from case_revision revision`;

/** How a document differs from a whole one; null where the difference is not worth keeping instead of it. */
export async function differenceOf(document: object, whole: object): Promise<Operation[] | null> {
	const difference = differenceBetween(whole, document);
	await othersFirst();
	return JSON.stringify(difference).length * 2 < JSON.stringify(document).length
		? difference
		: null;
}

/** The document that was stored. */
export const documentIn = ({ document, difference, whole }: Stored): unknown =>
	difference === null ? document : withChanges(whole, difference);
