/** The casebook: found, sorted, filtered and added up in the database, from what stands of a case in its row. */
import { latestSince, type CalendarDate } from '../../core/quantities/calendar';
import { cents } from '../../core/quantities/money';
import {
	AT_ONCE,
	type BookPage,
	type CaseSummary,
	type Question,
	type Sort,
	type VisitRule
} from '../../document/casebook';
import { today } from '../clock';
import { reading } from '../database';
import { column, date, fields, selecting, type Row } from '../database/shapes';
import type { Statements } from '../database/statements';
import { CURRENCY, STYLE } from './case-tables';
import { isVisible, visibilityScope, type Actor } from '../people/actor';

/** The columns of `case_file` that a line shows. */
const LINE = fields<
	Pick<CaseSummary, 'label' | 'currency' | 'style' | 'asOf' | 'debts' | 'owed' | 'standing'>
>({
	label: column('label'),
	currency: CURRENCY,
	style: STYLE,
	asOf: date('as_of'),
	debts: column('debts'),
	owed: column('owed'),
	standing: fields<CaseSummary['standing']>({
		expectedSince: date('expected_since'),
		lastRead: date('last_read'),
		off: column('off_plan'),
		shortFrom: date('short_from')
	})
});

/** The cases that somebody sees. */
export const SEEN = `case_file.deleted_at is null and ${isVisible(1)}`;

/** SQL: the case is due for review: nothing was heard after a day ($2), or it is further off plan than is allowed ($3). */
export const WANTS = `(expected_since is not null and coalesce(
	abs(off_plan) * 100 > $3::bigint * (10 ^ currency_digits)::bigint
	or greatest(expected_since, last_read) <= $2::date, false))`;

/** The values of `SEEN` and `WANTS`. */
export const ofReviews = (actor: Actor, { months, off }: VisitRule): readonly unknown[] => [
	visibilityScope(actor),
	latestSince(months, today()),
	off
];

/** SQL: the case matches the query (values: `ofQuestion`): its label contains every word ($4), and it passes the filter ($5). */
export const FOUND = `(($4::text[] = '{}' or searched like all (
	array(select '%' || folded(word) || '%' from unnest($4::text[]) word)))
	and case $5::text
		when 'chosen' then chosen_on is not null
		when 'short' then short_from is not null
		when 'visit' then ${WANTS}
		else true
	end)`;

const wordsOf = ({ search }: Question): string[] => search.split(/\s+/).filter(Boolean);

/** The values of `SEEN`, `WANTS` and `FOUND`. */
export const ofQuestion = (actor: Actor, question: Question): readonly unknown[] => [
	...ofReviews(actor, question.rule),
	wordsOf(question).map((word) => word.replace(/[\\%_]/g, '\\$&')),
	question.show
];

/** Something that cases are ordered by: an SQL expression, its type, and whether the largest comes first. */
interface Key {
	readonly by: string;
	readonly type: string;
	readonly isDown?: boolean;
}

/** Cases of which nothing is known in that respect come last. */
const ORDER: Readonly<Record<Sort, readonly Key[]>> = {
	touched: [{ by: 'touched_at', type: 'timestamptz', isDown: true }],
	label: [],
	owed: [{ by: 'owed / 10 ^ currency_digits', type: 'numeric', isDown: true }],
	read: [
		{ by: 'expected_since is null', type: 'boolean' },
		{ by: 'coalesce(last_read, expected_since)', type: 'date' }
	],
	off: [
		{ by: 'off_plan is null', type: 'boolean' },
		{ by: 'abs(off_plan) / 10 ^ currency_digits', type: 'numeric', isDown: true }
	]
};

/** All that cases are ordered by: no two are the same in it. */
export const keysOf = (sort: Sort): readonly Key[] => [
	...ORDER[sort],
	{ by: 'filed_under collate "C"', type: 'text' },
	{ by: 'case_file.id', type: 'uuid' }
];
export const inOrder = (sort: Sort): string =>
	keysOf(sort)
		.map(({ by, isDown }) => `${by}${isDown ? ' desc' : ''}`)
		.join(', ');

/** Some lines of what is asked for, and all that somebody sees added up. */
export const bookPage = (actor: Actor, question: Question, from: number): Promise<BookPage> =>
	reading(async (statements) => {
		const { rows: seen } = await statements.query<Sum & { chosen: number; short: number }>(SUMS, [
			visibilityScope(actor)
		]);
		const { rows: waiting } = await statements.query<{ wanting: number }>(
			`select count(*)::int as wanting from case_file where ${SEEN} and ${WANTS}`,
			ofReviews(actor, question.rule)
		);
		const isAll = question.show === 'all' && wordsOf(question).length === 0;
		const found = isAll
			? { sums: seen, ids: await idsOf(statements, actor, question, from) }
			: await narrowedDown(statements, actor, question, from);
		const sum = (key: 'cases' | 'chosen' | 'short') => seen.reduce((all, row) => all + row[key], 0);
		return {
			totals: {
				cases: sum('cases'),
				chosen: sum('chosen'),
				short: sum('short'),
				wanting: waiting[0]?.wanting ?? 0,
				found: found.sums.reduce((all, { cases }) => all + cases, 0),
				owed: found.sums.map(({ code, digits, owed }) => ({
					currency: { code, digits },
					amount: cents(owed)
				}))
			},
			from,
			lines: await linesOf(statements, actor, question, found.ids)
		};
	});

/** Lines read at a time when all are wanted, so that other requests are answered in between. */
const PORTION = 500;

/** All lines of what is asked for. */
export const bookLines = (actor: Actor, question: Question): Promise<CaseSummary[]> =>
	reading(async (statements) => {
		const ids = await idsOf(statements, actor, question);
		const lines: CaseSummary[] = [];
		for (let from = 0; from < ids.length; from += PORTION)
			lines.push(...(await linesOf(statements, actor, question, ids.slice(from, from + PORTION))));
		return lines;
	});

/** All that is asked for, in its order. */
export const idsFound = (actor: Actor, question: Question): Promise<string[]> =>
	reading((statements) => idsOf(statements, actor, question));

/** Cases of one currency, added up. */
interface Sum {
	readonly code: string;
	readonly digits: number;
	readonly cases: number;
	readonly owed: number;
}

/** SQL: the cases that somebody sees, added up: those of each owner as they are kept, and each that is shared. */
const SUMS = `with seen as (
	select currency, currency_digits, cases, chosen, short, owed from case_sum where $1::uuid is null or owner_id = $1
	union all
	select currency, currency_digits, 1, (chosen_on is not null)::int, (short_from is not null)::int, owed
	from case_share join case_file on case_file.id = case_id
	where account_id = $1 and deleted_at is null and owner_id is distinct from $1
)
select currency as code, currency_digits as digits, sum(cases)::int as cases, sum(chosen)::int as chosen,
	sum(short)::int as short, sum(owed)::bigint as owed
from seen group by 1, 2 having sum(cases) > 0 order by cases desc, 1`;

/** What a question finds, in its order: so many from a place on, or all. */
async function idsOf(
	statements: Statements,
	actor: Actor,
	question: Question,
	from: number | null = null
): Promise<string[]> {
	const { rows } = await statements.query<{ id: string }>(
		`select id from case_file where ${SEEN} and ${FOUND} order by ${inOrder(question.sort)} offset $6 limit $7::int`,
		[...ofQuestion(actor, question), from ?? 0, from === null ? null : AT_ONCE]
	);
	return rows.map(({ id }) => id);
}

/** What a question finds, added up, and those that stand from a place on: gone through once. */
async function narrowedDown(
	statements: Statements,
	actor: Actor,
	question: Question,
	from: number
): Promise<{ readonly sums: readonly Sum[]; readonly ids: readonly string[] }> {
	const { rows } = await statements.query<{ sums: Sum[]; ids: string[] }>(
		`with found as materialized (
			select id, currency, currency_digits, owed, touched_at, filed_under, expected_since, last_read, off_plan
			from case_file where ${SEEN} and ${FOUND}
		)
		select (
			select coalesce(json_agg(one), '[]') from (
				select currency as code, currency_digits as digits, count(*) as cases, sum(owed) as owed
				from found group by 1, 2 order by cases desc, 1
			) one
		) as sums, array(
			select id from found case_file order by ${inOrder(question.sort)} offset $6 limit $7::int
		) as ids`,
		[...ofQuestion(actor, question), from, AT_ONCE]
	);
	return rows[0] ?? { sums: [], ids: [] };
}

/** The lines of some cases, in their order. */
export async function linesOf(
	statements: Statements,
	actor: Actor,
	{ rule }: Question,
	ids: readonly string[]
): Promise<CaseSummary[]> {
	const { rows } = await statements.query<
		Row & {
			id: string;
			touched_at: Date;
			chosen_name: string | null;
			chosen_on: CalendarDate;
			chosen_changed: boolean;
			wants: boolean;
			owner: string | null;
		}
	>(
		`select case_file.id, ${selecting(LINE).join(', ')}, touched_at,
			chosen_name, chosen_on::text, chosen_changed, ${WANTS} as wants, account.name as owner
		from unnest($4::uuid[]) with ordinality as found (id, place)
		join case_file using (id) left join account on account.id = owner_id
		where ${SEEN} order by place`,
		[...ofReviews(actor, rule), ids]
	);
	return rows.map((row) => ({
		...(LINE.read(row) as Omit<CaseSummary, 'id' | 'touchedAt' | 'chosen' | 'wants' | 'owner'>),
		id: row.id,
		touchedAt: row.touched_at.toISOString(),
		chosen:
			row.chosen_name === null
				? null
				: { name: row.chosen_name, date: row.chosen_on, changed: row.chosen_changed },
		wants: row.wants,
		owner: row.owner
	}));
}

/** Those of some cases that somebody sees. */
export async function idsSeen(actor: Actor, ids: readonly string[]): Promise<ReadonlySet<string>> {
	const { rows } = await reading((statements) =>
		statements.query<{ id: string }>(
			`select case_file.id from case_file where ${SEEN} and case_file.id = any($2::uuid[])`,
			[visibilityScope(actor), ids]
		)
	);
	return new Set(rows.map(({ id }) => id));
}

/** Whether there is any case. */
export async function isAnyCase(): Promise<boolean> {
	const { rows } = await reading((statements) =>
		statements.query('select from case_file where deleted_at is null limit 1')
	);
	return rows.length > 0;
}
