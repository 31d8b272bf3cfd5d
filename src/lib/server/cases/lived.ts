/** A case's forecasts, and what really happened to its debts, in their tables. */
import type { CaseDocument } from '../../document/case';
import { same } from '../../document/same';
import { FORECAST, HAPPENED, READING, VISIT } from './case-tables';
import { insertRows, rowsOf, type Part } from '../database/shapes';
import type { Statements } from '../database/statements';

type Lived = Pick<CaseDocument, 'forecasts' | 'visits' | 'readings' | 'happened'>;

interface List<K extends keyof Lived> {
	readonly name: K;
	readonly table: string;
	readonly part: Part<Lived[K][number]>;
}

/** In the order in which they are written: a reading belongs to a visit. */
const LISTS = [
	{ name: 'forecasts', table: 'forecast', part: FORECAST } satisfies List<'forecasts'>,
	{ name: 'visits', table: 'visit', part: VISIT } satisfies List<'visits'>,
	{ name: 'readings', table: 'reading', part: READING } satisfies List<'readings'>,
	{ name: 'happened', table: 'happened', part: HAPPENED } satisfies List<'happened'>
] as const;

/** For the document's schema to judge. */
export async function livedOf(
	statements: Statements,
	caseId: string
): Promise<Record<keyof Lived, unknown>> {
	const lists: Partial<Record<keyof Lived, unknown>> = {};
	for (const { name, table, part } of LISTS) {
		const rows = await rowsOf(statements, table, part as Part<never>, caseId);
		lists[name] = rows.map((row) => part.read(row));
	}
	return lists as Record<keyof Lived, unknown>;
}

/** Writes each list in place of the one that was there; one that is the same stays. */
export async function replaceLived(
	statements: Statements,
	caseId: string,
	document: Lived,
	before: Lived | null
): Promise<void> {
	const visitsChange = !same(document.visits, before?.visits);
	const changed = LISTS.filter(
		({ name }) => !same(document[name], before?.[name]) || (name === 'readings' && visitsChange)
	);
	for (const { table } of changed.toReversed()) {
		await statements.query(`delete from ${table} where case_id = $1`, [caseId]);
	}
	for (const { name, table, part } of changed) {
		const write = part.write as (value: unknown) => object;
		const rows = document[name].map((one, position) => ({
			case_id: caseId,
			position,
			...write(one)
		}));
		await insertRows(statements, table, rows);
	}
}
