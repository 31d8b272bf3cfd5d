/** What is asked of many cases is lost or doubled by nobody who is killed, and shared by processes. */
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { startServer } from '../../scripts/own-server.mjs';
import { queryOnce } from '../../scripts/postgres.mjs';
import type { WhatIfRunning } from '../../src/lib/document/what-if-answer';
import { Book, CASES, LESS, type Answer } from '../support/book';
import { demoCases } from '../support/demo-cases';
import { runs } from '../support/random';
import { ask, startResiduum } from '../support/residuum';

const onPostgres = (inject('postgres') as string | undefined) !== undefined;

let book: Book;
beforeAll(async () => {
	book = await Book.open();
});
afterAll(() => book.residuum.remove());

it('loses and doubles nothing where whoever works on it is killed', async () => {
	// A data folder takes longer to open after a kill.
	for (let round = 0; round < runs(onPostgres ? 20 : 8); round += 1) {
		const id = await book.ask(LESS);
		await new Promise((resolve) => setTimeout(resolve, (round * 137) % 700));
		await book.residuum.stop('SIGKILL');
		await book.residuum.restart();
		await book.whenDone(id);
		await book.expectWhole(id);
	}
}, 600_000);

describe('a question that nobody works on yet', () => {
	it('is done by whoever does, without the cases that were deleted since', async () => {
		let program = await startResiduum({ RESIDUUM_WORKERS: '0' });
		const cases = demoCases.slice(0, 3);
		const taken = await program.request('POST', '/api/cases/imports', { cases });
		const [first = ''] = (taken.body as { ids: string[] }).ids;
		const asked = { change: LESS, of: 'all' };
		const { body } = await program.request('POST', '/api/what-if', asked);
		const path = `/api/what-if/${(body as { id: string }).id}`;
		const runOf = async () => ((await program.request('GET', path)).body as Answer).run;
		expect(await runOf()).toMatchObject({ state: 'running', isStuck: false, cases: 3, done: 0 });
		const running = async () =>
			((await program.request('GET', '/api/what-if')).body as { running: WhatIfRunning[] }).running;
		expect(await running()).toMatchObject([{ cases: 3, done: 0 }]);
		expect((await program.request('DELETE', `/api/cases/${first}`)).status).toBe(204);
		const gone = `/api/cases/${first}/permanent-deletion`;
		expect((await program.request('POST', gone)).status).toBe(204);
		await program.stop();
		program = await startResiduum({ RESIDUUM_WORKERS: '1' }, undefined, program);
		await expect.poll(async () => (await runOf()).state, { timeout: 30_000 }).toBe('done');
		expect((await runOf()).done).toBe(2);
		expect(await running()).toEqual([]);
		await program.remove();
	});
});

describe.runIf(onPostgres)('what a case is computed from', () => {
	it('is made anew where it is missing or of an earlier version', async () => {
		const url = book.residuum.settings['DATABASE_URL'] ?? '';
		await queryOnce(url, 'delete from residuum.case_projection where case_id = any($1)', [
			book.ids.slice(0, 20)
		]);
		await queryOnce(
			url,
			`update residuum.case_projection set version = 1, content = '{}' where case_id = any($1)`,
			[book.ids.slice(20, 40)]
		);
		const id = await book.ask(LESS);
		await book.whenDone(id);
		await book.expectWhole(id);
		const [kept] = await queryOnce<{ n: number }>(
			url,
			'select count(*)::int as n from residuum.case_projection where version > 1'
		);
		expect(kept?.n).toBe(CASES);
	});

	it('is missing of a case that can’t be read, and of that one alone', async () => {
		const url = book.residuum.settings['DATABASE_URL'] ?? '';
		// A program that has not read it yet.
		await book.residuum.stop();
		const [broken] = book.ids.slice(-1);
		await queryOnce(url, 'delete from residuum.case_projection where case_id = $1', [broken]);
		const [was] = await queryOnce<{ calendar: object }>(
			url,
			'select calendar from residuum.case_file where id = $1',
			[broken]
		);
		const put = `update residuum.case_file set calendar = $2::jsonb where id = $1`;
		await queryOnce(url, put, [broken, '{}']);
		await book.residuum.restart();
		const { run, totals } = await book.whenDone(await book.ask(LESS));
		expect([run.done, totals.notComputed]).toEqual([CASES, 1]);
		await queryOnce(url, put, [broken, JSON.stringify(was?.calendar)]);
	});
});

describe.runIf(onPostgres)('a portion that fails', () => {
	it('is tried some times more, is then stuck, and is gone on with once it can be', async () => {
		const url = book.residuum.settings['DATABASE_URL'] ?? '';
		await queryOnce(
			url,
			`create function public.refuse_results() returns trigger language plpgsql as $$
			begin raise exception 'nothing is written now'; end $$;
			create trigger refusing before update on residuum.what_if_case
				for each statement execute function public.refuse_results()`
		);
		const id = await book.ask(LESS);
		const isStuck = async () => (await book.answer(id)).run.isStuck;
		await expect.poll(isStuck, { timeout: 60_000, interval: 200 }).toBe(true);
		expect((await book.answer(id)).run).toMatchObject({ state: 'running', done: 0 });
		await queryOnce(
			url,
			`drop trigger refusing on residuum.what_if_case; drop function public.refuse_results()`
		);
		expect((await book.residuum.request('POST', `/api/what-if/${id}`)).status).toBe(204);
		await book.whenDone(id);
		await book.expectWhole(id);
	});
});

describe.runIf(onPostgres)('a queue that does not answer', () => {
	it('keeps nobody from anything else, and is worked on once it answers again', async () => {
		const url = book.residuum.settings['DATABASE_URL'] ?? '';
		await queryOnce(url, 'alter table residuum_work.job rename to job_elsewhere');
		// Each lane looks once a second.
		await new Promise((resolve) => setTimeout(resolve, 2_500));
		expect((await book.residuum.request('GET', '/api/casebook')).status).toBe(200);
		await queryOnce(url, 'alter table residuum_work.job_elsewhere rename to job');
		const id = await book.ask(LESS);
		await book.whenDone(id);
		await book.expectWhole(id);
	});
});

describe.runIf(onPostgres)('two processes on one queue', () => {
	it('share the work, and one goes on where the other is killed', async () => {
		const beside = await startServer({ ...book.residuum.settings, RESIDUUM_WORKERS: '2' });
		const other = beside.address ?? '';
		const headers = { ...book.residuum.headers, origin: other };
		const { body } = await ask(other, headers, 'POST', '/api/what-if', { change: LESS, of: 'all' });
		const { id } = body as { id: string };
		await beside.stop('SIGKILL');
		await book.whenDone(id);
		await book.expectWhole(id);
	});
});
