/** A case's plans, its choices and its household's sheet in their tables. */
import type { CaseDocument } from '../../document/case';
import type { ChangeEntry } from '../../document/change';
import type { PlanEntry } from '../../document/plan';
import { same } from '../../document/same';
import { CHANGE, CHOICE, LINE, NAMED, PLACE, PLAN, PLAN_HAPPENING } from './case-tables';
import { insertRows, rowsOf, type Part, type Row } from '../database/shapes';
import type { Statements } from '../database/statements';

type Planned = Pick<CaseDocument, 'plans' | 'choices' | 'sheet'>;

/** The plans of a case, its choices and its sheet, for the document's schema to judge. */
export async function plansOf(
	statements: Statements,
	caseId: string
): Promise<Record<keyof Planned, unknown>> {
	const plans = await rowsOf(statements, 'plan', PLAN, caseId);
	const places = await rowsOf(statements, 'plan_place', PLACE, caseId, ['plan_id']);
	const happenings = await rowsOf(statements, 'plan_happening', PLAN_HAPPENING, caseId, [
		'plan_id'
	]);
	const changes = await changesOf(statements, caseId);
	const choices = await rowsOf(statements, 'plan_choice', CHOICE, caseId);
	const lines = await rowsOf(statements, 'household_line', LINE, caseId, ['side']);
	return {
		plans: plans.map((row) => {
			const isOwn = ({ plan_id: id }: { readonly plan_id: unknown }) => id === row['id'];
			return {
				...(PLAN.read(row) as object),
				listed: places.filter(isOwn).map(PLACE.read),
				happenings: happenings.filter(isOwn).map(PLAN_HAPPENING.read),
				changes: changes.filter(isOwn).map(({ change }) => change)
			};
		}),
		choices: choices.map(CHOICE.read),
		sheet: {
			income: lines.filter(({ side }) => side === 'income').map(LINE.read),
			needs: lines.filter(({ side }) => side === 'need').map(LINE.read)
		}
	};
}

/** The columns of all kinds of debts that changes name. */
const NAMED_COLUMNS: Part<never> = {
	...NAMED.concession,
	columns: Object.values(NAMED).flatMap(({ columns }) => columns)
};

async function changesOf(statements: Statements, caseId: string) {
	const rows = await rowsOf(statements, 'plan_change', CHANGE, caseId, ['plan_id', 'position']);
	const named = await rowsOf(statements, 'plan_change_debt', NAMED_COLUMNS, caseId, [
		'plan_id',
		'change'
	]);
	return rows.map((row) => {
		const kind = row['kind'] as ChangeEntry['kind'];
		const debts = named
			.filter(({ plan_id: plan, change }) => plan === row.plan_id && change === row.position)
			.map((debt) => NAMED[kind].read(debt));
		const list = kind === 'transfer' ? { amounts: debts } : { debts };
		return { plan_id: row.plan_id, change: { ...(CHANGE.read(row) as object), ...list } };
	});
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
