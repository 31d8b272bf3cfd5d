/** The tables of a case's plan as it stands. Money is in minor units. */
import type { Transaction } from '@electric-sql/pglite';
import type { PlanEntry, PlanHappening, SheetLine } from '../formats/plan-document';

interface PlanRow {
	readonly budget: string;
	readonly amount: number | null;
	readonly payoff_order: string;
	readonly baseline: string;
}

interface HappeningRow {
	readonly id: string;
	readonly kind: string;
	readonly off: boolean;
	readonly date: string;
	readonly amount: number;
	readonly every_year: boolean | null;
}

interface LineRow {
	readonly side: 'income' | 'need';
	readonly name: string;
	readonly amount: number;
	readonly perYear: number;
}

/** The plan of a case, for the document's schema to judge. */
export async function planOf(transaction: Transaction, caseId: string): Promise<unknown> {
	const { rows } = await transaction.query<PlanRow>(
		'select budget, amount, payoff_order, baseline from plan where case_id = $1',
		[caseId]
	);
	const [row] = rows;
	if (!row) throw new Error(`case ${caseId} has no plan`);
	const { rows: places } = await transaction.query<{ debt_id: string }>(
		'select debt_id from plan_place where case_id = $1 order by position',
		[caseId]
	);
	const { rows: happenings } = await transaction.query<HappeningRow>(
		`select id, kind, off, date::text, amount, every_year
		from plan_happening where case_id = $1 order by position`,
		[caseId]
	);
	const { rows: lines } = await transaction.query<LineRow>(
		`select side, name, amount, per_year as "perYear"
		from plan_line where case_id = $1 order by position`,
		[caseId]
	);
	const side = (which: string) =>
		lines
			.filter((line) => line.side === which)
			.map(({ name, amount, perYear }) => ({ name, amount, perYear }));
	return {
		budget: budgetOf(row),
		order: row.payoff_order,
		listed: places.map(({ debt_id }) => debt_id),
		baseline: row.baseline,
		happenings: happenings.map(({ every_year: everyYear, ...item }) =>
			everyYear === null ? item : { ...item, everyYear }
		),
		sheet: { income: side('income'), needs: side('need') }
	};
}

function budgetOf({ budget: kind, amount }: PlanRow) {
	switch (kind) {
		case 'required':
			return { kind };
		case 'required-plus':
			return { kind, extra: amount };
		default:
			return { kind, amount };
	}
}

/** Writes the plan of a case anew, in place of the one that stood there. */
export async function replacePlan(
	transaction: Transaction,
	caseId: string,
	{ budget, order, listed, baseline, happenings, sheet }: PlanEntry
): Promise<void> {
	const amount =
		budget.kind === 'required' ? null : budget.kind === 'constant' ? budget.amount : budget.extra;
	await transaction.query('delete from plan where case_id = $1', [caseId]);
	await transaction.query(
		'insert into plan (case_id, budget, amount, payoff_order, baseline) values ($1, $2, $3, $4, $5)',
		[caseId, budget.kind, amount, order, baseline]
	);
	for (const [position, debt] of listed.entries()) {
		await transaction.query(
			'insert into plan_place (case_id, position, debt_id) values ($1, $2, $3)',
			[caseId, position, debt]
		);
	}
	for (const [position, item] of happenings.entries()) {
		await insertHappening(transaction, caseId, position, item);
	}
	await insertLines(transaction, caseId, 'income', sheet.income);
	await insertLines(transaction, caseId, 'need', sheet.needs);
}

async function insertLines(
	transaction: Transaction,
	caseId: string,
	side: LineRow['side'],
	lines: readonly SheetLine[]
): Promise<void> {
	for (const [position, { name, amount, perYear }] of lines.entries()) {
		await transaction.query(
			`insert into plan_line (case_id, side, position, name, amount, per_year)
			values ($1, $2, $3, $4, $5, $6)`,
			[caseId, side, position, name, amount, perYear]
		);
	}
}

async function insertHappening(
	transaction: Transaction,
	caseId: string,
	position: number,
	item: PlanHappening
): Promise<void> {
	const everyYear = item.kind === 'one-off' ? item.everyYear : null;
	await transaction.query(
		`insert into plan_happening (case_id, id, position, kind, off, date, amount, every_year)
		values ($1, $2, $3, $4, $5, $6, $7, $8)`,
		[caseId, item.id, position, item.kind, item.off, item.date, item.amount, everyYear]
	);
}
