/** A case's plans, its choices and its household's sheet in their tables. */
import type { CaseDocument } from '../../document/case';
import type { ChangeEntry } from '../../document/change';
import type { PlanEntry } from '../../document/plan';
import { same } from '../../document/same';
import { CHANGE, CHOICE, LINE, NAMED, PLACE, PLAN, PLAN_EVENT } from './case-tables';
import { insertEach, type Row, type TableRows } from '../database/shapes';
import type { Statements } from '../database/statements';

type Planned = Pick<CaseDocument, 'plans' | 'choices' | 'sheet'>;

/** The columns of all kinds of debts that changes name. */
const NAMED_COLUMNS = { columns: Object.values(NAMED).flatMap(({ columns }) => columns) };

export const PLAN_TABLES = {
	plan: { part: PLAN },
	plan_place: { part: PLACE, keys: ['plan_id'] },
	plan_event: { part: PLAN_EVENT, keys: ['plan_id'] },
	plan_change: { part: CHANGE, keys: ['plan_id', 'position'] },
	plan_change_debt: { part: NAMED_COLUMNS, keys: ['plan_id', 'change'] },
	plan_choice: { part: CHOICE },
	household_line: { part: LINE, keys: ['side'] }
} as const;
type PlanRows = Readonly<Record<keyof typeof PLAN_TABLES, readonly Row[]>>;

/** The plans of a case, its choices and its sheet, for the document's schema to judge. */
export function plansIn(rows: PlanRows): Record<keyof Planned, unknown> {
	const lines = (side: string) =>
		rows.household_line.filter((line) => line['side'] === side).map(LINE.read);
	return {
		plans: rows.plan.map((row) => {
			const isOwn = ({ plan_id: id }: Row) => id === row['id'];
			return {
				...(PLAN.read(row) as object),
				listed: rows.plan_place.filter(isOwn).map(PLACE.read),
				events: rows.plan_event.filter(isOwn).map(PLAN_EVENT.read),
				changes: rows.plan_change
					.filter(isOwn)
					.map((change) => changeIn(change, rows.plan_change_debt.filter(isOwn)))
			};
		}),
		choices: rows.plan_choice.map(CHOICE.read),
		sheet: { income: lines('income'), needs: lines('need') }
	};
}

/** A change with the debts that it names, among those that the changes of its plan name. */
function changeIn(row: Row, named: readonly Row[]): object {
	const kind = row['kind'] as ChangeEntry['kind'];
	const debts = named
		.filter(({ change }) => change === row['position'])
		.map((debt) => NAMED[kind].read(debt));
	return {
		...(CHANGE.read(row) as object),
		...(kind === 'transfer' ? { amounts: debts } : { debts })
	};
}

/** Writes the plans, choices and sheet of a case in place of those that were there; what is the same stays. */
export async function replacePlans(
	statements: Statements,
	caseId: string,
	{ plans, choices, sheet }: Planned,
	before: Planned | null
): Promise<void> {
	const isKept = (position: number) => same(plans[position], before?.plans[position]);
	const gone = (before?.plans ?? []).filter((_, position) => !isKept(position));
	await statements.query('delete from plan where case_id = $1 and id = any($2)', [
		caseId,
		gone.map(({ id }) => id)
	]);
	const changed = [...plans.entries()].filter(([position]) => !isKept(position));
	await insertEach(statements, planRows(caseId, changed));
	if (!same(choices, before?.choices)) {
		await statements.query('delete from plan_choice where case_id = $1', [caseId]);
		await insertEach(statements, [choiceRows(caseId, choices)]);
	}
	if (!same(sheet, before?.sheet)) {
		await statements.query('delete from household_line where case_id = $1', [caseId]);
		await insertEach(statements, [sheetRows(caseId, sheet)]);
	}
}

/** The rows of a case's plans, choices and budget sheet by table, each table before those that refer to it. */
export const plannedRows = (caseId: string, { plans, choices, sheet }: Planned): TableRows[] => [
	...planRows(caseId, [...plans.entries()]),
	choiceRows(caseId, choices),
	sheetRows(caseId, sheet)
];

const choiceRows = (caseId: string, choices: Planned['choices']): TableRows => [
	'plan_choice',
	choices.map((choice, position) => ({ case_id: caseId, position, ...CHOICE.write(choice) }))
];

function sheetRows(caseId: string, { income, needs }: Planned['sheet']): TableRows {
	const rows = (side: string, lines: typeof income) =>
		lines.map((line, position) => ({ case_id: caseId, side, position, ...LINE.write(line) }));
	return ['household_line', [...rows('income', income), ...rows('need', needs)]];
}

function planRows(
	caseId: string,
	plans: readonly (readonly [position: number, plan: PlanEntry])[]
): TableRows[] {
	const ofEach = (rowsOfPlan: (plan: PlanEntry) => readonly Row[]): Row[] =>
		plans.flatMap(([, plan]) =>
			rowsOfPlan(plan).map((row) => ({ case_id: caseId, plan_id: plan.id, ...row }))
		);
	return [
		['plan', plans.map(([position, plan]) => ({ case_id: caseId, position, ...PLAN.write(plan) }))],
		[
			'plan_place',
			ofEach(({ listed }) => listed.map((debt, position) => ({ position, ...PLACE.write(debt) })))
		],
		[
			'plan_event',
			ofEach(({ events }) =>
				events.map((item, position) => ({ position, ...PLAN_EVENT.write(item) }))
			)
		],
		[
			'plan_change',
			ofEach(({ changes }) =>
				changes.map((change, position) => ({ position, ...CHANGE.write(change) }))
			)
		],
		[
			'plan_change_debt',
			ofEach(({ changes }) =>
				changes.flatMap((change, at) =>
					namedRows(change).map((debt, position) => ({ change: at, position, ...debt }))
				)
			)
		]
	];
}

function namedRows(change: ChangeEntry): Row[] {
	switch (change.kind) {
		case 'consolidate':
			return change.debts.map(NAMED.consolidate.write);
		case 'transfer':
			return change.amounts.map(NAMED.transfer.write);
		case 'concession':
			return change.debts.map(NAMED.concession.write);
		case 'settle':
			return change.debts.map(NAMED.settle.write);
		case 'deadline':
			return change.debts.map(NAMED.deadline.write);
	}
}
