/** The tables of a case's plans as they stand; what they change is in `plan-changes.ts`. Money is in minor units. */
import type { Transaction } from '@electric-sql/pglite';
import { same } from '../core/same';
import type { CaseDocument } from '../formats/case-document';
import type { PlanEntry } from '../formats/plan-document';
import { changesOf, insertChanges } from './plan-changes';
import { insertRow } from './rows';

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
	transaction: Transaction,
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
	transaction: Transaction,
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
	for (const [position, plan] of plans.entries()) {
		if (!kept(plan, position)) await insertPlan(transaction, caseId, position, plan);
	}
	if (!same(choices, standing?.choices)) {
		await transaction.query('delete from plan_choice where case_id = $1', [caseId]);
		for (const [position, { plan, ...choice }] of choices.entries()) {
			const row = { case_id: caseId, position, plan_id: plan, ...choice };
			await insertRow(transaction, 'plan_choice', row);
		}
	}
	if (!same(sheet, standing?.sheet)) {
		await transaction.query('delete from household_line where case_id = $1', [caseId]);
		for (const [side, lines] of [
			['income', sheet.income] as const,
			['need', sheet.needs] as const
		]) {
			for (const [position, { perYear, ...line }] of lines.entries()) {
				const row = { case_id: caseId, side, position, ...line, per_year: perYear };
				await insertRow(transaction, 'household_line', row);
			}
		}
	}
}

async function insertPlan(
	transaction: Transaction,
	caseId: string,
	position: number,
	plan: PlanEntry
): Promise<void> {
	const { id, name, named, pays, budget, begins, order, listed, happenings, changes, hidden } =
		plan;
	const amount =
		budget.kind === 'required' ? null : budget.kind === 'constant' ? budget.amount : budget.extra;
	await insertRow(transaction, 'plan', {
		case_id: caseId,
		id,
		position,
		name,
		named,
		pays,
		budget: budget.kind,
		amount,
		begins,
		payoff_order: order,
		hidden
	});
	const owner = { case_id: caseId, plan_id: id };
	for (const [place, debt] of listed.entries()) {
		await insertRow(transaction, 'plan_place', { ...owner, position: place, debt_id: debt });
	}
	for (const [place, item] of happenings.entries()) {
		await insertRow(transaction, 'plan_happening', {
			...owner,
			id: item.id,
			position: place,
			kind: item.kind,
			off: item.off,
			date: item.date,
			amount: item.amount,
			every_year: item.kind === 'one-off' ? item.everyYear : null
		});
	}
	await insertChanges(transaction, owner, changes);
}
