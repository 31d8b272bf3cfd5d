/** Questions of what would come of many cases: asked, worked on by portions in the background, cancelled, and read. */
import { creditorsIn } from '../../document/creditors';
import { indexesIn } from '../../document/indexes';
import type { CalendarDate } from '../../core/quantities/calendar';
import type { Cents } from '../../core/quantities/money';
import type { WhatIfLine, WhatIfRun, WhatIfTotals } from '../../document/what-if-answer';
import { effectsOf, type Asked } from '../../document/what-if-many';
import type { Effect, WhatIf } from '../../document/what-if';
import { now } from '../clock';
import { reading, writing } from '../database';
import { insertRows } from '../database/shapes';
import type { Statements } from '../database/statements';
import { isVisible, visibilityScope, type Actor } from '../people/actor';
import { referenceOf } from '../reference';
import { settings } from '../settings';
import { ThreadBeside } from '../thread-beside';
import type { Portion, WorkQueue } from '../background/queue';
import { projectionsOf } from './projections';

/** Cases that are computed together: about a second of work at most, and a step of the progress. */
const PORTION = 100;
/** So many days a question is kept. */
const KEPT_DAYS = 30;
/** No portion takes so long to compute, in milliseconds: then it is given up, and tried again. */
const LONGEST = 30_000;

let queue: WorkQueue | null = null;

/** Says which queue the questions go through. */
export const throughQueue = (of: WorkQueue): void => {
	queue = of;
};

function ofQueue(): WorkQueue {
	if (queue === null) throw new Error('the queue of work is not there');
	return queue;
}

/** Asks a question of all cases that somebody sees, or of those of one person; its identifier, or null where there is no such person. */
export async function askWhatIf(
	change: WhatIf,
	of: string | null,
	actor: Actor
): Promise<string | null> {
	await ofQueue().ready();
	const id = crypto.randomUUID();
	const isAsked = await writing(async (transaction) => {
		if (of !== null && !(await isAccount(transaction, of))) return false;
		await forgetOld(transaction);
		const asked = {
			id,
			asked_by: askerOf(actor),
			asked_at: now(),
			change,
			of_account: of,
			cases: 0,
			done: 0
		};
		await insertRows(transaction, 'what_if', [asked]);
		const { affectedRows: cases } = await transaction.query(
			`insert into what_if_case (run_id, case_id, portion)
			select $3, id, (row_number() over (order by id) - 1) / $4
			from case_file where ${ASKED}`,
			[visibilityScope(actor), of, id, PORTION]
		);
		await transaction.query('update what_if set cases = $2 where id = $1', [id, cases]);
		const portions = Array.from({ length: Math.ceil(cases / PORTION) }, (_, portion) => portion);
		await ofQueue().put(transaction, id, portions);
		return true;
	});
	ofQueue().wake();
	return isAsked ? id : null;
}

async function isAccount(transaction: Statements, id: string): Promise<boolean> {
	const { rows } = await transaction.query('select from account where id = $1', [id]);
	return rows.length > 0;
}

/** SQL: the cases that are asked about. */
const ASKED = `deleted_at is null and ${isVisible(1)} and ($2::uuid is null or owner_id = $2)`;

const forgetOld = (transaction: Statements): Promise<unknown> =>
	transaction.query('delete from what_if where asked_at < $1', [
		new Date(now().getTime() - KEPT_DAYS * 86_400_000)
	]);

/** Ends a question before all cases are computed; what is there of it stays. False where there is none to be ended. */
export async function cancelWhatIf(id: string, actor: Actor): Promise<boolean> {
	await ofQueue().ready();
	return writing(async (transaction) => {
		const { affectedRows } = await transaction.query(
			`update what_if set cancelled_at = $3
			where id = $1 and ${OWN} and cancelled_at is null and ${UNFINISHED}`,
			[id, askerOf(actor), now()]
		);
		if (affectedRows === 1) await ofQueue().cancel(transaction, id);
		return affectedRows === 1;
	});
}

/** Puts what is left of a question in the queue once more, where nobody works on it: each portion was tried several times. */
export async function resumeWhatIf(id: string, actor: Actor): Promise<boolean> {
	await ofQueue().ready();
	const isResumed = await writing(async (transaction) => {
		const { affectedRows } = await transaction.query(
			`update what_if set cancelled_at = null where id = $1 and ${OWN} and ${UNFINISHED}`,
			[id, askerOf(actor)]
		);
		if (affectedRows === 0) return false;
		const left = await ofQueue().left(transaction, id);
		const { rows } = await transaction.query<{ portion: number }>(
			`select distinct portion from what_if_case where run_id = $1 and came_to is null order by portion`,
			[id]
		);
		await ofQueue().put(
			transaction,
			id,
			rows.map(({ portion }) => portion).filter((portion) => !left.has(portion))
		);
		return true;
	});
	ofQueue().wake();
	return isResumed;
}

/** SQL: the question is that of account `$2`; without accounts it is nobody’s. */
const OWN = 'asked_by is not distinct from $2::uuid';
/** SQL: there is a case that is not computed yet; one that was deleted since is none. */
const UNFINISHED =
	'exists (select from what_if_case where run_id = what_if.id and came_to is null)';
const askerOf = ({ person }: Actor): string | null => person?.id ?? null;

/** Whether any question waits for an answer. */
export async function isAnyLeft(): Promise<boolean> {
	const { rows } = await reading((statements) =>
		statements.query(`select from what_if where cancelled_at is null and ${UNFINISHED} limit 1`)
	);
	return rows.length > 0;
}

/** The threads that compute, by the lane of the queue that each is asked from. */
const threads = new Map<number, ThreadBeside<Asked, Effect[]>>();

function computed(lane: number, asked: Asked): Promise<Effect[]> {
	const { build } = settings();
	if (build === null) return Promise.resolve(effectsOf(asked));
	const thread =
		threads.get(lane) ?? new ThreadBeside<Asked, Effect[]>('commands/compute.js', LONGEST);
	threads.set(lane, thread);
	return thread.ask(build, asked);
}

/**
 * Computes the cases of a portion that are not computed yet, and writes what they come to with the progress in one
 * transaction. Done twice, the second time changes nothing.
 */
export async function workOn(
	{ run, portion }: Portion,
	lane: number,
	done: (transaction: Statements) => Promise<void>
): Promise<void> {
	const question = await openPortion(run, portion);
	if (question === null) {
		await writing(async (transaction) => {
			if (await isOpenAgain(transaction, run, portion)) throw new Error('it is asked for again');
			await done(transaction);
		});
		return;
	}
	const { change, ids } = question;
	const projections = await projectionsOf(ids);
	const { rows: creditors } = await referenceOf('creditor');
	const effects = await computed(lane, { projections, change, creditors });
	const results = ids.map((id, at) => resultRow(id, effects[at] ?? { kind: 'not computed' }));
	await writing(async (transaction) => {
		// Whoever else has computed it waits here, and finds nothing to be written.
		const { rows } = await transaction.query('select from what_if where id = $1 for update', [run]);
		if (rows.length > 0) {
			const { affectedRows } = await transaction.query(
				`update what_if_case set (${RESULTS}) = (select ${RESULTS.split(', ')
					.map((name) => `result.${name}`)
					.join(', ')})
				from jsonb_populate_recordset(null::what_if_case, $2) result
				where what_if_case.run_id = $1 and what_if_case.case_id = result.case_id
					and what_if_case.came_to is null`,
				[run, JSON.stringify(results)]
			);
			await transaction.query('update what_if set done = done + $2 where id = $1', [
				run,
				affectedRows
			]);
		}
		await done(transaction);
	});
}

/** SQL: a case of portion `$2` of question `$1` that is wanted and not computed yet. */
const OPEN = `what_if join what_if_case on run_id = id
	where id = $1 and portion = $2 and came_to is null and cancelled_at is null`;

/** What is left to compute of a portion; null: nothing, or it is not wanted any more. */
async function openPortion(
	run: string,
	portion: number
): Promise<{ readonly change: WhatIf; readonly ids: readonly string[] } | null> {
	const { rows } = await reading((statements) =>
		statements.query<{ change: WhatIf; ids: string[] }>(
			`select change, array_agg(case_id order by case_id) as ids from ${OPEN} group by id`,
			[run, portion]
		)
	);
	return rows[0] ?? null;
}

/** Whether a portion that was not wanted any more is wanted again by now. */
async function isOpenAgain(
	transaction: Statements,
	run: string,
	portion: number
): Promise<boolean> {
	const { rows } = await transaction.query(`select from ${OPEN} limit 1 for update of what_if`, [
		run,
		portion
	]);
	return rows.length > 0;
}

const RESULTS =
	'came_to, ends_before, ends_after, short_before, short_after, cost_before, cost_after';

const resultRow = (id: string, effect: Effect) =>
	effect.kind === 'computed'
		? {
				case_id: id,
				came_to: effect.kind,
				ends_before: effect.before.ends,
				ends_after: effect.after.ends,
				short_before: effect.before.shortFrom,
				short_after: effect.after.shortFrom,
				cost_before: effect.before.cost,
				cost_after: effect.after.cost
			}
		: { case_id: id, came_to: effect.kind };

interface RunRow {
	readonly id: string;
	readonly asked_at: Date;
	readonly change: WhatIf;
	readonly of: string | null;
	readonly cases: number;
	readonly done: number;
	readonly is_cancelled: boolean;
	readonly is_unfinished: boolean;
}

const RUN = `what_if.id, asked_at, change, account.name as of, cases, done,
	cancelled_at is not null as is_cancelled, ${UNFINISHED} as is_unfinished
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
		if (change.kind === 'rate')
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
		isStuck: false
	}));
}

/** SQL: the plan ends otherwise, is short otherwise, or costs otherwise. */
const MOVED = `(ends_before, short_before, cost_before) is distinct from (ends_after, short_after, cost_after)`;
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
		statements.query<{
			case_id: string;
			label: string;
			owner: string | null;
			code: string;
			digits: number;
			ends_before: CalendarDate | null;
			ends_after: CalendarDate | null;
			short_before: CalendarDate | null;
			short_after: CalendarDate | null;
			cost_before: Cents | null;
			cost_after: Cents | null;
		}>(
			`select case_id, label, account.name as owner, currency as code, currency_digits as digits,
				ends_before::text, ends_after::text, short_before::text, short_after::text,
				cost_before, cost_after
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
		before: { ends: row.ends_before, shortFrom: row.short_before, cost: row.cost_before },
		after: { ends: row.ends_after, shortFrom: row.short_after, cost: row.cost_after }
	}));
}
