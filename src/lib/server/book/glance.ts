/** The book at a glance: added up from what is written of each case with its save. */
import type { Cents } from '../../core/quantities/money';
import { USUAL, type VisitRule } from '../../document/casebook';
import {
	BOOK_STATES,
	LISTED,
	type BookState,
	type Glance,
	type GlanceLine,
	type Group,
	type StateCounts
} from '../../document/glance';
import { SEEN } from '../cases/casebook';
import { today } from '../clock';
import { reading } from '../database';
import type { Statements } from '../database/statements';
import { visibilityScope, type Actor } from '../people/actor';

/** SQL: where a case stands (`BOOK_STATES`), by months ($2) and distance from plan ($3) as of today ($4). */
const STATE = `case
	when chosen_on is null then 'new'
	when owed_now = 0 then 'finished'
	when (greatest(expected_since, last_read) + make_interval(months => $2::int))::date <= $4::date
		then 'silent'
	when off_plan * 100 > $3::bigint * (10 ^ currency_digits)::bigint then 'behind'
	when short_from is not null then 'short'
	when last_read is not null then 'on-plan'
	else 'chosen'
end`;

const values = (actor: Actor, { months, off }: VisitRule): readonly unknown[] => [
	visibilityScope(actor),
	months,
	off,
	today()
];

/** All cases that somebody sees, added up. */
export const glanceOf = (actor: Actor, rule: VisitRule = USUAL.rule): Promise<Glance> =>
	reading(async (statements) => {
		const { rows } = await statements.query<{
			code: string;
			digits: number;
			owed: number;
			paid_off: number;
			ending: number;
			months: number;
		}>(
			`select currency as code, currency_digits as digits, sum(owed_now)::bigint as owed,
				coalesce(sum(paid_off), 0)::bigint as paid_off,
				(count(*) filter (where chosen_on is not null and plan_ends is not null))::int as ending,
				coalesce(sum(greatest(0, 12 * (extract(year from plan_ends) - extract(year from $2::date))
					+ extract(month from plan_ends) - extract(month from $2::date)))
					filter (where chosen_on is not null), 0)::int as months
			from case_file where ${SEEN} group by 1, 2 order by count(*) desc, 1`,
			[visibilityScope(actor), today()]
		);
		const byOwner = await grouped(statements, actor, rule, 'account.name');
		const byMonth = await grouped(statements, actor, rule, `to_char(began_on, 'YYYY-MM')`);
		return {
			counts: together(byOwner),
			owed: rows.map(({ code, digits, owed }) => ({
				currency: { code, digits },
				amount: owed as Cents
			})),
			paidOff: rows.map(({ code, digits, paid_off: amount }) => ({
				currency: { code, digits },
				amount: amount as Cents
			})),
			ending: rows.reduce((sum, { ending }) => sum + ending, 0),
			months: rows.reduce((sum, { months }) => sum + months, 0),
			byOwner,
			byMonth: byMonth.toReversed()
		};
	});

/** The counts of each group, the groups by name; that of nobody comes last. */
async function grouped(
	statements: Statements,
	actor: Actor,
	rule: VisitRule,
	by: string
): Promise<Group[]> {
	const { rows } = await statements.query<{
		name: string | null;
		state: BookState;
		cases: number;
	}>(
		`select ${by} as name, ${STATE} as state, count(*)::int as cases
		from case_file left join account on account.id = owner_id
		where ${SEEN} group by 1, 2 order by 1 nulls last`,
		values(actor, rule)
	);
	const names = [...new Set(rows.map(({ name }) => name))];
	return names.map((name) => ({
		name,
		counts: countsOf(rows.filter((row) => row.name === name))
	}));
}

const countsOf = (
	rows: readonly { readonly state: BookState; readonly cases: number }[]
): StateCounts =>
	Object.fromEntries(
		BOOK_STATES.map((state) => [state, rows.find((row) => row.state === state)?.cases ?? 0])
	) as Record<BookState, number>;

const together = (groups: readonly Group[]): StateCounts =>
	Object.fromEntries(
		BOOK_STATES.map((state) => [state, groups.reduce((sum, { counts }) => sum + counts[state], 0)])
	) as Record<BookState, number>;

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
			where ${SEEN} and ${STATE} = $5 order by filed_under collate "C", case_file.id limit ${LISTED}`,
			[...values(actor, rule), state]
		)
	);
	return rows.map(({ code, digits, ...line }) => ({ ...line, currency: { code, digits } }));
}
