/** Retention: deleted cases, their permanent deletion, and histories that are thinned. */
import type { DeletedCase } from '../../document/case';
import { now } from '../clock';
import { NotNow, reading, writing } from '../database';
import type { Statements } from '../database/statements';
import { log, loggable } from '../log';
import { isHeld, visibilityScope, type Actor } from '../people/actor';
import { append, note } from '../people/trail';
import { letGoBefore } from '../people/trail-age';
import { announce } from '../programs/webhooks/announced';
import { settings } from '../settings';
import { letGo } from './at-hand';
import { thinned, type ThinnableRevision } from './thinning';

const DAY = 86_400_000;
/** For so many days a deleted case can be restored. */
export const DELETED_DAYS = settings().deletedDays;
/** After so many days cases are deleted that were not changed, histories thinned, and entries of the trail let go of; null: never. */
const { untouchedDays: UNTOUCHED, thin: THIN_AFTER, trailDays: TRAIL } = settings();
/** So often it is looked what is to be forgotten, in milliseconds. */
const EVERY = 3_600_000;

/** The deleted cases that somebody may bring back, the last deleted first. */
export async function listDeleted(actor: Actor): Promise<DeletedCase[]> {
	const { rows } = await reading((statements) =>
		statements.query<{ id: string; label: string; deleted_at: Date }>(
			`select id, label, deleted_at from case_file
			where deleted_at is not null and ${isHeld(1)} order by deleted_at desc, label, id`,
			[visibilityScope(actor)]
		)
	);
	return rows.map(({ id, label, deleted_at: at }) => ({
		id,
		label,
		deletedAt: at.toISOString(),
		goneAt: new Date(at.getTime() + DELETED_DAYS * DAY).toISOString()
	}));
}

/** Deletes a deleted case permanently; false where there is none. */
export async function deletePermanently(id: string, actor: Actor): Promise<boolean> {
	return writing(async (statements) => {
		const { rows } = await statements.query(
			'select from case_file where id = $1 and deleted_at is not null for update',
			[id]
		);
		if (rows.length === 0) return false;
		await forget(statements, id);
		await note(statements, actor, { what: 'deleted a case for good', subject: id });
		return true;
	});
}

/** Tables that refer to a case and have no cascade, each before what it refers to. */
const OF_A_CASE = [
	'outbox_message',
	'plan_choice',
	'plan',
	'household_line',
	'debt',
	'case_revision'
];

/** Forgets a case with all that is kept of it, but for its identifier: it says which case a backup is not to bring back. */
async function forget(statements: Statements, id: string): Promise<void> {
	await statements.exec(`set local residuum.forgetting = 'on'`);
	await statements.query('insert into forgotten_case values ($1, $2) on conflict do nothing', [
		id,
		now()
	]);
	for (const table of OF_A_CASE)
		await statements.query(`delete from ${table} where case_id = $1`, [id]);
	await statements.query('delete from case_file where id = $1', [id]);
	letGo(id);
}

/** A case that was forgotten, and when. */
interface Forgotten {
	readonly id: string;
	readonly at: Date;
}

export async function forgottenCases(statements: Statements): Promise<Forgotten[]> {
	const { rows } = await statements.query<Forgotten>('select id, at from forgotten_case');
	return rows;
}

/** Forgets cases again that a backup of before has brought back; which of them it had. */
export async function forgetAgain(
	statements: Statements,
	forgotten: readonly Forgotten[]
): Promise<string[]> {
	const ids = forgotten.map(({ id }) => id);
	await statements.query(
		'insert into forgotten_case select * from unnest($1::uuid[], $2::timestamptz[]) on conflict do nothing',
		[ids, forgotten.map(({ at }) => at.toISOString())]
	);
	const { rows } = await statements.query<{ id: string }>(
		'select id from case_file where id = any($1::uuid[])',
		[ids]
	);
	for (const { id } of rows) await forget(statements, id);
	return rows.map(({ id }) => id);
}

/** Deletes cases that were not changed for so many days; how many. They can be restored as if by hand. */
async function deleteUntouched(days: number): Promise<number> {
	return writing(async (statements) => {
		const { rows } = await statements.query<{ id: string }>(
			`update case_file set deleted_at = $1 where id in (
				select id from case_file where deleted_at is null
					and touched_at < $2 and (restored_at is null or restored_at < $2)
				order by id limit 100 for update skip locked
			) returning id`,
			[now(), daysAgo(days)]
		);
		const ids = rows.map(({ id }) => id);
		if (ids.length === 0) return 0;
		await announce(statements, 'case.deleted', ids);
		const deleted = ids.map((subject) => ({
			what: 'deleted a case' as const,
			subject,
			detail: 'not changed for long'
		}));
		await append(statements, null, 'this program', deleted);
		return ids.length;
	});
}

const daysAgo = (days: number): Date => new Date(now().getTime() - days * DAY);

/** Deletes permanently what can no longer be restored; how many. */
async function deleteInTime(): Promise<number> {
	return writing(async (statements) => {
		const { rows } = await statements.query<{ id: string }>(
			'select id from case_file where deleted_at < $1 order by id limit 100 for update skip locked',
			[daysAgo(DELETED_DAYS)]
		);
		if (rows.length === 0) return 0;
		for (const { id } of rows) await forget(statements, id);
		await append(
			statements,
			null,
			'this program',
			rows.map(({ id }) => ({
				what: 'deleted a case for good',
				subject: id,
				detail: 'retention of deleted cases'
			}))
		);
		return rows.length;
	});
}

/** Thins the history of a case: of each day before the last year, or as is set, its last revision stays. */
async function thinHistory(id: string, since: string): Promise<number> {
	return writing(async (statements) => {
		const { rows: at } = await statements.query<{ revision: number }>(
			'select revision from case_file where id = $1 for update',
			[id]
		);
		const { rows } = await statements.query<ThinnableRevision>(
			`select number, parent, restores, differs_from as "differsFrom",
				to_char(made_at at time zone 'UTC', 'YYYY-MM-DD') as day, chose
			from case_revision where case_id = $1 order by number`,
			[id]
		);
		const { gone, based } = thinned(rows, at[0]?.revision ?? 0, since);
		if (gone.length === 0) return 0;
		await statements.exec(`set local residuum.forgetting = 'on'`);
		for (const { number, parent } of based)
			await statements.query(
				'update case_revision set parent = $3 where case_id = $1 and number = $2',
				[id, number, parent]
			);
		await statements.query('delete from case_revision where case_id = $1 and number = any($2)', [
			id,
			gone
		]);
		return gone.length;
	});
}

/** Thins every history that is longer than it may be. */
async function thinHistories(days: number): Promise<void> {
	const since = daysAgo(days).toISOString().slice(0, 10);
	const { rows } = await reading((statements) =>
		statements.query<{ id: string }>(
			`select distinct case_id as id from case_revision where made_at < $1
			group by case_id, to_char(made_at at time zone 'UTC', 'YYYY-MM-DD') having count(*) > 1`,
			[new Date(`${since}T00:00:00Z`)]
		)
	);
	for (const { id } of rows) await thinHistory(id, since);
}

/** Forgets what is to be forgotten, as long as the program runs. */
export function keepRetention(): () => void {
	const look = async (): Promise<void> => {
		try {
			if (UNTOUCHED !== null) while ((await deleteUntouched(UNTOUCHED)) > 0);
			while ((await deleteInTime()) > 0);
			if (TRAIL !== null) while (await letGoBefore(daysAgo(TRAIL)));
			if (THIN_AFTER !== null) await thinHistories(THIN_AFTER);
		} catch (error) {
			if (!(error instanceof NotNow)) log.error({ err: loggable(error) }, 'retention failed');
		}
	};
	void look();
	const again = setInterval(() => void look(), EVERY);
	again.unref();
	return () => clearInterval(again);
}
