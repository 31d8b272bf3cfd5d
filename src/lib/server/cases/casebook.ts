/** The casebook: found, sorted, filtered and added up in the database, from what stands of a case in its row. */
import type { CalendarDate } from '../../core/quantities/calendar';
import { cents } from '../../core/quantities/money';
import {
	AT_ONCE,
	type BookPage,
	type BookTotals,
	type CaseSummary,
	type Question,
	type Sort
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

/** SQL: the case is due for review, by months ($2) and distance from plan ($3) as of today ($4); only with a forecast. */
export const WANTS = `coalesce(expected_since is not null and (
	abs(off_plan) * 100 > $3::bigint * (10 ^ currency_digits)::bigint
	or (greatest(expected_since, last_read) + make_interval(months => $2::int))::date <= $4::date), false)`;

/** SQL: the case matches the query: its label contains every word ($5), and it passes the filter ($6). */
const FOUND = `(($5::text[] = '{}' or searched like all (
	array(select '%' || folded(word) || '%' from unnest($5::text[]) word)))
	and case $6::text
		when 'chosen' then chosen_on is not null
		when 'short' then short_from is not null
		when 'visit' then ${WANTS}
		else true
	end)`;

const values = (actor: Actor, { search, show, rule }: Question): readonly unknown[] => [
	visibilityScope(actor),
	rule.months,
	rule.off,
	today(),
	search
		.split(/\s+/)
		.filter(Boolean)
		.map((word) => word.replace(/[\\%_]/g, '\\$&')),
	show
];

/** Cases of which nothing is known in that respect come last. */
const ORDER: Readonly<Record<Sort, string>> = {
	touched: 'touched_at desc',
	label: 'filed_under collate "C"',
	owed: 'owed / 10 ^ currency_digits desc',
	read: 'expected_since is null, coalesce(last_read, expected_since)',
	off: 'off_plan is null, abs(off_plan) / 10 ^ currency_digits desc'
};
const inOrder = (sort: Sort): string => `${ORDER[sort]}, filed_under collate "C", case_file.id`;

/** Some lines of what is asked for, and all that somebody sees added up. */
export const bookPage = (actor: Actor, question: Question, from: number): Promise<BookPage> =>
	reading(async (statements) => ({
		totals: await totalsOf(statements, actor, question),
		from,
		lines: await linesOf(statements, actor, question, from, AT_ONCE)
	}));

/** Lines read at a time when all are wanted, so that other requests are answered in between. */
const PORTION = 500;

/** All lines of what is asked for. */
export const bookLines = (actor: Actor, question: Question): Promise<CaseSummary[]> =>
	reading(async (statements) => {
		const lines: CaseSummary[] = [];
		for (;;) {
			const more = await linesOf(statements, actor, question, lines.length, PORTION);
			lines.push(...more);
			if (more.length < PORTION) return lines;
		}
	});

async function totalsOf(
	statements: Statements,
	actor: Actor,
	question: Question
): Promise<BookTotals> {
	const { rows } = await statements.query<{
		code: string;
		digits: number;
		cases: number;
		chosen: number;
		short: number;
		wanting: number;
		found: number;
		owed: number;
	}>(
		`select currency as code, currency_digits as digits, count(*)::int as cases,
			count(chosen_on)::int as chosen,
			count(short_from)::int as short,
			(count(*) filter (where ${WANTS}))::int as wanting,
			(count(*) filter (where ${FOUND}))::int as found,
			coalesce(sum(owed) filter (where ${FOUND}), 0)::bigint as owed
		from case_file where ${SEEN} group by 1, 2 order by found desc, 1`,
		values(actor, question)
	);
	const sum = (key: 'cases' | 'chosen' | 'short' | 'wanting' | 'found') =>
		rows.reduce((all, row) => all + row[key], 0);
	return {
		cases: sum('cases'),
		chosen: sum('chosen'),
		short: sum('short'),
		wanting: sum('wanting'),
		found: sum('found'),
		owed: rows
			.filter(({ found }) => found > 0)
			.map(({ code, digits, owed }) => ({ currency: { code, digits }, amount: cents(owed) }))
	};
}

async function linesOf(
	statements: Statements,
	actor: Actor,
	question: Question,
	from: number,
	count: number
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
		// What else is of interest of a line is looked up for those alone that are given.
		`select case_file.id, ${selecting(LINE).join(', ')}, touched_at,
			chosen_name, chosen_on::text, chosen_changed, ${WANTS} as wants, account.name as owner
		from (
			select * from case_file where ${SEEN} and ${FOUND} order by ${inOrder(question.sort)} offset $7 limit $8
		) case_file
		left join account on account.id = owner_id
		order by ${inOrder(question.sort)}`,
		[...values(actor, question), from, count]
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

/** All that is asked for, in its order. */
export async function idsFound(actor: Actor, question: Question): Promise<string[]> {
	const { rows } = await reading((statements) =>
		statements.query<{ id: string }>(
			`select case_file.id from case_file where ${SEEN} and ${FOUND} order by ${inOrder(question.sort)}`,
			values(actor, question)
		)
	);
	return rows.map(({ id }) => id);
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
