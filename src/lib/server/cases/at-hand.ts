/**
 * Cases as they are, read from their tables and held in memory as long as there is room: what was read or written last is
 * neither read nor judged again at the next save. Whether it is still so is asked of the database each time, since
 * others may write there too.
 */
import { VERSION } from '../../document/version';
import type { CaseDocument } from '../../document/case';
import { judgedInTurns } from '../../document/judge';
import { reading } from '../database';
import { rowsOf, selecting, type Row } from '../database/shapes';
import type { Statements } from '../database/statements';
import { othersFirst } from '../others-first';
import { CASE } from './case-tables';
import { DEBT_TABLES, debtsIn } from './debts';
import { PROGRESS_TABLES, progressIn } from './progress';
import { PLAN_TABLES, plansIn } from './plans';
import { documentOf, historyOf, type History } from './revisions';

/** A case as it is now. */
export interface There extends Held {
	readonly id: string;
	readonly history: History;
}

interface Held {
	readonly revision: number;
	/** As in its history. */
	readonly mark: string;
	readonly document: CaseDocument;
	/** About so many characters. */
	readonly size: number;
}

/** The tables that hold a case besides its own row. */
const TABLES = { ...DEBT_TABLES, ...PLAN_TABLES, ...PROGRESS_TABLES };

/** Characters of cases that are held. */
const ROOM = 48_000_000;
/** Revisions of a case that are held: what they have in common is held once. */
const STEPS = 8;

/** The cases that are held, the one that was asked for last at the end, each with its latest revisions. */
const held = new Map<string, readonly Held[]>();

/** A case as it is, or null where there is none (any more) of this id; looked at in passing it is not held. */
export async function caseThere(id: string, isPassing = false): Promise<There | null> {
	const head = await reading((statements) => headOf(statements, id));
	if (head === null) {
		letGo(id);
		return null;
	}
	const [known] = held.get(id) ?? [];
	const isKnown = known?.revision === head.revision && known.mark === head.history.mark;
	// What is held of it may be of other data, whose revisions have the same numbers.
	if (!isKnown) letGo(id);
	const now = isKnown ? known : await readWhole(id, head);
	// It was changed while it was read.
	if (now === null) return caseThere(id, isPassing);
	if (!isPassing) hold(id, now);
	return { ...now, id, history: head.history };
}

/** Holds a case as it was read or written last. */
export function hold(id: string, now: Held): void {
	const [last, ...earlier] = held.get(id) ?? [];
	held.delete(id);
	const before = !last || last.mark === now.mark ? earlier : [last, ...earlier];
	held.set(id, [now, ...before].slice(0, STEPS));
	let room = ROOM;
	for (const [of, [{ size = 0 } = {}]] of [...held].toReversed()) {
		room -= size;
		if (room < 0 && of !== id) held.delete(of);
	}
}

/** Holds a case no longer, as where it is deleted permanently. */
export function letGo(id: string): void {
	held.delete(id);
}

/** A case as it was at a revision. */
export async function caseAt(id: string, number: number): Promise<CaseDocument> {
	const known = held.get(id)?.find(({ revision }) => revision === number);
	return known?.document ?? documentOf(reading, id, number);
}

/** Reads a case in several questions, so that others are answered between them; null where it was changed meanwhile. */
async function readWhole(id: string, { row, revision, history }: Head): Promise<Held | null> {
	const { of: rows, size } = await rowsOf(reading, id, TABLES);
	const { mark } = history;
	if ((await reading((statements) => markOf(statements, id, revision))) !== mark) return null;
	const document = await judgedInTurns(
		{
			version: VERSION,
			...(CASE.read(row) as object),
			debts: debtsIn(rows),
			...plansIn(rows),
			...progressIn(rows)
		},
		othersFirst
	);
	return { revision, mark, document, size };
}

interface Head {
	/** Of `case_file`. */
	readonly row: Row;
	readonly revision: number;
	readonly history: History;
}

async function headOf(statements: Statements, id: string): Promise<Head | null> {
	const { rows } = await statements.query<Row & { revision: number }>(
		`select ${[...selecting(CASE), 'revision'].join(', ')} from case_file where id = $1 and deleted_at is null`,
		[id]
	);
	const [row] = rows;
	if (!row) return null;
	return { row, revision: row.revision, history: await historyOf(statements, id, row.revision) };
}

/** The mark of a revision, where the case is at it. */
export async function markOf(
	statements: Statements,
	id: string,
	revision: number
): Promise<string | null> {
	const { rows } = await statements.query<{ mark: string }>(
		`select coalesce(written_at, made_at)::text as mark
		from case_file join case_revision on case_id = id and number = revision
		where id = $1 and revision = $2`,
		[id, revision]
	);
	return rows[0]?.mark ?? null;
}
