/** The history of a case: revisions, which only grow, who made them, and what can be undone and made again. */
import { caseDocument, type CaseDocument } from '../../document/case';
import { now } from '../clock';
import { differenceOf, documentIn, STORED, type Stored } from '../database/differences';
import { insertRows } from '../database/shapes';
import type { Statements } from '../database/statements';
import { othersFirst } from '../others-first';
import type { By } from '../people/by';

/** A revision as history knows it; `number` is that of the change itself, not of a step back to it. */
interface Revision {
	readonly number: number;
	readonly parent: number | null;
	readonly what: string;
}

export interface History {
	/** The change whose result the case is at. */
	readonly current: Revision;
	/** The latest change that was made from here and taken back. */
	readonly undone: Revision | null;
	documentOf(number: number): Promise<CaseDocument>;
}

export interface NewRevision {
	readonly document: CaseDocument;
	readonly what: string;
	readonly parent?: number;
	readonly restores?: number;
}

export async function historyOf(
	transaction: Statements,
	id: string,
	revision: number
): Promise<History> {
	const { rows } = await transaction.query<Revision>(
		`select change.number, change.parent, change.what
		from case_revision here
		join case_revision change
			on change.case_id = here.case_id and change.number = coalesce(here.restores, here.number)
		where here.case_id = $1 and here.number = $2`,
		[id, revision]
	);
	const [current] = rows;
	if (!current) throw new Error(`case ${id} has no revision ${revision}`);
	const { rows: made } = await transaction.query<Revision>(
		`select number, parent, what from case_revision
		where case_id = $1 and parent = $2 order by number desc limit 1`,
		[id, current.number]
	);
	return {
		current,
		undone: made[0] ?? null,
		documentOf: (number) => documentOf(transaction, id, number)
	};
}

async function documentOf(
	transaction: Statements,
	id: string,
	number: number
): Promise<CaseDocument> {
	const { rows } = await transaction.query<Stored>(
		`select ${STORED} where revision.case_id = $1 and revision.number = $2`,
		[id, number]
	);
	const [stored] = rows;
	if (!stored) throw new Error(`case ${id} has no revision ${number}`);
	return caseDocument.parse(documentIn(stored));
}

/** A revision differs from a whole one that is fewer than so many before it. */
const WHOLE_EVERY = 25;

/** The latest revision that holds the whole case, where it is near enough for others to be kept as differences. */
async function wholeBefore(
	transaction: Statements,
	id: string,
	number: number
): Promise<{ readonly number: number; readonly document: object } | null> {
	const { rows } = await transaction.query<{ number: number; document: string }>(
		`select number, document::text as document from case_revision
		where case_id = $1 and document is not null and number > $2 order by number desc limit 1`,
		[id, number - WHOLE_EVERY]
	);
	const [row] = rows;
	return row ? { number: row.number, document: JSON.parse(row.document) as object } : null;
}

/** Appends the revision that comes after a document, null where it is the first. */
export async function appendRevision(
	transaction: Statements,
	id: string,
	{
		number,
		document,
		what,
		parent,
		restores,
		key
	}: NewRevision & { readonly number: number; readonly key?: string | undefined },
	before: CaseDocument | null,
	by: By
): Promise<void> {
	const whole = await wholeBefore(transaction, id, number);
	await othersFirst();
	const difference = whole && (await differenceOf(document, whole.document));
	await othersFirst();
	await insertRows(transaction, 'case_revision', [
		{
			case_id: id,
			number,
			parent: parent ?? null,
			restores: restores ?? null,
			what,
			document: difference ? null : document,
			differs_from: difference ? whole.number : null,
			difference,
			chose: JSON.stringify(document.choices) !== JSON.stringify(before?.choices ?? []),
			made_at: now(),
			request: key ?? null,
			author_id: by.person?.id ?? null
		}
	]);
}

export async function isKnown(transaction: Statements, id: string, key: string): Promise<boolean> {
	const { rows } = await transaction.query(
		'select from case_revision where case_id = $1 and request = $2',
		[id, key]
	);
	return rows.length > 0;
}

/** Who has changed a case since a revision; nobody is named where there are no accounts. */
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
