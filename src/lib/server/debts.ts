/**
 * The tables of a case's debts as they stand: the debts, what happens to them over time, and the ways of
 * paying them that are compared. Money is in minor units, rates in ten-thousandths of a percent.
 */
import { same } from '../core/same';
import type { Way } from '../core/ways';
import type { DebtEntry, HappeningEntry, LendingEntry } from '../formats/debt-document';
import type { Statements } from './statements';
import { insertRows } from './rows';

/** The debts of a case in their order, for the document's schema to judge. */
export async function debtsOf(transaction: Statements, caseId: string): Promise<unknown[]> {
	const { rows: debts } = await transaction.query<DebtRow>(
		`select id, name, balance, (annual_rate * 10000)::int as annual_rate, first_due::text,
			asked_kind, (asked_percent * 10000)::int as asked_percent, asked_amount, asked_of,
			asked_plus_fees, asked_round_up_to, asked_floor, asked_periods, asked_balloon,
			asked_round_payment, asked_at_term, interest_only, payments_per_year, basis,
			compounds_per_year, day_year, timing, interest_rounding, clear_below, pays_kind, pays_amount,
			pays_per_year, (pays_percent * 10000)::int as pays_percent, extra
		from debt where case_id = $1 order by position`,
		[caseId]
	);
	const { rows: happenings } = await transaction.query<HappeningRow>(
		`select debt_id, id, kind, off, date::text, amount, per_year, until::text, fee,
			(annual_rate * 10000)::int as annual_rate, reamortize
		from happening where case_id = $1 order by debt_id, position`,
		[caseId]
	);
	const { rows: ways } = await transaction.query<WayRow>(
		`select debt_id, kind, (percent * 10000)::int as percent, amount, extra, months, per_year, happening
		from way where case_id = $1 order by debt_id, position`,
		[caseId]
	);
	return debts.map((row) => {
		const of = ({ debt_id }: { readonly debt_id: string }) => debt_id === row.id;
		const [baseline, ...compared] = ways.filter(of).map(wayOf);
		return {
			...debtOf(row),
			happenings: happenings.filter(of).map(happeningOf),
			baseline,
			compared
		};
	});
}

/** Writes the debts of a case in place of those that stand there; what is the same already is left alone. */
export async function replaceDebts(
	transaction: Statements,
	caseId: string,
	debts: readonly DebtEntry[],
	standing: readonly DebtEntry[]
): Promise<void> {
	const kept = (debt: DebtEntry | undefined, position: number) => same(debt, standing[position]);
	const gone = standing.filter((_, position) => !kept(debts[position], position));
	if (gone.length > 0) {
		await transaction.query('delete from debt where case_id = $1 and id = any($2)', [
			caseId,
			gone.map(({ id }) => id)
		]);
	}
	const changed = [...debts.entries()].filter(([position, debt]) => !kept(debt, position));
	const owner = ({ id }: DebtEntry) => ({ case_id: caseId, debt_id: id });
	await insert(
		transaction,
		'debt',
		changed.map(([position, debt]) => ({ case_id: caseId, position, ...debtRow(debt) }))
	);
	await insert(
		transaction,
		'happening',
		changed.flatMap(([, debt]) =>
			debt.happenings.map((item, position) => ({ ...owner(debt), position, ...happeningRow(item) }))
		)
	);
	await insert(
		transaction,
		'way',
		changed.flatMap(([, debt]) =>
			[debt.baseline, ...debt.compared].map((way, position) => ({
				...owner(debt),
				position,
				...wayRow(way)
			}))
		)
	);
}

const PERCENT = new Set(['annual_rate', 'asked_percent', 'pays_percent', 'percent']);

const insert = (
	transaction: Statements,
	table: 'debt' | 'happening' | 'way',
	rows: readonly object[]
) =>
	insertRows(
		transaction,
		table,
		rows.map((row) => ({ ...row })),
		(column) => PERCENT.has(column)
	);

interface DebtRow {
	readonly id: string;
	readonly name: string;
	readonly balance: number | null;
	readonly annual_rate: number | null;
	readonly first_due: string | null;
	readonly asked_kind: string;
	readonly asked_percent: number | null;
	readonly asked_amount: number | null;
	readonly asked_of: string | null;
	readonly asked_plus_fees: boolean | null;
	readonly asked_round_up_to: number | null;
	readonly asked_floor: number | null;
	readonly asked_periods: number | null;
	readonly asked_balloon: number | null;
	readonly asked_round_payment: string | null;
	readonly asked_at_term: string | null;
	readonly interest_only: number;
	readonly payments_per_year: number;
	readonly basis: string;
	readonly compounds_per_year: number | null;
	readonly day_year: string | null;
	readonly timing: string;
	readonly interest_rounding: string;
	readonly clear_below: number;
	readonly pays_kind: string;
	readonly pays_amount: number | null;
	readonly pays_per_year: number | null;
	readonly pays_percent: number | null;
	readonly extra: number;
}

function debtOf(row: DebtRow) {
	return {
		id: row.id,
		name: row.name,
		balance: row.balance,
		annualRate: row.annual_rate,
		firstDue: row.first_due,
		asked: askedOf(row),
		interestOnly: row.interest_only,
		lending: {
			paymentsPerYear: row.payments_per_year,
			interest: interestOf(row),
			timing: row.timing,
			interestRounding: row.interest_rounding,
			clearBelow: row.clear_below
		},
		pays: paysOf(row),
		extra: row.extra
	};
}

function askedOf(row: DebtRow) {
	const kind = row.asked_kind;
	if (kind === 'level') {
		return {
			kind,
			periods: row.asked_periods,
			balloon: row.asked_balloon,
			roundPayment: row.asked_round_payment,
			atTerm: row.asked_at_term
		};
	}
	const rounding = { roundUpTo: row.asked_round_up_to, floor: row.asked_floor };
	if (kind === 'amount') return { kind, amount: row.asked_amount, ...rounding };
	return {
		kind,
		percent: row.asked_percent,
		of: row.asked_of,
		plusFees: row.asked_plus_fees,
		...rounding
	};
}

function interestOf({ basis, compounds_per_year, day_year }: DebtRow) {
	if (basis === 'nominal') return { basis, compoundsPerYear: compounds_per_year };
	if (basis === 'effective') return { basis };
	return { basis, dayYear: day_year === 'actual' ? day_year : Number(day_year) };
}

function paysOf({ pays_kind: kind, pays_amount, pays_per_year, pays_percent }: DebtRow) {
	if (kind === 'fixed') return { kind, amount: pays_amount, paymentsPerYear: pays_per_year };
	return kind === 'interest-plus' ? { kind, percent: pays_percent } : { kind };
}

function debtRow({ id, name, balance, annualRate, firstDue, ...debt }: DebtEntry): DebtRow {
	const { asked, lending, pays } = debt;
	const level = asked.kind === 'level' ? asked : null;
	const rounded = asked.kind === 'level' ? null : asked;
	const share = asked.kind === 'percent' || asked.kind === 'interest-plus' ? asked : null;
	return {
		id,
		name,
		balance,
		annual_rate: annualRate,
		first_due: firstDue,
		asked_kind: asked.kind,
		asked_percent: share?.percent ?? null,
		asked_amount: asked.kind === 'amount' ? asked.amount : null,
		asked_of: share?.of ?? null,
		asked_plus_fees: share?.plusFees ?? null,
		asked_round_up_to: rounded?.roundUpTo ?? null,
		asked_floor: rounded?.floor ?? null,
		asked_periods: level?.periods ?? null,
		asked_balloon: level?.balloon ?? null,
		asked_round_payment: level?.roundPayment ?? null,
		asked_at_term: level?.atTerm ?? null,
		interest_only: debt.interestOnly,
		payments_per_year: lending.paymentsPerYear,
		...basisRow(lending.interest),
		timing: lending.timing,
		interest_rounding: lending.interestRounding,
		clear_below: lending.clearBelow,
		pays_kind: pays.kind,
		pays_amount: pays.kind === 'fixed' ? pays.amount : null,
		pays_per_year: pays.kind === 'fixed' ? pays.paymentsPerYear : null,
		pays_percent: pays.kind === 'interest-plus' ? pays.percent : null,
		extra: debt.extra
	};
}

function basisRow(interest: LendingEntry['interest']) {
	return {
		basis: interest.basis,
		compounds_per_year: interest.basis === 'nominal' ? interest.compoundsPerYear : null,
		day_year: 'dayYear' in interest ? String(interest.dayYear) : null
	};
}

interface HappeningRow {
	readonly debt_id: string;
	readonly id: string;
	readonly kind: string;
	readonly off: boolean;
	readonly date: string;
	readonly amount: number | null;
	readonly per_year: number | null;
	readonly until: string | null;
	readonly fee: boolean | null;
	readonly annual_rate: number | null;
	readonly reamortize: boolean | null;
}

function happeningOf(row: HappeningRow) {
	const { kind, id, off, date } = row;
	const dated = { kind, id, off, date };
	const { amount, per_year: perYear, until } = row;
	switch (kind) {
		case 'extra':
			return { ...dated, amount, perYear, until };
		case 'charge':
			return { ...dated, amount, perYear, until, fee: row.fee };
		case 'payment':
			return { ...dated, amount };
		case 'rate':
			return { ...dated, annual: row.annual_rate, reamortize: row.reamortize };
		default:
			return dated;
	}
}

function happeningRow(item: HappeningEntry): Omit<HappeningRow, 'debt_id'> {
	const repeated = item.kind === 'extra' || item.kind === 'charge' ? item : null;
	return {
		id: item.id,
		kind: item.kind,
		off: item.off,
		date: item.date,
		amount: item.kind === 'payment' ? item.amount : (repeated?.amount ?? null),
		per_year: repeated?.perYear ?? null,
		until: repeated?.until ?? null,
		fee: item.kind === 'charge' ? item.fee : null,
		annual_rate: item.kind === 'rate' ? item.annual : null,
		reamortize: item.kind === 'rate' ? item.reamortize : null
	};
}

interface WayRow {
	readonly debt_id: string;
	readonly kind: string;
	readonly percent: number | null;
	readonly amount: number | null;
	readonly extra: number | null;
	readonly months: number | null;
	readonly per_year: number | null;
	readonly happening: string | null;
}

function wayOf({ kind, percent, amount, extra, months, per_year, happening }: WayRow) {
	switch (kind) {
		case 'interest-plus':
			return { kind, percent };
		case 'fixed':
			return { kind, amount, extra };
		case 'ends-in':
			return { kind, months };
		case 'portions':
			return { kind, paymentsPerYear: per_year };
		case 'without':
			return { kind, happening };
		default:
			return { kind };
	}
}

function wayRow(way: Way): Omit<WayRow, 'debt_id'> {
	return {
		kind: way.kind,
		percent: way.kind === 'interest-plus' ? way.percent : null,
		amount: way.kind === 'fixed' ? way.amount : null,
		extra: way.kind === 'fixed' ? way.extra : null,
		months: way.kind === 'ends-in' ? way.months : null,
		per_year: way.kind === 'portions' ? way.paymentsPerYear : null,
		happening: way.kind === 'without' ? way.happening : null
	};
}
