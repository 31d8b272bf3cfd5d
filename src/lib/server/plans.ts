/** The tables of a case's plans as they stand; what they change is in `plan-changes.ts`. Money is in minor units. */
import { same } from '../core/same';
import type { CaseDocument } from '../formats/case-document';
import type { PlanEntry } from '../formats/plan-document';
import { changeRows, changesOf, insertChangeRows } from './plan-changes';
import type { Statements } from './statements';
import { insertRows } from './rows';

type Planned = Pick<CaseDocument, 'plans' | 'choices' | 'sheet'>;

interface PlanRow {
	readonly id: string;
	readonly name: string;
	readonly named: boolean;
	readonly begins: string | null;
	readonly pays: string;
	readonly budget: string;
	readonly amount: number | null;
	readonly order: string;
	readonly hidden: boolean;
}

interface HappeningRow {
	readonly plan_id: string;
	readonly id: string;
	readonly kind: string;
	readonly off: boolean;
	readonly date: string;
	readonly amount: number;
	readonly everyYear: boolean | null;
}

/** The plans of a case, its choices and its sheet, for the document's schema to judge. */
export async function plansOf(
	transaction: Statements,
	caseId: string
): Promise<Record<keyof Planned, unknown>> {
	const { rows: plans } = await transaction.query<PlanRow>(
		`select id, name, named, pays, budget, amount, begins::text, payoff_order as "order", hidden
		from plan where case_id = $1 order by position`,
		[caseId]
	);
	const { rows: places } = await transaction.query<{ plan_id: string; debt_id: string }>(
		'select plan_id, debt_id from plan_place where case_id = $1 order by plan_id, position',
		[caseId]
	);
	const { rows: happenings } = await transaction.query<HappeningRow>(
		`select plan_id, id, kind, off, date::text, amount, every_year as "everyYear"
		from plan_happening where case_id = $1 order by plan_id, position`,
		[caseId]
	);
	const changes = await changesOf(transaction, caseId);
	const { rows: choices } = await transaction.query(
		'select plan_id as plan, name, date::text, note, content from plan_choice where case_id = $1 order by position',
		[caseId]
	);
	const { rows: lines } = await transaction.query<{ side: string }>(
		`select side, name, amount, per_year as "perYear"
		from household_line where case_id = $1 order by position`,
		[caseId]
	);
	const side = (which: string) =>
		lines.flatMap(({ side: on, ...line }) => (on === which ? [line] : []));
	return {
		plans: plans.map(({ budget, amount, ...plan }) => {
			const own = ({ plan_id }: { readonly plan_id: string }) => plan_id === plan.id;
			return {
				...plan,
				budget: budgetOf(budget, amount),
				listed: places.filter(own).map(({ debt_id }) => debt_id),
				happenings: happenings.filter(own).map(happeningOf),
				changes: changes.filter(own).map(({ change }) => change)
			};
		}),
		choices,
		sheet: { income: side('income'), needs: side('need') }
	};
}

function happeningOf({ id, kind, off, date, amount, everyYear }: HappeningRow) {
	const item = { id, kind, off, date, amount };
	return everyYear === null ? item : { ...item, everyYear };
}

function budgetOf(kind: string, amount: number | null) {
	switch (kind) {
		case 'required':
			return { kind };
		case 'required-plus':
			return { kind, extra: amount };
		default:
			return { kind, amount };
	}
}

/** Writes the plans, choices and sheet of a case in place of those that stand there; what is the same stays. */
export async function replacePlans(
	transaction: Statements,
	caseId: string,
	{ plans, choices, sheet }: Planned,
	standing: Planned | null
): Promise<void> {
	const kept = (plan: PlanEntry, position: number) => same(plan, standing?.plans[position]);
	const gone = (standing?.plans ?? []).filter((plan, position) => !same(plan, plans[position]));
	await transaction.query('delete from plan where case_id = $1 and id = any($2)', [
		caseId,
		gone.map(({ id }) => id)
	]);
	const changed = [...plans.entries()].filter(([position, plan]) => !kept(plan, position));
	await insertPlans(transaction, caseId, changed);
	if (!same(choices, standing?.choices)) {
		await transaction.query('delete from plan_choice where case_id = $1', [caseId]);
		const rows = choices.map(({ plan, ...choice }, position) => ({
			case_id: caseId,
			position,
			plan_id: plan,
			...choice
		}));
		await insertRows(transaction, 'plan_choice', rows);
	}
	if (!same(sheet, standing?.sheet)) {
		await transaction.query('delete from household_line where case_id = $1', [caseId]);
		const rowsOf = (side: string, lines: typeof sheet.income) =>
			lines.map(({ perYear, ...line }, position) => ({
				case_id: caseId,
				side,
				position,
				...line,
				per_year: perYear
			}));
		await insertRows(transaction, 'household_line', [
			...rowsOf('income', sheet.income),
			...rowsOf('need', sheet.needs)
		]);
	}
}

async function insertPlans(
	transaction: Statements,
	caseId: string,
	plans: readonly (readonly [position: number, plan: PlanEntry])[]
): Promise<void> {
	const owned = plans.map(([position, plan]) => ({
		position,
		plan,
		owner: { case_id: caseId, plan_id: plan.id }
	}));
	await insertRows(
		transaction,
		'plan',
		owned.map(({ position, plan }) => planRow(caseId, position, plan))
	);
	await insertRows(
		transaction,
		'plan_place',
		owned.flatMap(({ owner, plan }) =>
			plan.listed.map((debt, position) => ({ ...owner, position, debt_id: debt }))
		)
	);
	await insertRows(
		transaction,
		'plan_happening',
		owned.flatMap(({ owner, plan }) =>
			plan.happenings.map((item, position) => ({
				...owner,
				id: item.id,
				position,
				kind: item.kind,
				off: item.off,
				date: item.date,
				amount: item.amount,
				every_year: item.kind === 'one-off' ? item.everyYear : null
			}))
		)
	);
	await insertChangeRows(
		transaction,
		owned.flatMap(({ owner, plan }) => changeRows(owner, plan.changes))
	);
}

function planRow(caseId: string, position: number, plan: PlanEntry) {
	const { id, name, named, pays, budget, begins, order, hidden } = plan;
	return {
		case_id: caseId,
		id,
		position,
		name,
		named,
		pays,
		budget: budget.kind,
		amount:
			budget.kind === 'required' ? null : budget.kind === 'constant' ? budget.amount : budget.extra,
		begins,
		payoff_order: order,
		hidden
	};
}
