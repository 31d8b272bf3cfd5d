/** A case's forecasts, and what really happened to its debts, in their tables. */
import type { CaseDocument } from '../../document/case';
import { same } from '../../document/same';
import { FORECAST, HAPPENED, READING, VISIT } from './case-tables';
import { insertRows, type Row } from '../database/shapes';
import type { Statements } from '../database/statements';

type Lived = Pick<CaseDocument, 'forecasts' | 'visits' | 'readings' | 'happened'>;

export const LIVED_TABLES = {
	forecast: { part: FORECAST },
	visit: { part: VISIT },
	reading: { part: READING },
	happened: { part: HAPPENED }
} as const;

/** In the order in which they are written: a reading belongs to a visit. */
const LISTS = [
	['forecasts', 'forecast'],
	['visits', 'visit'],
	['readings', 'reading'],
	['happened', 'happened']
] as const satisfies readonly (readonly [keyof Lived, keyof typeof LIVED_TABLES])[];

/** For the document's schema to judge. */
export const livedIn = (rows: Readonly<Record<keyof typeof LIVED_TABLES, readonly Row[]>>) =>
	Object.fromEntries(
		LISTS.map(([name, table]) => [name, rows[table].map(LIVED_TABLES[table].part.read)])
	) as Record<keyof Lived, unknown>;

/** Writes each list in place of the one that was there; one that is the same stays. */
export async function replaceLived(
	statements: Statements,
	caseId: string,
	document: Lived,
	before: Lived | null
): Promise<void> {
	const visitsChange = !same(document.visits, before?.visits);
	const changed = LISTS.filter(
		([name]) => !same(document[name], before?.[name]) || (name === 'readings' && visitsChange)
	);
	for (const [, table] of changed.toReversed()) {
		await statements.query(`delete from ${table} where case_id = $1`, [caseId]);
	}
	for (const [name, table] of changed) {
		const write = LIVED_TABLES[table].part.write as (value: unknown) => object;
		const rows = document[name].map((one, position) => ({
			case_id: caseId,
			position,
			...write(one)
		}));
		await insertRows(statements, table, rows);
	}
}
