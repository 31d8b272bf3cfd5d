/** The history of a case: revisions, which only grow, who made them, and what can be undone and made again. */
import type { Operation } from 'fast-json-patch';
import type { CaseDocument } from '../../document/case';
import { judgedInTurns } from '../../document/judge';
import { same } from '../../document/same';
import { VERSION } from '../../document/version';
import { now } from '../clock';
import {
	differingAfter,
	documentIn,
	STORED,
	storedIn,
	type Differing,
	type StoredText
} from '../database/differences';
import { insertRows, type Asking, type Row } from '../database/shapes';
import type { Statements } from '../database/statements';
import { othersFirst } from '../others-first';
import type { Actor } from '../people/actor';

/** A revision as history knows it; `number` is that of the change itself, not of a step back to it. */
interface Revision {
	readonly number: number;
	readonly parent: number | null;
	readonly what: string;
}

export interface History {
	/** Tells the revision from one of the same number in other data, as after a restore. */
	readonly mark: string;
	/** The change whose result the case is at. */
	readonly current: Revision;
	/** The latest change that was made from here and taken back. */
	readonly undone: Revision | null;
}

export interface NewRevision {
	readonly number: number;
	readonly document: CaseDocument;
	readonly what: string;
	readonly parent?: number;
	readonly how: How;
	readonly key?: string | undefined;
}

/** How a revision comes to be: by changes of the one before it, or by bringing another one back. */
type How = { readonly changes: readonly Operation[] } | { readonly restores: number };

export async function historyOf(
	statements: Statements,
	id: string,
	revision: number
): Promise<History> {
	const { rows } = await statements.query<
		Revision & {
			mark: string;
			undone: number | null;
			undone_parent: number | null;
			undone_what: string;
		}
	>(
		`select coalesce(here.written_at, here.made_at)::text as mark,
			change.number, change.parent, change.what,
			made.number as undone, made.parent as undone_parent, made.what as undone_what
		from case_revision here
		join case_revision change
			on change.case_id = here.case_id and change.number = coalesce(here.restores, here.number)
		left join lateral (
			select number, parent, what from case_revision
			where case_id = here.case_id and parent = change.number order by number desc limit 1
		) made on true
		where here.case_id = $1 and here.number = $2`,
		[id, revision]
	);
	const [row] = rows;
	if (!row) throw new Error(`case ${id} has no revision ${revision}`);
	const { mark, number, parent, what, undone, undone_parent, undone_what } = row;
	return {
		mark,
		current: { number, parent, what },
		undone: undone === null ? null : { number: undone, parent: undone_parent, what: undone_what }
	};
}

/** A case as it was at a revision. */
export async function documentOf(ask: Asking, id: string, number: number): Promise<CaseDocument> {
	const { rows } = await ask((statements) =>
		statements.query<StoredText>(
			`select ${STORED} where revision.case_id = $1 and revision.number = $2`,
			[id, number]
		)
	);
	const [stored] = rows;
	if (!stored) throw new Error(`case ${id} has no revision ${number}`);
	return judgedInTurns(documentIn(storedIn(stored)), othersFirst);
}

/** How a revision is stored, and the version of the whole document that it is or differs from. */
async function storedAs(
	transaction: Statements,
	id: string,
	number: number
): Promise<{ readonly number: number; readonly stored: Differing; readonly version: number }> {
	const { rows } = await transaction.query<{
		from: number | null;
		difference: string | null;
		version: number;
	}>(
		`select revision.differs_from as from, revision.difference::text as difference,
			(whole.document -> 'version')::integer as version
		from case_revision revision
		join case_revision whole on whole.case_id = revision.case_id
			and whole.number = coalesce(revision.differs_from, revision.number)
		where revision.case_id = $1 and revision.number = $2`,
		[id, number]
	);
	const [row] = rows;
	if (!row) throw new Error(`case ${id} has no revision ${number}`);
	const { from, difference, version } = row;
	const isWhole = from === null || difference === null;
	return {
		number,
		stored: isWhole ? null : { from, difference: JSON.parse(difference) as Operation[] },
		version
	};
}

async function storedNext(
	transaction: Statements,
	id: string,
	{ number, how }: NewRevision,
	size: number
): Promise<Differing> {
	if ('restores' in how) {
		const { stored } = await storedAs(transaction, id, how.restores);
		return stored ?? { from: how.restores, difference: [] };
	}
	const last = await storedAs(transaction, id, number - 1);
	// Changes of the present document don't fit one that is stored in an earlier version.
	return last.version === VERSION ? differingAfter(last, how.changes, size) : null;
}

/** Appends the revision that comes after a document; `size` is that of its own, in characters. */
export async function appendRevision(
	transaction: Statements,
	id: string,
	revision: NewRevision,
	{ before, size }: { readonly before: CaseDocument; readonly size: number },
	actor: Actor
): Promise<void> {
	const differing = await storedNext(transaction, id, revision, size);
	const row = revisionRow(id, revision, differing, actor);
	const chose = !same(revision.document.choices, before.choices);
	await insertRows(transaction, 'case_revision', [{ ...row, chose }]);
}

/** The first revision of a case, in its table. */
export const firstRevision = (
	id: string,
	{ document, what }: Pick<NewRevision, 'document' | 'what'>,
	actor: Actor
): Row => ({
	...revisionRow(id, { number: 1, document, what, how: { changes: [] } }, null, actor),
	chose: document.choices.length > 0
});

const revisionRow = (
	id: string,
	{ number, document, what, parent, how, key }: NewRevision,
	differing: Differing,
	actor: Actor
): Row => ({
	case_id: id,
	number,
	parent: parent ?? null,
	restores: 'restores' in how ? how.restores : null,
	what,
	document: differing ? null : document,
	differs_from: differing?.from ?? null,
	difference: differing?.difference ?? null,
	made_at: now(),
	request: key ?? null,
	author_id: actor.person?.id ?? null
});

export async function isKnown(transaction: Statements, id: string, key: string): Promise<boolean> {
	const { rows } = await transaction.query(
		'select from case_revision where case_id = $1 and request = $2',
		[id, key]
	);
	return rows.length > 0;
}

/** The names of the people who changed a case after a revision; empty without accounts. */
export async function authorsSince(
	transaction: Statements,
	id: string,
	number: number
): Promise<readonly string[]> {
	const { rows } = await transaction.query<{ name: string }>(
		`select distinct name from case_revision join account on account.id = author_id
		where case_id = $1 and number > $2 order by name`,
		[id, number]
	);
	return rows.map(({ name }) => name);
}
