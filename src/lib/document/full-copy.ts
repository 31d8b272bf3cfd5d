/** All that is kept about the client of a case, as it is given out to them. */
import type { CaseDocument } from './case';
import type { MessageSummary } from './message';
import type { AuditEvent } from './people';

export interface FullCopy {
	readonly id: string;
	/** The case as it is now. */
	readonly document: CaseDocument;
	/** Instants; null: it is not deleted. */
	readonly begunAt: string;
	readonly changedAt: string;
	readonly deletedAt: string | null;
	/** Who has it, and with whom it is shared, by name; null: nobody has it. */
	readonly owner: string | null;
	readonly sharedWith: readonly string[];
	readonly revisions: readonly FullCopyRevision[];
	readonly messages: readonly FullCopyMessage[];
	readonly trail: readonly FullCopyEntry[];
	/** Every row that is kept of the case as JSON, by table, but for revisions: they are read one after the other. */
	readonly rows: readonly (readonly [table: string, rows: readonly string[]])[];
}

export interface FullCopyRevision {
	readonly number: number;
	/** An instant. */
	readonly at: string;
	readonly what: string;
}

export type FullCopyMessage = Pick<
	MessageSummary,
	'id' | 'madeAt' | 'to' | 'subject' | 'attachments'
>;

/** An entry of the trail; who it was has an identifier and no name: it is kept about them, not about the client. */
export interface FullCopyEntry {
	readonly number: number;
	/** An instant. */
	readonly at: string;
	readonly account: string | null;
	readonly what: AuditEvent;
	readonly detail: string | null;
}
