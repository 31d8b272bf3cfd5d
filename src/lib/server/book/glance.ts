/** The book at a glance: added up from what is written of each case with its save. */
import { cents, type Cents } from '../../core/quantities/money';
import { USUAL, type Owed, type VisitRule } from '../../document/casebook';
import {
	BOOK_STATES,
	LISTED,
	type BookState,
	type Glance,
	type GlanceLine,
	type Group,
	type StateCounts
} from '../../document/glance';
import { ofReviews, SEEN } from '../cases/casebook';
import { today } from '../clock';
import { reading } from '../database';
import type { Actor } from '../people/actor';

/** SQL: where a case stands (`BOOK_STATES`), by the day after which something has to be heard ($2) and distance from plan ($3). */
const STATE = `case
	when chosen_on is null then 'new'
	when owed_now = 0 then 'finished'
	when greatest(expected_since, last_read) <= $2::date then 'silent'
	when off_plan * 100 > $3::bigint * (10 ^ currency_digits)::bigint then 'behind'
	when short_from is not null then 'short'
	when last_read is not null then 'on-plan'
	else 'chosen'
end`;

interface Part {
	readonly owner: string | null;
	readonly month: string;
	readonly code: string;
	readonly digits: number;
	readonly state: BookState;
	readonly cases: number;
	readonly owed: number;
	readonly paid_off: number;
	readonly ending: number;
	readonly months: number;
}

/** All cases that somebody sees, added up. */
export async function glanceOf(actor: Actor, rule: VisitRule = USUAL.rule): Promise<Glance> {
	const { rows } = await reading((statements) =>
		statements.query<Part>(
			`select account.name as owner, part.* from (
				select owner_id, to_char(began_on, 'YYYY-MM') as month, currency as code, currency_digits as digits,
					${STATE} as state, count(*)::int as cases, sum(owed_now)::bigint as owed,
					coalesce(sum(paid_off), 0)::bigint as paid_off,
					(count(*) filter (where chosen_on is not null and plan_ends is not null))::int as ending,
					coalesce(sum(greatest(0, 12 * (extract(year from plan_ends) - extract(year from $4::date))
						+ extract(month from plan_ends) - extract(month from $4::date)))
						filter (where chosen_on is not null), 0)::int as months
				from case_file where ${SEEN} group by 1, 2, 3, 4, 5
			) part left join account on account.id = owner_id`,
			[...ofReviews(actor, rule), today()]
		)
	);
	const sum = (key: 'ending' | 'months'): number => rows.reduce((all, row) => all + row[key], 0);
	return {
		counts: countsOf(rows),
		owed: byCurrency(rows, 'owed'),
		paidOff: byCurrency(rows, 'paid_off'),
		ending: sum('ending'),
		months: sum('months'),
		byOwner: groupedBy(rows, ({ owner }) => owner),
		byMonth: groupedBy(rows, ({ month }) => month).toReversed()
	};
}

/** The counts of each group, the groups by name; that of nobody comes last. */
function groupedBy(rows: readonly Part[], nameOf: (row: Part) => string | null): Group[] {
	const groups = new Map<string | null, Part[]>();
	for (const row of rows) groups.set(nameOf(row), [...(groups.get(nameOf(row)) ?? []), row]);
	return [...groups]
		.map(([name, parts]) => ({ name, counts: countsOf(parts) }))
		.sort((a, b) => (b.name === null ? -1 : a.name === null ? 1 : a.name < b.name ? -1 : 1));
}

const countsOf = (rows: readonly Part[]): StateCounts =>
	Object.fromEntries(
		BOOK_STATES.map((state) => [
			state,
			rows.reduce((all, row) => all + (row.state === state ? row.cases : 0), 0)
		])
	) as Record<BookState, number>;

/** An amount in each currency, that of most cases first. */
function byCurrency(rows: readonly Part[], key: 'owed' | 'paid_off'): Owed[] {
	const all = new Map<string, { readonly of: Part; cases: number; amount: number }>();
	for (const row of rows) {
		const name = `${row.code} ${row.digits}`;
		const { of = row, cases = 0, amount = 0 } = all.get(name) ?? {};
		all.set(name, { of, cases: cases + row.cases, amount: amount + row[key] });
	}
	return [...all.values()]
		.sort((a, b) => b.cases - a.cases || (a.of.code < b.of.code ? -1 : 1))
		.map(({ of: { code, digits }, amount }) => ({
			currency: { code, digits },
			amount: cents(amount)
		}));
}

/** The cases that stand somewhere, by name. */
export async function casesIn(
	state: BookState,
	actor: Actor,
	rule: VisitRule = USUAL.rule
): Promise<GlanceLine[]> {
	const { rows } = await reading((statements) =>
		statements.query<{
			id: string;
			label: string;
			owner: string | null;
			owed: Cents;
			code: string;
			digits: number;
		}>(
			`select case_file.id, label, account.name as owner, owed_now as owed, currency as code,
				currency_digits as digits
			from case_file left join account on account.id = owner_id
			where ${SEEN} and ${STATE} = $4 order by filed_under collate "C", case_file.id limit ${LISTED}`,
			[...ofReviews(actor, rule), state]
		)
	);
	return rows.map(({ code, digits, ...line }) => ({ ...line, currency: { code, digits } }));
}
