/** Questions of what would come of many cases: asked, worked on by portions in the background, and cancelled. */
import type { Effect, WhatIf } from '../../document/what-if';
import { now } from '../clock';
import { reading, writing } from '../database';
import { insertRows } from '../database/shapes';
import type { Statements } from '../database/statements';
import { isVisible, visibilityScope, type Actor } from '../people/actor';
import { referenceOf } from '../reference';
import type { Portion } from '../background/queue';
import { effectsBeside } from './in-threads';
import { projectionsOf } from './projections';
import { ofQueue } from './queue-in-use';
import { askerOf, OWN, UNFINISHED } from './what-if-answers';

/** Cases that are computed together: about a second of work at most, and a step of the progress. */
const PORTION = 100;
/** So many days a question is kept. */
const KEPT_DAYS = 30;

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

/** Whether any question waits for an answer. */
export async function isAnyLeft(): Promise<boolean> {
	const { rows } = await reading((statements) =>
		statements.query(`select from what_if where cancelled_at is null and ${UNFINISHED} limit 1`)
	);
	return rows.length > 0;
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
	const effects = await effectsBeside(lane, { projections, change, creditors });
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
