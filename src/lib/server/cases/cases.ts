/**
 * What is done to cases: each begun, changed, taken back, deleted. A case as it is comes from `at-hand.ts`; its debts are
 * in `debts.ts`, its plans in `plans.ts`, its revisions in `revisions.ts`. The casebook is in `casebook.ts`.
 * Nothing above these modules knows SQL.
 */
import type { Operation } from 'fast-json-patch';
import { achievedIn } from '../../document/achieved';
import type { WebhookKind } from '../../document/programs';
import { begunCase, type CaseDocument, type CaseState, type NewCase } from '../../document/case';
import { caseDocument } from '../../document/schema/case';
import { inOurWords, problemsOf, type Problem } from '../../document/schema/problems';
import { rememberCase } from '../../document/judge';
import { differenceBetween, isWhole, withChanges } from '../../document/patches';
import { standingOf } from '../../document/forecast';
import { chosenPlan } from '../../document/plan';
import { now } from '../clock';
import { NotNow, reading, writing } from '../database';
import { judgedBeside } from '../judging';
import { othersFirst } from '../others-first';
import { projectionRow } from '../book/projection-row';
import { caseAt, caseThere, hold, markOf, type There } from './at-hand';
import { CASE } from './case-tables';
import { insertEach, updateRow, upsertRows, type Row, type TableRows } from '../database/shapes';
import type { Statements } from '../database/statements';
import { debtRows, replaceDebts } from './debts';
import { THIS_MACHINE, type Actor } from '../people/actor';
import { note } from '../people/trail';
import { announce } from '../programs/webhooks/announced';
import { progressRows, replaceProgress } from './progress';
import { plannedRows, replacePlans } from './plans';
import {
	appendRevision,
	authorsSince,
	firstRevision,
	historyOf,
	isKnown,
	type History,
	type NewRevision
} from './revisions';
import { t } from '../refusals';

/** The result of a write. */
export type Written =
	| {
			readonly outcome: 'saved';
			readonly state: CaseState;
			/** The case exactly as it was sent; null if this request was carried out before. */
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

/** The case as it is, or null when there is none (any more) of this id; one of many is read in passing. */
export async function readCase(id: string, isPassing = false): Promise<CaseState | null> {
	const there = await caseThere(id, isPassing);
	return there && stateOf(there);
}

/** Begins a case; its identifier. `as`: the identifier that it gets. */
export async function createCase(
	request: NewCase,
	actor: Actor,
	as: string = crypto.randomUUID()
): Promise<string> {
	return writing(async (transaction) => {
		const [id = ''] = await insertInto(
			transaction,
			[begunCase(request)],
			{ touchedAt: now(), what: 'new case', actor },
			[as]
		);
		await announce(transaction, 'case.created', [id]);
		await note(transaction, actor, { what: 'began a case', subject: id });
		return id;
	});
}

/** Writes a case that is complete already, as the demo's are. */
export const insertCase = (document: CaseDocument, touchedAt: Date): Promise<string[]> =>
	writing((transaction) =>
		insertInto(transaction, [document], { touchedAt, what: 'new case', actor: THIS_MACHINE })
	);

/** Writes cases from elsewhere, all of them or none; what is there stays as it is. */
export async function takeCases(
	documents: readonly CaseDocument[],
	actor: Actor
): Promise<string[]> {
	return writing(async (transaction) => {
		const made = { touchedAt: now(), what: 'imported case', actor };
		const ids: string[] = [];
		for (let at = 0; at < documents.length; at += AT_ONCE)
			ids.push(...(await insertInto(transaction, documents.slice(at, at + AT_ONCE), made)));
		await announce(transaction, 'case.created', ids);
		const taken = ids.map((subject) => ({ what: 'took a case in', subject }) as const);
		await note(transaction, actor, ...taken);
		return ids;
	});
}

/** Cases written with one statement for each table. */
const AT_ONCE = 25;

async function insertInto(
	transaction: Statements,
	documents: readonly CaseDocument[],
	{
		touchedAt,
		what,
		actor
	}: { readonly touchedAt: Date; readonly what: string; readonly actor: Actor },
	as: readonly string[] = []
): Promise<string[]> {
	const made = documents.map((document, at) => ({ id: as[at] ?? crypto.randomUUID(), document }));
	const rows = made.flatMap(({ id, document }): TableRows[] => [
		['case_file', [{ ...ofBeginning(id, touchedAt, actor), ...rowOf(document, 1, touchedAt) }]],
		['case_revision', [firstRevision(id, { document, what }, actor)]],
		['case_projection', [projectionRow(id, document)]],
		...debtRows(id, [...document.debts.entries()]),
		...plannedRows(id, document),
		...progressRows(id, document)
	]);
	await othersFirst();
	await insertEach(transaction, rows);
	return made.map(({ id }) => id);
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
	actor: Actor,
	isLarge: boolean
): Promise<Written> {
	return write(id, request, actor, async ({ document: current, history }) => {
		const judged = await judgedChanges(current, changes, isLarge);
		if ('problems' in judged) return judged;
		const { document, sent } = judged;
		if (changesMoney(current, document) && !changesCurrency)
			return { problems: [CURRENCY_CHANGED] };
		// Whatever said all of it anew has mostly changed a part.
		const made = isWhole(changes)
			? differenceBetween(current, document)
			: [...changes, ...differenceBetween(sent, document)];
		return {
			document,
			what,
			parent: history.current.number,
			how: { changes: made },
			sent
		};
	});
}

/** Changes a case as it is found, on top of whatever it is at: `alter` gives the case that it becomes. */
export async function alterCase(
	id: string,
	what: string,
	alter: (document: CaseDocument) => CaseDocument,
	actor: Actor,
	key: string | undefined
): Promise<Written> {
	return write(id, { basedOn: null, key }, actor, async ({ document: current, history }) => {
		const changes = differenceBetween(current, alter(current));
		const judged = await judgedChanges(current, changes, false);
		return 'problems' in judged
			? judged
			: {
					document: judged.document,
					what,
					parent: history.current.number,
					how: { changes: differenceBetween(current, judged.document) }
				};
	});
}

/** The case after the changes, and the case exactly as they were sent. */
async function judgedChanges(
	current: CaseDocument,
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
	if (judged.kind !== 'document')
		return { problems: judged.kind === 'refused' ? judged.problems : [NOT_FITTING] };
	const document = withChanges(sent, judged.changes) as CaseDocument;
	rememberCase(document);
	return { document, sent };
}

/** Whether amounts that are written down would come to be in another currency. */
const changesMoney = (from: CaseDocument, to: CaseDocument): boolean =>
	from.currency.code !== to.currency.code && from.debts.length > 0;

const NOT_FITTING: Problem = {
	at: 'changes',
	message: t('The change does not fit the case: one of its fields does not exist.')
};

const CURRENCY_CHANGED: Problem = {
	at: 'document.currency',
	message: t(
		'The currency differs from that of the amounts of this case. A change of currency has to be marked as one.'
	)
};

/** Renames a case from the casebook, on top of whatever it is at. */
export async function renameCase(id: string, label: string, actor: Actor): Promise<Written> {
	return write(id, { basedOn: null }, actor, async ({ document, history }) => ({
		document: { ...document, label },
		what: 'client label',
		parent: history.current.number,
		how: { changes: [{ op: 'replace', path: '/label', value: label }] }
	}));
}

/** Takes the last change back, by appending a revision that restores the one before it. */
export async function undoCase(id: string, request: Request, actor: Actor): Promise<Written> {
	return write(id, request, actor, async ({ document, history: { current } }) =>
		current.parent === null
			? null
			: {
					document: await caseAt(id, current.parent),
					what: shortened(`undo: ${current.what}`),
					how: { restores: current.parent },
					sent: document
				}
	);
}

/** Makes the change again that was last taken back from here. */
export async function redoCase(id: string, request: Request, actor: Actor): Promise<Written> {
	return write(id, request, actor, async ({ document, history: { undone } }) =>
		undone === null
			? null
			: {
					document: await caseAt(id, undone.number),
					what: shortened(`redo: ${undone.what}`),
					how: { restores: undone.number },
					sent: document
				}
	);
}

/** As much of a text as the history keeps; whole characters. */
const shortened = (what: string): string => [...what].slice(0, 200).join('');

/** Marks a case as deleted; `restoreCase` takes that back. False when there is no such case. */
export const deleteCase = (id: string, actor: Actor): Promise<boolean> =>
	mark(
		'update case_file set deleted_at = $2 where id = $1 and deleted_at is null',
		[id, now()],
		'case.deleted',
		{ what: 'deleted a case', subject: id },
		actor
	);

export const restoreCase = (id: string, actor: Actor): Promise<boolean> =>
	mark(
		'update case_file set deleted_at = null, restored_at = $2 where id = $1 and deleted_at is not null',
		[id, now()],
		'case.restored',
		{ what: 'brought a case back', subject: id },
		actor
	);

/** Changes one row, and the trail with it; false where there was none to be changed. */
async function mark(
	sql: string,
	values: readonly [string, ...unknown[]],
	kind: WebhookKind,
	done: Parameters<typeof note>[2],
	actor: Actor
): Promise<boolean> {
	return writing(async (statements) => {
		const { affectedRows } = await statements.query(sql, values);
		if (affectedRows !== 1) return false;
		await announce(statements, kind, values.slice(0, 1) as [string]);
		await note(statements, actor, done);
		return true;
	});
}

/** What of the row of a case is written when it begins. */
const ofBeginning = (id: string, at: Date, { person }: Actor): Row => ({
	id,
	owner_id: person?.id ?? null,
	began_on: at.toISOString().slice(0, 10)
});

/** The row of a case at a revision, with what the casebook shows of it. */
function rowOf(document: CaseDocument, revision: number, touchedAt: Date): Row {
	const { expectedSince, lastRead, off, shortFrom } = standingOf(document);
	const { owedNow, paidOff, planEnds } = achievedIn(document);
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
		short_from: chosen && shortFrom,
		owed_now: owedNow,
		paid_off: paidOff,
		plan_ends: planEnds
	};
}

/** The revision that a write is based on (null: the latest), and the key that identifies a repeated request. */
interface Request {
	readonly basedOn: number | null;
	readonly key?: string | undefined;
}

/** The outcome of a change. */
interface Change extends Pick<NewRevision, 'document' | 'what' | 'parent' | 'how'> {
	/** The case as the client already has it: the answer contains only the differences. */
	readonly sent?: object;
}

/** One change. It is prepared on the case as it is, and made where it is still so; else prepared again. */
async function write(
	id: string,
	request: Request,
	actor: Actor,
	prepare: (there: There) => Promise<Change | { readonly problems: readonly Problem[] } | null>
): Promise<Written> {
	const { basedOn, key } = request;
	for (let tries = 0; tries < MOST_TRIES; tries += 1) {
		const there = await caseThere(id);
		if (there === null) return { outcome: 'unknown' };
		// Carried out before, perhaps just now: only its answer was lost.
		if (key && (await reading((statements) => isKnown(statements, id, key)))) {
			const state = await readCase(id);
			return state ? { outcome: 'saved', state, sent: null } : { outcome: 'unknown' };
		}
		if (basedOn !== null && basedOn !== there.revision) {
			const authors = await reading((statements) => authorsSince(statements, id, basedOn));
			return { outcome: 'stale', state: stateOf(there), authors };
		}
		const change = await prepare(there);
		if (change === null) return { outcome: 'nothing' };
		if ('problems' in change) return { outcome: 'refused', problems: change.problems };
		const made = await writing((transaction) => make(transaction, there, change, key, actor));
		if (made === null) continue;
		hold(id, made);
		return { outcome: 'saved', state: stateOf(made), sent: change.sent ?? null };
	}
	throw new NotNow('busy', t('This case is changed by many at once; nothing was saved.'));
}

/** Attempts before a save that others keep overtaking is refused. */
const MOST_TRIES = 20;

/** In one transaction, the rows as they are now and one revision more; null where the case is at another revision by now. */
async function make(
	transaction: Statements,
	there: There,
	change: Change,
	key: string | undefined,
	actor: Actor
): Promise<There | null> {
	const { id, document: before } = there;
	if (!(await isStillAt(transaction, there))) return null;
	const { document } = change;
	const revision = there.revision + 1;
	const size = sizeAfter(there, change);
	await appendRevision(
		transaction,
		id,
		{ ...change, number: revision, key },
		{ before, size },
		actor
	);
	await updateRow(transaction, 'case_file', id, rowOf(document, revision, now()));
	await replaceDebts(transaction, id, document.debts, before.debts);
	await replacePlans(transaction, id, document, before);
	await replaceProgress(transaction, id, document, before);
	await upsertRows(transaction, 'case_projection', ['case_id'], [projectionRow(id, document)]);
	await announce(transaction, 'case.changed', [id]);
	await note(transaction, actor, {
		what: 'changed a case',
		subject: id,
		detail: `revision ${revision}`
	});
	const history = await historyOf(transaction, id, revision);
	return { id, revision, mark: history.mark, document, size, history };
}

/** About how many characters a case has after a change: a large one is not written out to be measured. */
function sizeAfter({ size }: There, { document, how }: Change): number {
	if (size < LARGE) return JSON.stringify(document).length;
	return 'restores' in how ? size : size + JSON.stringify(how.changes).length;
}
const LARGE = 500_000;

/** Whether a case is as it was; whoever else would change it waits from then on until this transaction has ended. */
async function isStillAt(transaction: Statements, { id, revision, mark }: There): Promise<boolean> {
	await transaction.query('select from case_file where id = $1 and deleted_at is null for update', [
		id
	]);
	return (await markOf(transaction, id, revision)) === mark;
}

const stateOf = ({ id, revision, document, history }: There): CaseState => ({
	id,
	revision,
	document,
	...stepsOf(history)
});

/** The labels of the changes that undo and redo would apply to. */
const stepsOf = ({ current, undone }: History): Pick<CaseState, 'undo' | 'redo'> => ({
	undo: current.parent === null ? null : current.what,
	redo: undone?.what ?? null
});
