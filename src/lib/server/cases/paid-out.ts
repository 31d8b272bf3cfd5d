/** What is paid to creditors in a month out of deposits: read from the forecasts that cases keep. */
import {
	dueDate,
	endOfMonth,
	type CalendarDate,
	type PaymentsPerYear
} from '../../core/quantities/calendar';
import { cents } from '../../core/quantities/money';
import type { PaidOutLine, PaidOutPage } from '../../document/paid-out';
import { currencyOf } from '../../reading/currencies';
import { reading } from '../database';
import { isVisible, visibilityScope, type Actor } from '../people/actor';

/** So many cases are read at once. */
const PORTION = 400;

interface Row {
	readonly case_id: string;
	readonly label: string;
	readonly currency: string;
	readonly creditor: string;
	readonly account: string;
	readonly first_due: CalendarDate;
	readonly per_year: PaymentsPerYear;
	/** The payment of the month where at most one falls into it; else (null) one of `paid`. */
	readonly amount: number | null;
	readonly paid: readonly number[] | null;
}

/** SQL: somebody ($1) sees the case, and it has a forecast of a plan that is paid out of a deposit. */
const HELD = `deleted_at is null and ${isVisible(1)} and exists (
	select from forecast where case_id = case_file.id and jsonb_typeof(content -> 'programme') = 'object'
)`;

/**
 * The payments of a month in the cases after one of them, by case: those of the latest forecast, where its plan is paid
 * out of a deposit by then. Which payment is due in the month follows from the debt's first due date.
 * @param month the first day of it
 */
export async function paidOutIn(
	month: CalendarDate,
	after: string | null,
	actor: Actor
): Promise<PaidOutPage> {
	const scope = visibilityScope(actor);
	return reading(async (statements) => {
		const { rows: found } = await statements.query<{ id: string }>(
			`select id from case_file where ${HELD} and ($2::uuid is null or id > $2)
			order by id limit ${PORTION}`,
			[scope, after]
		);
		const { rows: counted } = await statements.query<{ cases: number }>(
			`select count(*)::int as cases from case_file where ${HELD}`,
			[scope]
		);
		const ids = found.map(({ id }) => id);
		const { rows } = await statements.query<Row>(DUE, [ids, month]);
		return {
			lines: rows.flatMap((row) => linesOf(row, month)),
			cases: counted[0]?.cases ?? 0,
			looked: ids.length,
			next: ids.length < PORTION ? null : (ids.at(-1) ?? null)
		};
	});
}

/** SQL: the debts of the latest forecasts of cases ($1) that are paid out of a deposit in a month ($2), with their payment. */
const DUE = `with latest as (
	select distinct on (case_id) case_id, as_of, debts, content, figures
	from forecast where case_id = any($1::uuid[]) order by case_id, position desc
), owed as (
	select latest.case_id, as_of, content, figure -> 'paid' as paid, (figure ->> 'debt')::uuid as debt,
		coalesce(own ->> 'firstDue', brought ->> 'firstDue')::date as first_due,
		coalesce((own -> 'lending' ->> 'paymentsPerYear')::int, 12) as per_year,
		coalesce(own ->> 'name', brought ->> 'name', '') as name
	from latest
		cross join jsonb_array_elements(figures) as each_figure (figure)
		left join lateral (
			select one as own from jsonb_array_elements(debts) as each_debt (one) where one ->> 'id' = figure ->> 'debt'
		) as stated on true
		left join lateral (
			select coalesce(change -> 'loan', change -> 'card') as brought
			from jsonb_array_elements(content -> 'changes') as each_change (change)
			where coalesce(change -> 'loan', change -> 'card') ->> 'id' = figure ->> 'debt'
		) as new on true
	where jsonb_typeof(content -> 'programme') = 'object'
), begun as (
	select owed.*, (extract(year from age($2::date, date_trunc('month', first_due))) * 12
			+ extract(month from age($2::date, date_trunc('month', first_due))))::int as months,
		coalesce(
			(content ->> 'begins')::date,
			date_trunc('month', max(first_due) filter (where first_due <= as_of + interval '1 month')
				over (partition by case_id))::date,
			date_trunc('month', first_due)::date
		) as begins
	from owed
)
select begun.case_id, label, case_file.currency,
	coalesce(nullif(debt.creditor, ''), nullif(debt.name, ''), begun.name) as creditor,
	coalesce(debt.account, '') as account, begun.first_due::text, begun.per_year,
	case when begun.per_year <= 12 then
		case when begun.months >= 0 and begun.months % (12 / begun.per_year) = 0
			then coalesce((begun.paid ->> (begun.months / (12 / begun.per_year)))::bigint, 0) else 0 end
	end as amount,
	case when begun.per_year > 12 then begun.paid end as paid
from begun
	join case_file on case_file.id = begun.case_id
	left join debt on debt.case_id = begun.case_id and debt.id = begun.debt
where begun.begins <= $2::date
order by begun.case_id, debt.position`;

function linesOf(row: Row, month: CalendarDate): PaidOutLine[] {
	const { case_id: caseId, label, creditor, account, first_due: first, per_year: often } = row;
	const currency = currencyOf(row.currency) ?? { code: row.currency, digits: 2 };
	const line = (date: CalendarDate, amount: number): PaidOutLine => ({
		caseId,
		label,
		creditor,
		account,
		currency,
		date,
		amount: cents(amount)
	});
	if (row.paid !== null) {
		const last = endOfMonth(month);
		return row.paid.flatMap((amount, at) => {
			const date = dueDate(first, at + 1, often);
			return amount > 0 && date >= month && date <= last ? [line(date, amount)] : [];
		});
	}
	const amount = Number(row.amount ?? 0);
	if (amount <= 0) return [];
	let k = 1;
	while (dueDate(first, k, often) < month) k += 1;
	return [line(dueDate(first, k, often), amount)];
}
