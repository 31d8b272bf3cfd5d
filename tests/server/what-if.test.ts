/** What is asked of many cases: agrees with opening each, is lost or doubled by nobody who is killed, and shared by processes. */
import { simpleParser } from 'mailparser';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { startServer } from '../../scripts/own-server.mjs';
import { queryOnce } from '../../scripts/postgres.mjs';
import { filled } from '../../src/lib/core/debt/rules/all-forms';
import { CreditorNames } from '../../src/lib/document/creditors';
import { projectionOf } from '../../src/lib/document/projection';
import { effectOn, type WhatIf } from '../../src/lib/document/what-if';
import type {
	WhatIfLine,
	WhatIfRun,
	WhatIfRunning,
	WhatIfTotals
} from '../../src/lib/document/what-if-answer';
import { demoCases } from '../support/demo-cases';
import { pageData } from '../support/page-data';
import { runs } from '../support/random';
import { ask, caseNow, startResiduum, wholly, type Residuum } from '../support/residuum';

const LESS: WhatIf = { kind: 'money' };
const NOBODY = new CreditorNames([]);
/** Some portions of work, each of several cases. */
const CASES = 240;

let residuum: Residuum;
let ids: readonly string[] = [];
beforeAll(async () => {
	// What was begun by somebody who is gone is given to another after a second.
	residuum = await startResiduum({ RESIDUUM_WORK: '1' });
	const made: string[] = [];
	for (let from = 0; from < CASES; from += 24) {
		const cases = Array.from({ length: 24 }, (_, at) => {
			const document = demoCases[(from + at) % demoCases.length];
			if (!document) throw new Error('a demo');
			const richer = document.plans.map((plan) =>
				plan.budget.kind === 'constant' && plan.budget.amount !== null
					? {
							...plan,
							budget: { ...plan.budget, amount: plan.budget.amount + from * 17 + at * 131 }
						}
					: plan
			);
			return { ...document, label: `Book ${from + at}`, plans: richer, choices: [], forecasts: [] };
		});
		const { status, body } = await residuum.request('POST', '/api/cases/imports', { cases });
		expect(status).toBe(201);
		made.push(...(body as { ids: string[] }).ids);
	}
	ids = made;
});
afterAll(() => residuum.remove());

interface Answer {
	readonly run: WhatIfRun;
	readonly totals: WhatIfTotals;
}

async function asked(change: object): Promise<string> {
	const { status, body } = await residuum.request('POST', '/api/what-if', { change, of: 'all' });
	expect(status).toBe(201);
	return (body as { id: string }).id;
}

async function answerOf(id: string): Promise<Answer> {
	const { status, body } = await residuum.request('GET', `/api/what-if/${id}`);
	expect(status).toBe(200);
	return body as Answer;
}

const whenDone = (id: string): Promise<Answer> =>
	expect
		.poll(async () => (await answerOf(id)).run.state, { timeout: 60_000, interval: 100 })
		.toBe('done')
		.then(() => answerOf(id));

async function linesOf(id: string): Promise<WhatIfLine[]> {
	const lines: WhatIfLine[] = [];
	for (;;) {
		const path = `/api/what-if/${id}/lines?from=${lines.length}`;
		const { body } = await residuum.request('GET', path);
		const more = (body as { lines: WhatIfLine[] }).lines;
		if (more.length === 0) return lines;
		lines.push(...more);
	}
}

let known: Promise<Map<string, object>> | null = null;
/** What each case comes to that is opened by itself, of those that a tenth less money moves. */
const openedEach = (): Promise<Map<string, object>> => (known ??= computedEach());

async function computedEach(): Promise<Map<string, object>> {
	const moved = new Map<string, object>();
	for (const id of ids) {
		const projection = projectionOf((await caseNow(residuum, id)).document);
		if (projection === null) throw new Error('a case has a plan');
		const effect = effectOn(projection, LESS, NOBODY);
		if (effect.kind !== 'computed') continue;
		const { before, after } = effect;
		if (JSON.stringify(before) !== JSON.stringify(after)) moved.set(id, { before, after });
	}
	return moved;
}

/** A whole answer is that of each case, once. */
async function expectWhole(id: string, opened: Map<string, object>): Promise<void> {
	const { run, totals } = await answerOf(id);
	const lines = await linesOf(id);
	expect([run.cases, run.done, totals.moved, lines.length]).toEqual([
		CASES,
		CASES,
		opened.size,
		opened.size
	]);
	for (const { caseId, before, after } of lines)
		expect({ before, after }).toEqual(opened.get(caseId));
}

describe('a question about all cases', () => {
	it('loses and doubles nothing where whoever works on it is killed', async () => {
		const opened = await openedEach();
		for (let round = 0; round < runs(20); round += 1) {
			const id = await asked(LESS);
			await new Promise((resolve) => setTimeout(resolve, (round * 137) % 700));
			await residuum.stop('SIGKILL');
			await residuum.restart();
			await whenDone(id);
			await expectWhole(id, opened);
		}
	}, 600_000);

	it('agrees with opening each one, and lists those first that are hit most', async () => {
		const opened = await openedEach();
		expect(opened.size).toBeGreaterThan(CASES / 3);
		const id = await asked(LESS);
		const { totals } = await whenDone(id);
		await expectWhole(id, opened);
		const lines = await linesOf(id);
		const endless = lines.map(({ before, after }) => before.ends !== null && after.ends === null);
		expect(endless).toEqual([...endless].sort((a, b) => Number(b) - Number(a)));
		expect(totals.endless).toBe(endless.filter(Boolean).length);
		const rest = lines.filter(
			({ before, after }) => !(before.shortFrom === null && after.shortFrom !== null)
		);
		const more = rest.flatMap(({ before, after }) =>
			before.cost !== null && after.cost !== null ? [after.cost - before.cost] : []
		);
		expect(more).toEqual([...more].sort((a, b) => b - a));
		const sum = lines.reduce(
			(all, { before, after }) =>
				all + (after.cost !== null && before.cost !== null ? after.cost - before.cost : 0),
			0
		);
		expect(totals.more).toEqual([{ currency: { code: 'USD', digits: 2 }, amount: sum }]);
		const { body } = await residuum.request('GET', `/api/what-if/${id}/csv`);
		expect(String(body).trim().split('\r\n')).toHaveLength(lines.length + 1);
	});

	it('takes a case as it is when it is computed, and does without what was not kept of it', async () => {
		const [first = ''] = ids;
		const { document, revision } = await caseNow(residuum, first);
		const [plan] = document.plans;
		const plans = [{ ...plan, budget: { kind: 'required' } }];
		const save = { basedOn: revision, what: 'budget', ...wholly({ ...document, plans }) };
		expect((await residuum.request('PUT', `/api/cases/${first}`, save)).status).toBe(200);
		const id = await asked(LESS);
		await whenDone(id);
		expect((await linesOf(id)).some(({ caseId }) => caseId === first)).toBe(false);
		const again = { basedOn: revision + 1, what: 'budget', ...wholly(document) };
		expect((await residuum.request('PUT', `/api/cases/${first}`, again)).status).toBe(200);
	});

	it('is cancelled, and gone on with', async () => {
		const id = await asked(LESS);
		const cancelled = await residuum.request('DELETE', `/api/what-if/${id}`);
		const { run } = await answerOf(id);
		expect(cancelled.status).toBe(run.state === 'done' ? 409 : 204);
		if (run.state !== 'done') {
			expect(run.state).toBe('cancelled');
			expect((await residuum.request('DELETE', `/api/what-if/${id}`)).status).toBe(409);
			expect((await residuum.request('POST', `/api/what-if/${id}`)).status).toBe(204);
		}
		await whenDone(id);
		expect((await residuum.request('POST', `/api/what-if/${id}`)).status).toBe(409);
	});

	it('reminds of each case that it moves, until it does so no more', async () => {
		interface Said {
			readonly caseId: string;
			readonly kind: string;
			readonly subject: string;
			readonly moved: { readonly run: string; readonly before: object; readonly after: object };
		}
		const said = async (): Promise<Said[]> =>
			(await pageData<{ reminders: Said[] }>(residuum, '/reminders')).reminders.filter(
				({ kind }) => kind === 'what-if'
			);
		const id = await asked(LESS);
		await whenDone(id);
		expect(await said()).toEqual([]);
		const path = `/api/what-if/${id}/reminders`;
		expect((await residuum.request('PUT', path)).status).toBe(204);
		const lines = new Map((await linesOf(id)).map((line) => [line.caseId, line]));
		const reminders = await said();
		expect(new Set(reminders.map(({ caseId }) => caseId))).toEqual(new Set(lines.keys()));
		for (const { caseId, moved } of reminders) {
			const { before, after } = lines.get(caseId) ?? {};
			expect(moved).toMatchObject({ run: id, before, after });
		}
		const [first] = reminders;
		const off = { caseId: first?.caseId, subject: first?.subject };
		await residuum.request('PUT', '/api/reminders', { ...off, until: null });
		expect(await said()).toHaveLength(reminders.length - 1);
		const { status, body } = await residuum.request('GET', '/api/reminders/message');
		const mail = await simpleParser(String(body));
		expect([status, mail.subject]).toEqual([200, 'Reminders for 15 Dec 2026']);
		expect(mail.text).toContain('What if each month has a tenth less money? ');
		expect(mail.text?.match(/What if each month/g)).toHaveLength(reminders.length - 1);
		expect((await residuum.request('DELETE', path)).status).toBe(204);
		expect(await said()).toEqual([]);
	});

	it('is refused where it can’t be meant so, and unknown to who has not asked it', async () => {
		const later = { by: 10_000, from: '2027-06-01' };
		const steps = [later, { by: 20_000, from: '2027-01-01' }];
		const index = crypto.randomUUID();
		for (const change of [
			{},
			{ kind: 'rate' },
			{ kind: 'money', less: 5 },
			{ kind: 'fee' },
			{ kind: 'index', index, steps },
			{ kind: 'index', index, steps: [] },
			{ kind: 'minimum', creditor: index, currency: 'USD', required: filled('percent') },
			{ kind: 'minimum', creditor: index, currency: 'USD', required: filled('level') }
		])
			expect((await residuum.request('POST', '/api/what-if', { change, of: 'all' })).status).toBe(
				422
			);
		const nobody = crypto.randomUUID();
		const ofNobody = { change: LESS, of: nobody };
		expect((await residuum.request('POST', '/api/what-if', ofNobody)).status).toBe(422);
		expect((await residuum.request('GET', `/api/what-if/${nobody}`)).status).toBe(404);
		expect((await residuum.request('GET', `/api/what-if/${nobody}/question`)).status).toBe(404);
		expect((await residuum.request('PUT', `/api/what-if/${nobody}/reminders`)).status).toBe(404);
		expect((await residuum.request('GET', `/api/what-if/${nobody}/lines?from=x`)).status).toBe(422);
	});
});

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

const onPostgres = (inject('postgres') as string | undefined) !== undefined;

describe.runIf(onPostgres)('what a case is computed from', () => {
	it('is made anew where it is missing or of an earlier version', async () => {
		const opened = await openedEach();
		const url = residuum.settings['DATABASE_URL'] ?? '';
		await queryOnce(url, 'delete from residuum.case_projection where case_id = any($1)', [
			ids.slice(0, 20)
		]);
		await queryOnce(
			url,
			`update residuum.case_projection set version = 1, content = '{}' where case_id = any($1)`,
			[ids.slice(20, 40)]
		);
		const id = await asked(LESS);
		await whenDone(id);
		await expectWhole(id, opened);
		const [kept] = await queryOnce<{ n: number }>(
			url,
			'select count(*)::int as n from residuum.case_projection where version > 1'
		);
		expect(kept?.n).toBe(CASES);
	});

	it('is missing of a case that can’t be read, and of that one alone', async () => {
		const url = residuum.settings['DATABASE_URL'] ?? '';
		// A program that has not read it yet.
		await residuum.stop();
		const [broken] = ids.slice(-1);
		await queryOnce(url, 'delete from residuum.case_projection where case_id = $1', [broken]);
		const [was] = await queryOnce<{ calendar: object }>(
			url,
			'select calendar from residuum.case_file where id = $1',
			[broken]
		);
		const put = `update residuum.case_file set calendar = $2::jsonb where id = $1`;
		await queryOnce(url, put, [broken, '{}']);
		await residuum.restart();
		const { run, totals } = await whenDone(await asked(LESS));
		expect([run.done, totals.notComputed]).toEqual([CASES, 1]);
		await queryOnce(url, put, [broken, JSON.stringify(was?.calendar)]);
	});
});

describe.runIf(onPostgres)('a portion that fails', () => {
	it('is tried some times more, is then stuck, and is gone on with once it can be', async () => {
		const opened = await openedEach();
		const url = residuum.settings['DATABASE_URL'] ?? '';
		await queryOnce(
			url,
			`create function public.refuse_results() returns trigger language plpgsql as $$
			begin raise exception 'nothing is written now'; end $$;
			create trigger refusing before update on residuum.what_if_case
				for each statement execute function public.refuse_results()`
		);
		const id = await asked(LESS);
		const isStuck = async () => (await answerOf(id)).run.isStuck;
		await expect.poll(isStuck, { timeout: 60_000, interval: 200 }).toBe(true);
		expect((await answerOf(id)).run).toMatchObject({ state: 'running', done: 0 });
		await queryOnce(
			url,
			`drop trigger refusing on residuum.what_if_case; drop function public.refuse_results()`
		);
		expect((await residuum.request('POST', `/api/what-if/${id}`)).status).toBe(204);
		await whenDone(id);
		await expectWhole(id, opened);
	});
});

describe.runIf(onPostgres)('a queue that does not answer', () => {
	it('keeps nobody from anything else, and is worked on once it answers again', async () => {
		const opened = await openedEach();
		const url = residuum.settings['DATABASE_URL'] ?? '';
		await queryOnce(url, 'alter table residuum_work.job rename to job_elsewhere');
		// Each lane looks once a second.
		await new Promise((resolve) => setTimeout(resolve, 2_500));
		expect((await residuum.request('GET', '/api/casebook')).status).toBe(200);
		await queryOnce(url, 'alter table residuum_work.job_elsewhere rename to job');
		const id = await asked(LESS);
		await whenDone(id);
		await expectWhole(id, opened);
	});
});

describe.runIf(onPostgres)('two processes on one queue', () => {
	it('share the work, and one goes on where the other is killed', async () => {
		const opened = await openedEach();
		const beside = await startServer({ ...residuum.settings, RESIDUUM_WORKERS: '2' });
		const other = beside.address ?? '';
		const headers = { ...residuum.headers, origin: other };
		const { body } = await ask(other, headers, 'POST', '/api/what-if', { change: LESS, of: 'all' });
		const { id } = body as { id: string };
		await beside.stop('SIGKILL');
		await whenDone(id);
		await expectWhole(id, opened);
	});
});
