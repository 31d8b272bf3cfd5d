/** What came of questions about many cases, as it is read; and the reminders of what a change moves. */
import { creditorsIn } from '../../document/creditors';
import { indexesIn } from '../../document/indexes';
import type { CalendarDate } from '../../core/quantities/calendar';
import type { Cents } from '../../core/quantities/money';
import type { WhatIf } from '../../document/what-if';
import type {
	WhatIfLine,
	WhatIfReminded,
	WhatIfRun,
	WhatIfRunning,
	WhatIfTotals
} from '../../document/what-if-answer';
import { now } from '../clock';
import { reading, writing } from '../database';
import type { Statements } from '../database/statements';
import { isVisible, visibilityScope, type Actor } from '../people/actor';
import { referenceOf } from '../reference';
import { ofQueue } from './queue-in-use';

/** SQL: the question is that of account `$2`; without accounts it is nobody’s. */
export const OWN = 'asked_by is not distinct from $2::uuid';
/** SQL: there is a case that is not computed yet; one that was deleted since is none. */
export const UNFINISHED =
	'exists (select from what_if_case where run_id = what_if.id and came_to is null)';
export const askerOf = ({ person }: Actor): string | null => person?.id ?? null;

interface RunRow {
	readonly id: string;
	readonly asked_at: Date;
	readonly change: WhatIf;
	readonly of: string | null;
	readonly cases: number;
	readonly done: number;
	readonly is_cancelled: boolean;
	readonly is_unfinished: boolean;
	readonly reminds: boolean;
}

const RUN = `what_if.id, asked_at, change, account.name as of, cases, done,
	cancelled_at is not null as is_cancelled, ${UNFINISHED} as is_unfinished,
	reminds_since is not null as reminds
	from what_if left join account on account.id = of_account`;

/** The questions of somebody, the last one first. */
export async function whatIfs(actor: Actor): Promise<WhatIfRun[]> {
	const { rows } = await reading((statements) =>
		statements.query<RunRow>(
			`select ${RUN} where ${OWN.replace('$2', '$1')} order by asked_at desc, what_if.id limit 20`,
			[askerOf(actor)]
		)
	);
	return withSubjects(rows);
}

/** One question with all that has come of it so far; null where somebody has no such. */
export async function whatIfAnswer(
	id: string,
	actor: Actor
): Promise<{ readonly run: WhatIfRun; readonly totals: WhatIfTotals } | null> {
	const { rows, totals, isWorkedOn } = await reading(async (statements) => {
		const found = await statements.query<RunRow>(`select ${RUN} where what_if.id = $1 and ${OWN}`, [
			id,
			askerOf(actor)
		]);
		const { size } = await ofQueue().left(statements, id);
		return {
			rows: found.rows,
			totals: await totalsOf(statements, id),
			isWorkedOn: size > 0
		};
	});
	const [run] = await withSubjects(rows);
	return run ? { run: { ...run, isStuck: run.state === 'running' && !isWorkedOn }, totals } : null;
}

/** Whom or what each is about, by name. */
async function withSubjects(rows: readonly RunRow[]): Promise<WhatIfRun[]> {
	if (rows.length === 0) return [];
	const creditors = creditorsIn((await referenceOf('creditor')).rows);
	const indexes = indexesIn((await referenceOf('index')).rows);
	const nameOf = (change: WhatIf): string | null => {
		if (change.kind === 'rate' || change.kind === 'minimum')
			return creditors.find(({ id }) => id === change.creditor)?.profile.content.name ?? null;
		if (change.kind === 'index')
			return indexes.find(({ id }) => id === change.index)?.profile.content.name ?? null;
		return null;
	};
	return rows.map((row) => ({
		id: row.id,
		askedAt: row.asked_at.toISOString(),
		change: row.change,
		subject: nameOf(row.change),
		of: row.of,
		cases: row.cases,
		done: row.done,
		state: !row.is_unfinished ? 'done' : row.is_cancelled ? 'cancelled' : 'running',
		isStuck: false,
		reminds: row.reminds
	}));
}

/** What is being computed now: questions of anybody who has some left, with who asked; for those who see all cases. */
export async function whatIfsRunning(actor: Actor): Promise<WhatIfRunning[]> {
	if (visibilityScope(actor) !== null) return [];
	const { rows } = await reading((statements) =>
		statements.query<RunRow & { readonly by: string | null }>(
			`select asker.name as by, running.* from (select asked_by, ${RUN}) running
			left join account asker on asker.id = asked_by
			where is_unfinished and not is_cancelled order by asked_at desc, running.id limit 50`
		)
	);
	const runs = await withSubjects(rows);
	return runs.map((run, at) => ({ ...run, by: rows[at]?.by ?? null }));
}

/** A question without its answer: of whoever asked it, or that others are reminded of; null where there is none. */
export async function whatIfQuestion(id: string, actor: Actor): Promise<WhatIfRun | null> {
	const { rows } = await reading((statements) =>
		statements.query<RunRow>(
			`select ${RUN} where what_if.id = $1 and (${OWN} or reminds_since is not null)`,
			[id, askerOf(actor)]
		)
	);
	return (await withSubjects(rows))[0] ?? null;
}

/** Reminds of each case that a change moves, or does so no more; false where somebody has no such question. */
export async function remindOfWhatIf(id: string, isOn: boolean, actor: Actor): Promise<boolean> {
	const { affectedRows } = await writing((statements) =>
		statements.query(`update what_if set reminds_since = $3 where id = $1 and ${OWN}`, [
			id,
			askerOf(actor),
			isOn ? now() : null
		])
	);
	return affectedRows === 1;
}

/** What somebody is reminded of: for each case and question, the question and what it makes of the case. */
export async function whatIfReminders(
	of: readonly { readonly caseId: string; readonly run: string }[]
): Promise<(WhatIfReminded | null)[]> {
	if (of.length === 0) return [];
	const { runs, cases } = await reading(async (statements) => ({
		runs: await statements.query<RunRow>(`select ${RUN} where what_if.id = any($1::uuid[])`, [
			[...new Set(of.map(({ run }) => run))]
		]),
		cases: await statements.query<
			FiguresRow & { readonly run_id: string; readonly case_id: string }
		>(
			`select run_id, case_id, ${FIGURES} from unnest($1::uuid[], $2::uuid[]) wanted (run_id, case_id)
			join what_if_case using (run_id, case_id)`,
			[of.map(({ run }) => run), of.map(({ caseId }) => caseId)]
		)
	}));
	const questions = new Map((await withSubjects(runs.rows)).map((run) => [run.id, run]));
	const figures = new Map(cases.rows.map((row) => [row.run_id + row.case_id, row]));
	return of.map(({ caseId, run }) => {
		const question = questions.get(run);
		const row = figures.get(run + caseId);
		return question && row
			? { run, change: question.change, subject: question.subject, ...figuresOf(row) }
			: null;
	});
}

/** SQL: the plan ends otherwise, is short otherwise, or costs otherwise. */
export const MOVED = `(ends_before, short_before, cost_before) is distinct from (ends_after, short_after, cost_after)`;
/** SQL: a plan that ended does so no more; and one that was never short is so now. */
const ENDLESS = 'ends_before is not null and ends_after is null';
const SHORT = 'short_before is null and short_after is not null';

async function totalsOf(statements: Statements, run: string): Promise<WhatIfTotals> {
	const { rows } = await statements.query<{
		code: string;
		digits: number;
		touched: number;
		moved: number;
		not_computed: number;
		end: number;
		endless: number;
		short: number;
		short_from: CalendarDate | null;
		later: number;
		months: number;
		sooner: number;
		more: number;
	}>(
		`select currency as code, currency_digits as digits,
			(count(*) filter (where came_to = 'computed'))::int as touched,
			(count(*) filter (where came_to = 'computed' and ${MOVED}))::int as moved,
			(count(*) filter (where came_to = 'not computed'))::int as not_computed,
			(count(*) filter (where ends_after is not null))::int as end,
			(count(*) filter (where ${ENDLESS}))::int as endless,
			(count(*) filter (where ${SHORT}))::int as short,
			(min(short_after) filter (where ${SHORT}))::text as short_from,
			(count(*) filter (where ends_after > ends_before))::int as later,
			coalesce(sum(12 * (extract(year from ends_after) - extract(year from ends_before))
				+ extract(month from ends_after) - extract(month from ends_before))
				filter (where ends_after > ends_before), 0)::int as months,
			(count(*) filter (where ends_after < ends_before or (ends_before is null and ends_after is not null)))::int
				as sooner,
			coalesce(sum(cost_after - cost_before), 0)::bigint as more
		from what_if_case join case_file on case_file.id = case_id
		where run_id = $1 and came_to is not null and deleted_at is null group by 1, 2 order by touched desc, 1`,
		[run]
	);
	type Counted =
		| 'touched'
		| 'moved'
		| 'not_computed'
		| 'end'
		| 'endless'
		| 'short'
		| 'later'
		| 'months'
		| 'sooner';
	const sum = (key: Counted) => rows.reduce((all, row) => all + row[key], 0);
	const [shortFrom = null] = rows.flatMap(({ short_from: day }) => day ?? []).sort();
	return {
		touched: sum('touched'),
		moved: sum('moved'),
		notComputed: sum('not_computed'),
		end: sum('end'),
		endless: sum('endless'),
		short: sum('short'),
		shortFrom,
		later: sum('later'),
		months: sum('months'),
		sooner: sum('sooner'),
		more: rows
			.filter(({ touched }) => touched > 0)
			.map(({ code, digits, more }) => ({ currency: { code, digits }, amount: more as Cents }))
	};
}

interface FiguresRow {
	readonly ends_before: CalendarDate | null;
	readonly ends_after: CalendarDate | null;
	readonly short_before: CalendarDate | null;
	readonly short_after: CalendarDate | null;
	readonly cost_before: Cents | null;
	readonly cost_after: Cents | null;
}

/** SQL: what a change makes of a case. */
const FIGURES = `ends_before::text, ends_after::text, short_before::text, short_after::text, cost_before, cost_after`;

const figuresOf = (row: FiguresRow): Pick<WhatIfLine, 'before' | 'after'> => ({
	before: { ends: row.ends_before, shortFrom: row.short_before, cost: row.cost_before },
	after: { ends: row.ends_after, shortFrom: row.short_after, cost: row.cost_after }
});

/** Lines that are read at once. */
export const AT_ONCE = 100;

/** All of them, read by portions so that others are answered between them. */
export async function allWhatIfLines(id: string, actor: Actor): Promise<WhatIfLine[]> {
	const lines: WhatIfLine[] = [];
	for (;;) {
		const more = await whatIfLines(id, actor, lines.length, AT_ONCE);
		lines.push(...more);
		if (more.length < AT_ONCE) return lines;
	}
}

/** The cases that a change moves, those that are hit most first. */
export async function whatIfLines(
	id: string,
	actor: Actor,
	from: number,
	count: number
): Promise<WhatIfLine[]> {
	const { rows } = await reading((statements) =>
		statements.query<
			FiguresRow & {
				case_id: string;
				label: string;
				owner: string | null;
				code: string;
				digits: number;
			}
		>(
			`select case_id, label, account.name as owner, currency as code, currency_digits as digits, ${FIGURES}
			from what_if_case join what_if on what_if.id = run_id
				join case_file on case_file.id = case_id
				left join account on account.id = owner_id
			where run_id = $1 and ${OWN} and came_to = 'computed' and ${MOVED}
				and deleted_at is null and ${isVisible(3)}
			order by (${ENDLESS}) desc, (${SHORT}) desc, (cost_after - cost_before) / 10 ^ currency_digits desc nulls last,
				filed_under collate "C", case_id
			offset $4 limit $5`,
			[id, askerOf(actor), visibilityScope(actor), from, count]
		)
	);
	return rows.map((row) => ({
		caseId: row.case_id,
		label: row.label,
		owner: row.owner,
		currency: { code: row.code, digits: row.digits },
		...figuresOf(row)
	}));
}
