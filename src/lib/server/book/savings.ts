/** What plans save against the minimum payments: computed in the background for each case that was changed since, and added up. */
import type { CaseDocument } from '../../document/case';
import type { Savings } from '../../document/glance';
import { cents } from '../../core/quantities/money';
import { readCase } from '../cases/cases';
import { SEEN } from '../cases/casebook';
import { NotNow, reading, writing } from '../database';
import { upsertRows } from '../database/shapes';
import type { Statements } from '../database/statements';
import { log, loggable } from '../log';
import { visibilityScope, type Actor } from '../people/actor';
import { savedBeside } from './in-threads';
import { ofQueue } from './queue-in-use';

/** The work of the queue that is about them: one portion at a time, and another one after it while any case is left. */
export const SAVINGS = 'savings';
/** Cases that are computed together. */
const PORTION = 25;

/** SQL: what a case saves is not known as it is now; only where a plan was ever chosen is there anything to know. */
const UNKNOWN = `deleted_at is null and expected_since is not null
	and not exists (select from case_saving where case_id = case_file.id and case_saving.revision = case_file.revision)`;

/** What the plans of the cases that somebody sees save; what is not known yet is computed from now on. */
export async function savingsOf(actor: Actor): Promise<Savings> {
	const { rows, left } = await reading(async (statements) => ({
		rows: (
			await statements.query<{
				code: string;
				digits: number;
				planned: number;
				planned_cases: number;
				lived: number;
				lived_cases: number;
				planned_of_lived: number;
			}>(
				`select currency as code, currency_digits as digits,
					coalesce(sum(planned), 0)::bigint as planned, count(planned)::int as planned_cases,
					coalesce(sum(lived), 0)::bigint as lived, count(lived)::int as lived_cases,
					coalesce(sum(planned) filter (where lived is not null), 0)::bigint as planned_of_lived
				from case_file join case_saving on case_id = id where ${SEEN} and expected_since is not null
				group by 1, 2 order by count(*) desc, 1`,
				[visibilityScope(actor)]
			)
		).rows,
		left: (
			await statements.query<{ count: number }>(
				`select count(*)::int as count from case_file where ${SEEN} and ${UNKNOWN}`,
				[visibilityScope(actor)]
			)
		).rows[0]?.count
	}));
	if ((left ?? 0) > 0)
		await computeSavings().catch((error: unknown) => {
			// Where nothing can be written now, what is known is said; the next who looks asks again.
			if (!(error instanceof NotNow)) throw error;
		});
	type Known = 'planned' | 'lived';
	const amountsOf = (key: Known | 'planned_of_lived', known: Known) =>
		rows
			.filter((row) => row[`${known}_cases`] > 0)
			.map(({ code, digits, [key]: amount }) => ({
				currency: { code, digits },
				amount: cents(amount)
			}));
	const of = (key: Known) => ({
		cases: rows.reduce((sum, row) => sum + row[`${key}_cases`], 0),
		amounts: amountsOf(key, key)
	});
	return {
		planned: of('planned'),
		lived: of('lived'),
		plannedOfLived: amountsOf('planned_of_lived', 'lived'),
		left: left ?? 0
	};
}

/** Has what is not known computed, unless that is being done. */
async function computeSavings(): Promise<void> {
	const queue = ofQueue();
	await queue.ready();
	await writing(async (transaction) => {
		if ((await queue.left(transaction, SAVINGS)).size === 0)
			await queue.put(transaction, SAVINGS, [0]);
	});
	queue.wake();
}

/** Computes some cases that are not known, and puts the rest in the queue. Done twice, the second time finds others. */
export async function workOnSavings(
	lane: number,
	done: (transaction: Statements) => Promise<void>
): Promise<void> {
	const { rows } = await reading((statements) =>
		statements.query<{ id: string }>(`select id from case_file where ${UNKNOWN} limit ${PORTION}`)
	);
	const found: { id: string; revision: number; document: CaseDocument | null }[] = [];
	for (const { id } of rows) found.push(...(await stateOf(id)));
	const readable = found.filter(({ document }) => document !== null);
	const saved = await savedBeside(
		lane,
		readable.flatMap(({ document }) => document ?? [])
	);
	await writing(async (transaction) => {
		await upsertRows(
			transaction,
			'case_saving',
			['case_id'],
			found.map((one) => {
				const { planned = null, lived = null } = saved[readable.indexOf(one)] ?? {};
				return { case_id: one.id, revision: one.revision, planned, lived };
			})
		);
		if (rows.length === PORTION) await ofQueue().put(transaction, SAVINGS, [0]);
		await done(transaction);
	});
	ofQueue().wake();
}

/** A case as it is; one that can't be read is known to save nothing, as long as it stays so; none where it is gone. */
async function stateOf(
	id: string
): Promise<{ id: string; revision: number; document: CaseDocument | null }[]> {
	try {
		const state = await readCase(id, true);
		return state ? [{ id, revision: state.revision, document: state.document }] : [];
	} catch (error) {
		if (error instanceof NotNow) throw error;
		log.error({ err: loggable(error) }, 'a case could not be read to be computed');
		const { rows } = await reading((statements) =>
			statements.query<{ revision: number }>('select revision from case_file where id = $1', [id])
		);
		return rows.map(({ revision }) => ({ id, revision, document: null }));
	}
}
