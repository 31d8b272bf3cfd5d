/**
 * The tables of a case: the case itself; its debts as they are are in `debts.ts`, its plans in `plans.ts`, its
 * revisions in `revisions.ts`. The casebook is in `casebook.ts`.
 * Nothing above these modules knows SQL.
 */
import type { Operation } from 'fast-json-patch';
import {
	begunCase,
	caseDocument,
	inOurWords,
	problemsOf,
	VERSION,
	type CaseDocument,
	type CaseState,
	type NewCase,
	type Problem
} from '../../document/case';
import { isWhole, withChanges } from '../../document/patches';
import { standingOf } from '../../document/forecast';
import { chosenPlan } from '../../document/plan';
import { now } from '../clock';
import { reading, writing } from '../database';
import { judgedBeside } from '../judging';
import { othersFirst } from '../others-first';
import { CASE } from './case-tables';
import { insertRows, rowsOf, selecting, updateRow, type Row } from '../database/shapes';
import type { Statements } from '../database/statements';
import { DEBT_TABLES, debtsIn, replaceDebts } from './debts';
import { THIS_MACHINE, type By } from '../people/by';
import { note } from '../people/trail';
import { LIVED_TABLES, livedIn, replaceLived } from './lived';
import { PLAN_TABLES, plansIn, replacePlans } from './plans';
import {
	appendRevision,
	authorsSince,
	historyOf,
	isKnown,
	type History,
	type NewRevision
} from './revisions';

/** What became of a write. */
export type Written =
	| {
			readonly outcome: 'saved';
			readonly state: CaseState;
			/** What the case would be exactly as it was sent; null: it was carried out before. */
			readonly sent: object | null;
	  }
	| { readonly outcome: 'unknown' }
	/** Based on an old revision: refused, with the case as it is, and who has changed it since. */
	| {
			readonly outcome: 'stale';
			readonly state: CaseState;
			readonly authors: readonly string[];
	  }
	/** Not possible with the case as it is. */
	| { readonly outcome: 'refused'; readonly problems: readonly Problem[] }
	/** Nothing to undo or redo. */
	| { readonly outcome: 'nothing' };

/** The case as it is, or null when there is none (any more) of this id. */
export async function readCase(id: string): Promise<CaseState | null> {
	return reading(async (statements) => (await stateOf(statements, id))?.state ?? null);
}

export async function createCase(request: NewCase, by: By): Promise<string> {
	return writing(async (transaction) => {
		const id = await insertInto(transaction, begunCase(request), now(), 'new case', by);
		await note(transaction, by, { what: 'began a case', subject: id });
		return id;
	});
}

/** Writes a case that is complete already, as the demo's are. */
export async function insertCase(document: CaseDocument, touchedAt: Date): Promise<string> {
	return writing((transaction) =>
		insertInto(transaction, document, touchedAt, 'new case', THIS_MACHINE)
	);
}

/** Writes cases from elsewhere, all of them or none; what is there stays as it is. */
export async function takeCases(documents: readonly CaseDocument[], by: By): Promise<string[]> {
	return writing(async (transaction) => {
		const ids: string[] = [];
		for (const document of documents) {
			ids.push(await insertInto(transaction, document, now(), 'case taken in', by));
		}
		const taken = ids.map((subject) => ({ what: 'took a case in', subject }) as const);
		await note(transaction, by, ...taken);
		return ids;
	});
}

async function insertInto(
	transaction: Statements,
	document: CaseDocument,
	touchedAt: Date,
	what: string,
	by: By
): Promise<string> {
	const id = crypto.randomUUID();
	const row = { id, owner_id: by.person?.id ?? null, ...rowOf(document, 1, touchedAt) };
	await insertRows(transaction, 'case_file', [row]);
	await appendRevision(transaction, id, { number: 1, document, what }, null, by);
	await replaceDebts(transaction, id, document.debts, []);
	await replacePlans(transaction, id, document, null);
	await replaceLived(transaction, id, document, null);
	return id;
}

/** Saves what has changed in a case: the rows, and one revision more. What is large is judged beside the program. */
export async function saveCase(
	id: string,
	{
		changes,
		what,
		changesCurrency,
		...request
	}: Request & {
		readonly changes: readonly Operation[];
		readonly what: string;
		readonly changesCurrency?: boolean | undefined;
	},
	by: By,
	isLarge: boolean
): Promise<Written> {
	const early = isLarge ? await judgedEarly(id, request.basedOn, changes) : null;
	return write(id, request, by, async (history, current) => {
		const judged = early ?? (await judgedChanges(current, changes, isLarge));
		if ('problems' in judged) return judged;
		const { document, sent } = judged;
		return changesMoney(current, document) && !changesCurrency
			? { problems: [CURRENCY_CHANGED] }
			: { document, what, parent: history.current.number, sent };
	});
}

/**
 * Judges large changes before anybody waits for the case, or for the database; null where they are based on something
 * else than the case is at.
 */
async function judgedEarly(id: string, basedOn: number | null, changes: readonly Operation[]) {
	// What replaces the whole is judged without knowing what.
	if (isWhole(changes)) return judgedChanges(null, changes, true);
	const before = await readCase(id);
	return before?.revision === basedOn ? judgedChanges(before.document, changes, true) : null;
}

/** What a case becomes by changes, and what it would be exactly as they were sent. */
async function judgedChanges(
	current: CaseDocument | null,
	changes: readonly Operation[],
	isLarge: boolean
): Promise<
	| { readonly document: CaseDocument; readonly sent: object }
	| { readonly problems: readonly Problem[] }
> {
	const sent = withChanges(current, changes);
	if (typeof sent !== 'object' || sent === null) return { problems: [NOT_FITTING] };
	await othersFirst();
	if (!isLarge) {
		const judged = caseDocument.safeParse(sent, { error: inOurWords });
		await othersFirst();
		return judged.success
			? { document: judged.data, sent }
			: { problems: problemsOf(judged.error, 'document') };
	}
	const judged = await judgedBeside({ kind: 'document', document: sent });
	if (judged.kind === 'document')
		return { document: withChanges(sent, judged.changes) as CaseDocument, sent };
	return { problems: judged.kind === 'refused' ? judged.problems : [NOT_FITTING] };
}

/** Whether amounts that are written down would come to be in another currency. */
const changesMoney = (from: CaseDocument, to: CaseDocument): boolean =>
	from.currency.code !== to.currency.code && from.debts.length > 0;

const NOT_FITTING: Problem = {
	at: 'changes',
	message: 'What changes does not fit the case: a field that it speaks of is not there.'
};

const CURRENCY_CHANGED: Problem = {
	at: 'document.currency',
	message:
		'The currency is another one than that of the amounts of this case; a change of currency has to say so.'
};

/** Renames a case from the casebook, on top of whatever it is at. */
export async function renameCase(id: string, label: string, by: By): Promise<Written> {
	return write(id, { basedOn: null }, by, async (history, current) => ({
		document: { ...current, label },
		what: 'client label',
		parent: history.current.number
	}));
}

/** Takes the last change back, by appending a revision that restores the one before it. */
export async function undoCase(id: string, request: Request, by: By): Promise<Written> {
	return write(id, request, by, async ({ current, documentOf }) =>
		current.parent === null
			? null
			: {
					document: await documentOf(current.parent),
					what: shortened(`undo: ${current.what}`),
					restores: current.parent
				}
	);
}

/** Makes the change again that was last taken back from here. */
export async function redoCase(id: string, request: Request, by: By): Promise<Written> {
	return write(id, request, by, async ({ undone, documentOf }) =>
		undone === null
			? null
			: {
					document: await documentOf(undone.number),
					what: shortened(`redo: ${undone.what}`),
					restores: undone.number
				}
	);
}

/** As much of a text as the history keeps; whole characters. */
const shortened = (what: string): string => [...what].slice(0, 200).join('');

/** Marks a case as deleted; `restoreCase` takes that back. False when there is no such case. */
export const deleteCase = (id: string, by: By): Promise<boolean> =>
	mark(
		'update case_file set deleted_at = $2 where id = $1 and deleted_at is null',
		[id, now()],
		{ what: 'deleted a case', subject: id },
		by
	);

export const restoreCase = (id: string, by: By): Promise<boolean> =>
	mark(
		'update case_file set deleted_at = null where id = $1 and deleted_at is not null',
		[id],
		{ what: 'brought a case back', subject: id },
		by
	);

/** Changes one row, and the trail with it; false where there was none to be changed. */
async function mark(
	sql: string,
	values: readonly unknown[],
	done: Parameters<typeof note>[2],
	by: By
): Promise<boolean> {
	return writing(async (statements) => {
		const { affectedRows } = await statements.query(sql, values);
		if (affectedRows === 1) await note(statements, by, done);
		return affectedRows === 1;
	});
}

/** The row of a case at a revision, with what the casebook shows of it. */
function rowOf(document: CaseDocument, revision: number, touchedAt: Date): Row {
	const { expectedSince, lastRead, off, shortFrom } = standingOf(document);
	const chosen = chosenPlan(document);
	const choice = chosen && document.choices.at(-1);
	return {
		...CASE.write(document),
		revision,
		touched_at: touchedAt,
		debts: document.debts.length,
		owed: document.debts.reduce((sum, { balance }) => sum + (balance ?? 0), 0),
		chosen_name: choice?.name ?? null,
		chosen_on: choice?.date ?? null,
		chosen_changed: chosen?.changed ?? false,
		expected_since: expectedSince,
		last_read: lastRead,
		off_plan: off,
		// Of a plan that is not chosen any more it is of no interest.
		short_from: chosen && shortFrom
	};
}

/** What a write is based on, null being whatever is there; and the key by which it is known when it is sent again. */
interface Request {
	readonly basedOn: number | null;
	readonly key?: string | undefined;
}

/** One change: in one transaction, the rows as they are now and one revision of the whole case. */
async function write(
	id: string,
	{ basedOn, key }: Request,
	by: By,
	change: (
		history: History,
		current: CaseDocument
	) => Promise<
		(NewRevision & { readonly sent?: object }) | { readonly problems: readonly Problem[] } | null
	>
): Promise<Written> {
	return writing(async (transaction): Promise<Written> => {
		await lockCase(transaction, id);
		const there = await stateOf(transaction, id);
		if (there === null) return { outcome: 'unknown' };
		const { state, history } = there;
		// Carried out before: only its answer was lost.
		if (key && (await isKnown(transaction, id, key)))
			return { outcome: 'saved', state, sent: null };
		if (basedOn !== null && basedOn !== state.revision) {
			return { outcome: 'stale', state, authors: await authorsSince(transaction, id, basedOn) };
		}
		const revision = await change(history, state.document);
		if (revision === null) return { outcome: 'nothing' };
		if ('problems' in revision) return { outcome: 'refused', problems: revision.problems };
		const number = state.revision + 1;
		await appendRevision(transaction, id, { ...revision, number, key }, state.document, by);
		await updateRow(transaction, 'case_file', id, rowOf(revision.document, number, now()));
		await replaceDebts(transaction, id, revision.document.debts, state.document.debts);
		await replacePlans(transaction, id, revision.document, state.document);
		await replaceLived(transaction, id, revision.document, state.document);
		await note(transaction, by, {
			what: 'changed a case',
			subject: id,
			detail: `revision ${number}`
		});
		const stepped = stepsOf(await historyOf(transaction, id, number));
		return {
			outcome: 'saved',
			state: { id, revision: number, document: revision.document, ...stepped },
			sent: revision.sent ?? null
		};
	});
}

/** Whoever else would change the case waits until this transaction has ended. */
async function lockCase(transaction: Statements, id: string): Promise<void> {
	await transaction.query('select from case_file where id = $1 for update', [id]);
}

/** What a case lies in beside its own row. */
const TABLES = { ...DEBT_TABLES, ...PLAN_TABLES, ...LIVED_TABLES };

/** The case as its tables have it. */
async function stateOf(
	transaction: Statements,
	id: string
): Promise<{ readonly state: CaseState; readonly history: History } | null> {
	const { rows: files } = await transaction.query<Row & { revision: number }>(
		`select ${[...selecting(CASE), 'revision'].join(', ')} from case_file where id = $1 and deleted_at is null`,
		[id]
	);
	const [row] = files;
	if (!row) return null;
	const rows = await rowsOf(transaction, id, TABLES);
	const history = await historyOf(transaction, id, row.revision);
	await othersFirst();
	const document = caseDocument.parse({
		version: VERSION,
		...(CASE.read(row) as object),
		debts: debtsIn(rows),
		...plansIn(rows),
		...livedIn(rows)
	});
	await othersFirst();
	return { state: { id, revision: row.revision, document, ...stepsOf(history) }, history };
}

/** What a step back or forward would change. */
const stepsOf = ({ current, undone }: History): Pick<CaseState, 'undo' | 'redo'> => ({
	undo: current.parent === null ? null : current.what,
	redo: undone?.what ?? null
});
