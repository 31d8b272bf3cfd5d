/** The tables of what a case's plans change about its debts. Money is in minor units, rates in ten-thousandths of a percent. */
import { newDebtOf, type ChangeEntry, type NewDebtEntry } from '../formats/change-document';
import type { Statements } from './statements';
import { insertRows } from './rows';

interface Owner {
	readonly case_id: string;
	readonly plan_id: string;
}

interface ChangeRow extends Owner {
	readonly position: number;
	readonly kind: ChangeEntry['kind'];
	readonly assumed: readonly string[];
	readonly new_id: string | null;
	readonly new_name: string | null;
	readonly new_first_due: string | null;
	readonly new_rule: NewDebtEntry['rule']['kind'] | null;
	readonly new_periods: number | null;
	readonly new_amount: number | null;
	readonly new_percent: number | null;
	readonly new_rate: number | null;
	readonly then_rate: number | null;
	readonly offer_months: number | null;
	readonly credit_limit: number | null;
	readonly fee_percent: number | null;
	readonly fee_amount: number | null;
	readonly fee_paid: string | null;
	readonly fee_cap: number | null;
	readonly set_up_fee: number | null;
	readonly agreed_from: string | null;
}

interface NamedRow {
	readonly plan_id: string;
	readonly change: number;
	readonly debt_id: string;
	readonly amount: number | null;
	readonly agreed_rate: number | null;
	readonly assumed: boolean | null;
}

const PERCENT = new Set(['new_percent', 'new_rate', 'then_rate', 'fee_percent', 'agreed_rate']);
const isPercent = (column: string): boolean => PERCENT.has(column);

/** What the plans of a case change, each with its plan, for the document's schema to judge. */
export async function changesOf(
	transaction: Statements,
	caseId: string
): Promise<{ readonly plan_id: string; readonly change: unknown }[]> {
	const percent = (column: string) => `(${column} * 10000)::int as ${column}`;
	const { rows } = await transaction.query<ChangeRow>(
		`select plan_id, position, kind, assumed, new_id, new_name, new_first_due::text, new_rule, new_periods,
			new_amount, ${percent('new_percent')}, ${percent('new_rate')}, ${percent('then_rate')},
			offer_months, credit_limit, ${percent('fee_percent')}, fee_amount, fee_paid, fee_cap,
			set_up_fee, agreed_from::text
		from plan_change where case_id = $1 order by plan_id, position`,
		[caseId]
	);
	const { rows: named } = await transaction.query<NamedRow>(
		`select plan_id, change, debt_id, amount, ${percent('agreed_rate')}, assumed
		from plan_change_debt where case_id = $1 order by plan_id, change, position`,
		[caseId]
	);
	return rows.map((row) => ({
		plan_id: row.plan_id,
		change: changeOf(
			row,
			named.filter(({ plan_id, change }) => plan_id === row.plan_id && change === row.position)
		)
	}));
}

function changeOf(row: ChangeRow, named: readonly NamedRow[]): unknown {
	const { kind, assumed, fee_percent: percent, fee_amount: amount } = row;
	switch (kind) {
		case 'consolidate':
			return {
				kind,
				assumed,
				debts: named.map(({ debt_id }) => debt_id),
				loan: newDebt(row),
				annualRate: row.new_rate,
				fee: { percent, amount, paid: row.fee_paid }
			};
		case 'transfer':
			return {
				kind,
				assumed,
				amounts: named.map((debt) => ({ debt: debt.debt_id, amount: debt.amount })),
				card: newDebt(row),
				feePercent: percent,
				offerRate: row.new_rate,
				offerMonths: row.offer_months,
				thenRate: row.then_rate,
				limit: row.credit_limit
			};
		case 'concession':
			return {
				kind,
				assumed,
				from: row.agreed_from,
				debts: named.map((debt) => ({
					debt: debt.debt_id,
					annualRate: debt.agreed_rate,
					assumed: debt.assumed,
					payment: debt.amount
				})),
				setUpFee: row.set_up_fee,
				monthlyFee:
					percent === null
						? { kind: 'amount', amount }
						: { kind: 'percent', percent, cap: row.fee_cap }
			};
	}
}

function newDebt(row: ChangeRow) {
	const { new_rule: kind, new_periods: periods, new_amount: amount, new_percent: percent } = row;
	const rule =
		kind === 'level'
			? { kind, periods }
			: kind === 'fixed'
				? { kind, amount }
				: { kind, percent, floor: amount };
	return { id: row.new_id, name: row.new_name, firstDue: row.new_first_due, rule };
}

/** A change as it is written: its own row, and one for each debt that it names. */
interface ChangeRows {
	readonly own: Readonly<Record<string, unknown>>;
	readonly named: readonly Readonly<Record<string, unknown>>[];
}

export const changeRows = (owner: Owner, changes: readonly ChangeEntry[]): ChangeRows[] =>
	changes.map((change, position) => {
		const { kind, assumed } = change;
		return {
			own: { ...owner, position, kind, assumed, ...newDebtRow(change), ...ownRow(change) },
			named: namedRows(change).map((debt, place) => ({
				...owner,
				change: position,
				position: place,
				...debt
			}))
		};
	});

/** Writes changes of plans that have none yet. */
export async function insertChangeRows(
	transaction: Statements,
	rows: readonly ChangeRows[]
): Promise<void> {
	const own = rows.map((row) => row.own);
	await insertRows(transaction, 'plan_change', own, isPercent);
	const named = rows.flatMap((row) => row.named);
	await insertRows(transaction, 'plan_change_debt', named, isPercent);
}

function newDebtRow(change: ChangeEntry) {
	const debt = newDebtOf(change);
	if (!debt) return {};
	const { id, name, firstDue, rule } = debt;
	return {
		new_id: id,
		new_name: name,
		new_first_due: firstDue,
		new_rule: rule.kind,
		new_periods: rule.kind === 'level' ? rule.periods : null,
		new_amount: rule.kind === 'fixed' ? rule.amount : rule.kind === 'minimum' ? rule.floor : null,
		new_percent: rule.kind === 'minimum' ? rule.percent : null
	};
}

function ownRow(change: ChangeEntry) {
	switch (change.kind) {
		case 'consolidate': {
			const { percent, amount, paid } = change.fee;
			return {
				new_rate: change.annualRate,
				fee_percent: percent,
				fee_amount: amount,
				fee_paid: paid
			};
		}
		case 'transfer':
			return {
				new_rate: change.offerRate,
				then_rate: change.thenRate,
				offer_months: change.offerMonths,
				credit_limit: change.limit,
				fee_percent: change.feePercent
			};
		case 'concession': {
			const { from, setUpFee, monthlyFee: fee } = change;
			return {
				agreed_from: from,
				set_up_fee: setUpFee,
				fee_percent: fee.kind === 'percent' ? fee.percent : null,
				fee_amount: fee.kind === 'amount' ? fee.amount : null,
				fee_cap: fee.kind === 'percent' ? fee.cap : null
			};
		}
	}
}

function namedRows(change: ChangeEntry) {
	const none = { amount: null, agreed_rate: null, assumed: null };
	switch (change.kind) {
		case 'consolidate':
			return change.debts.map((id) => ({ ...none, debt_id: id }));
		case 'transfer':
			return change.amounts.map(({ debt, amount }) => ({ ...none, debt_id: debt, amount }));
		case 'concession':
			return change.debts.map(({ debt, annualRate, payment, assumed }) => ({
				debt_id: debt,
				amount: payment,
				agreed_rate: annualRate,
				assumed
			}));
	}
}
