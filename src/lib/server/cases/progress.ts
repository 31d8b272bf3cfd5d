/** A case's forecasts, and what really happened to its debts, in their tables. */
import type { CaseDocument } from '../../document/case';
import { same } from '../../document/same';
import { FORECAST, RECORDED_EVENT, RECORDED_MONEY, READING, VISIT } from './case-tables';
import { insertRows, upsertRows, type Row, type TableRows } from '../database/shapes';
import type { Statements } from '../database/statements';

type Lived = Pick<
	CaseDocument,
	'forecasts' | 'visits' | 'readings' | 'recordedEvents' | 'recordedMoney'
>;

export const PROGRESS_TABLES = {
	forecast: { part: FORECAST, portion: 4 },
	visit: { part: VISIT },
	reading: { part: READING, portion: 2_000 },
	recorded_event: { part: RECORDED_EVENT },
	recorded_money: { part: RECORDED_MONEY }
} as const;

/** In the order in which they are written: a reading belongs to a visit. */
const LISTS = [
	['forecasts', 'forecast'],
	['visits', 'visit'],
	['readings', 'reading'],
	['recordedEvents', 'recorded_event'],
	['recordedMoney', 'recorded_money']
] as const satisfies readonly (readonly [keyof Lived, keyof typeof PROGRESS_TABLES])[];

/** For the document's schema to judge. */
export const progressIn = (rows: Readonly<Record<keyof typeof PROGRESS_TABLES, readonly Row[]>>) =>
	Object.fromEntries(
		LISTS.map(([name, table]) => [name, rows[table].map(PROGRESS_TABLES[table].part.read)])
	) as Record<keyof Lived, unknown>;

/** Writes the rows of what has changed; what is the same stays. */
export async function replaceProgress(
	statements: Statements,
	caseId: string,
	document: Lived,
	before: Lived | null
): Promise<void> {
	const changed = LISTS.map(([name, table]) => ({
		table,
		...changesOf<Lived[typeof name][number]>(document[name], before?.[name] ?? [])
	}));
	// What others belong to goes last, and comes first. A visit stays, since its readings would go with it.
	for (const { table, gone, written } of changed.toReversed()) {
		const ids = [...gone, ...(table === 'visit' ? [] : written.map(([, { id }]) => id))];
		if (ids.length === 0) continue;
		await statements.query(`delete from ${table} where case_id = $1 and id = any($2)`, [
			caseId,
			ids
		]);
	}
	for (const { table, written, moved } of changed) {
		const rows = rowsIn(table, caseId, written);
		if (table === 'visit') await upsertRows(statements, table, ['case_id', 'id'], rows);
		else await insertRows(statements, table, rows);
		if (moved.length === 0) continue;
		await statements.query(
			`update ${table} set position = moved.position
			from jsonb_to_recordset($2) moved (id uuid, position integer)
			where case_id = $1 and ${table}.id = moved.id`,
			[caseId, JSON.stringify(moved)]
		);
	}
}

/** The rows of a case's forecasts, visits and records by table, each table before those that refer to it. */
export const progressRows = (caseId: string, document: Lived): TableRows[] =>
	LISTS.map(([name, table]) => [table, rowsIn(table, caseId, [...document[name].entries()])]);

function rowsIn(
	table: keyof typeof PROGRESS_TABLES,
	caseId: string,
	entries: readonly (readonly [position: number, one: unknown])[]
): Row[] {
	const write = PROGRESS_TABLES[table].part.write as (value: unknown) => object;
	return entries.map(([position, one]) => ({ case_id: caseId, position, ...write(one) }));
}

interface Changes<T> {
	/** The identifiers of what is not there any more. */
	readonly gone: readonly string[];
	/** New and changed entries with their positions. */
	readonly written: readonly (readonly [position: number, one: T])[];
	/** Entries whose position alone changed. */
	readonly moved: readonly { readonly id: string; readonly position: number }[];
}

function changesOf<T extends { readonly id: string }>(
	now: readonly T[],
	before: readonly T[]
): Changes<T> {
	if (now === before) return { gone: [], written: [], moved: [] };
	const places = new Map(before.map((one, position) => [one.id, { one, position }]));
	const written: [number, T][] = [];
	const moved: { id: string; position: number }[] = [];
	for (const [position, one] of now.entries()) {
		const earlier = places.get(one.id);
		places.delete(one.id);
		if (!earlier || !same(earlier.one, one)) written.push([position, one]);
		else if (earlier.position !== position) moved.push({ id: one.id, position });
	}
	return { gone: [...places.keys()], written, moved };
}
