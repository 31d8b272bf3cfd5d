/** A case's plans, its choices and its household's sheet in their tables. */
import type { CaseDocument } from '../../document/case';
import type { ChangeEntry } from '../../document/change';
import type { PlanEntry } from '../../document/plan';
import { same } from '../../document/same';
import { CHANGE, CHOICE, LINE, NAMED, PLACE, PLAN, PLAN_HAPPENING } from './case-tables';
import { insertRows, type Row } from '../database/shapes';
import type { Statements } from '../database/statements';

type Planned = Pick<CaseDocument, 'plans' | 'choices' | 'sheet'>;

/** The columns of all kinds of debts that changes name. */
const NAMED_COLUMNS = { columns: Object.values(NAMED).flatMap(({ columns }) => columns) };

export const PLAN_TABLES = {
	plan: { part: PLAN },
	plan_place: { part: PLACE, keys: ['plan_id'] },
	plan_happening: { part: PLAN_HAPPENING, keys: ['plan_id'] },
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
				happenings: rows.plan_happening.filter(isOwn).map(PLAN_HAPPENING.read),
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
	await insertPlans(
		statements,
		caseId,
		[...plans.entries()].filter(([position]) => !isKept(position))
	);
	if (!same(choices, before?.choices)) {
		await statements.query('delete from plan_choice where case_id = $1', [caseId]);
		const rows = choices.map((choice, position) => ({
			case_id: caseId,
			position,
			...CHOICE.write(choice)
		}));
		await insertRows(statements, 'plan_choice', rows);
	}
	if (!same(sheet, before?.sheet)) {
		await statements.query('delete from household_line where case_id = $1', [caseId]);
		const rows = (side: string, lines: typeof sheet.income) =>
			lines.map((line, position) => ({ case_id: caseId, side, position, ...LINE.write(line) }));
		await insertRows(statements, 'household_line', [
			...rows('income', sheet.income),
			...rows('need', sheet.needs)
		]);
	}
}

async function insertPlans(
	statements: Statements,
	caseId: string,
	plans: readonly (readonly [position: number, plan: PlanEntry])[]
): Promise<void> {
	const insert = (table: string, rowsOfPlan: (plan: PlanEntry) => readonly Row[]) =>
		insertRows(
			statements,
			table,
			plans.flatMap(([, plan]) =>
				rowsOfPlan(plan).map((row) => ({ case_id: caseId, plan_id: plan.id, ...row }))
			)
		);
	await insertRows(
		statements,
		'plan',
		plans.map(([position, plan]) => ({ case_id: caseId, position, ...PLAN.write(plan) }))
	);
	await insert('plan_place', ({ listed }) =>
		listed.map((debt, position) => ({ position, ...PLACE.write(debt) }))
	);
	await insert('plan_happening', ({ happenings }) =>
		happenings.map((item, position) => ({ position, ...PLAN_HAPPENING.write(item) }))
	);
	await insert('plan_change', ({ changes }) =>
		changes.map((change, position) => ({ position, ...CHANGE.write(change) }))
	);
	await insert('plan_change_debt', ({ changes }) =>
		changes.flatMap((change, at) =>
			namedRows(change).map((debt, position) => ({ change: at, position, ...debt }))
		)
	);
}

function namedRows(change: ChangeEntry): Row[] {
	switch (change.kind) {
		case 'consolidate':
			return change.debts.map(NAMED.consolidate.write);
		case 'transfer':
			return change.amounts.map(NAMED.transfer.write);
		case 'concession':
			return change.debts.map(NAMED.concession.write);
	}
}
