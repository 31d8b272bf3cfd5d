/**
 * What a change would make of a whole casebook: plans a second, of one process with one thread and with two, and of two processes on
 * one queue; how long the server answers others meanwhile; and of a hundred thousand cases, whether memory stays what it is.
 */
import { readFileSync } from 'node:fs';
import { projectionOf } from '../src/lib/document/projection';
import { effectsOf } from '../src/lib/document/what-if-many';
import { demoCases } from '../tests/support/demo-cases';
import { manyCases } from '../scripts/many-cases.mjs';
import { startServer } from '../scripts/own-server.mjs';
import { queryOnce } from '../scripts/postgres.mjs';
import { openAgency, quantile, type Ask } from './agency';

const CASES = 6_000;
const MOST = 100_000;
let cases = 0;
const GOAL = 1_500;

const agency = await openAgency('Sella Wray', { RESIDUUM_WORKERS: '0' });
try {
	const { body } = await agency.ask('POST', '/api/cases/imports', { cases: demoCases });
	const { ids } = JSON.parse(body) as { ids: string[] };
	await fillUpTo(CASES);
	console.log(
		`a change to cases of the demo, computed alone: ${computedAlone().toFixed(0)} plans a second and core (goal: ${GOAL})`
	);
	const { rate: one } = await measured([1]);
	for (const [what, workers] of [
		['one process with two threads', [2]],
		['two processes with a thread each', [1, 1]]
	] as const) {
		const { rate } = await measured(workers);
		console.log(
			`${what}: ${rate.toFixed(0)} plans a second, ${(rate / one).toFixed(2)} times those of one thread`
		);
	}
	console.log(
		`a change to ${CASES} cases, one thread: ${one.toFixed(0)} plans a second, reading and writing them included, beside the database and whoever asks`
	);
	await fillUpTo(MOST);
	const all = await measured([1]);
	const mb = (memory: readonly number[]): string => (quantile(memory, 0.5) / 1000).toFixed(0);
	console.log(
		`a change to ${MOST} cases, one thread: ${all.rate.toFixed(0)} plans a second; memory ${mb(quarterOf(all.memory, 1))} MB in its second quarter, ` +
			`${mb(quarterOf(all.memory, 3))} MB in its last (goal: flat)`
	);
	/** Makes cases until there are so many; each has what one of the demo's is computed from, as if written with it. */
	async function fillUpTo(count: number): Promise<void> {
		const [there] = await queryOnce<{ count: number }>(
			agency.url,
			'select count(*)::int as count from case_file'
		);
		await manyCases(agency.url, ids[0] ?? '', count - (there?.count ?? 0));
		await queryOnce(
			agency.url,
			`insert into case_projection
			select made.id, version, content from (
				select id, row_number() over (order by id) % $2 as place from case_file
				where id not in (select case_id from case_projection)
			) made join (
				select *, row_number() over (order by case_id) - 1 as place from case_projection where case_id = any($1::uuid[])
			) kept using (place)`,
			[ids, ids.length]
		);
		cases = count;
	}
} finally {
	await agency.close();
}

/** A quarter of what was measured one after the other, counted from 0. */
function quarterOf(values: readonly number[], which: number): readonly number[] {
	const length = Math.max(1, Math.floor(values.length / 4));
	return values.slice(which * length, (which + 1) * length);
}

/** Plans a second where nothing is read or written; once all of it has been compiled. */
function computedAlone(): number {
	const projections = Array.from({ length: 600 }, (_, at) => {
		const document = demoCases[at % demoCases.length];
		return document ? JSON.stringify(projectionOf(document)) : null;
	});
	const rates = Array.from({ length: 6 }, () => {
		const began = performance.now();
		effectsOf({ projections, change: { kind: 'money' }, creditors: [] });
		return (2 * projections.length) / ((performance.now() - began) / 1000);
	});
	return quantile(rates.slice(1), 0.5);
}

/** Plans a second of processes with so many threads each; the first answers others, who are measured. */
async function measured(
	workers: readonly number[]
): Promise<{ readonly rate: number; readonly memory: readonly number[] }> {
	const servers = await Promise.all(
		workers.map((count) =>
			startServer({
				...agency.environment,
				RESIDUUM_METRICS: undefined,
				RESIDUUM_WORKERS: String(count)
			})
		)
	);
	try {
		const waits: number[] = [];
		const memory: number[] = [];
		const began = performance.now();
		const asked = await agency.ask('POST', '/api/what-if', {
			change: { kind: 'money' },
			of: 'all'
		});
		if (asked.status !== 201) throw new Error(asked.body);
		const { id } = JSON.parse(asked.body) as { id: string };
		while (!(await isDone(agency.ask, id, waits))) {
			memory.push(residentOf(servers[0]?.pid));
			await new Promise((resolve) => setTimeout(resolve, 200));
		}
		const seconds = (performance.now() - began) / 1000;
		console.log(
			`  threads ${workers.join(' + ')}: ${seconds.toFixed(1)} s; meanwhile the first lines took ${quantile(waits, 0.95).toFixed(0)} ms (95 % of them)`
		);
		// Before and after the change.
		return { rate: (2 * cases) / seconds, memory };
	} finally {
		await Promise.all(servers.map((server) => server.stop()));
	}
}

/** The memory that a process holds, in kB. */
function residentOf(pid: number | undefined): number {
	return Number(/VmRSS:\s*(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]);
}

async function isDone(ask: Ask, id: string, waits: number[]): Promise<boolean> {
	waits.push((await ask('GET', '/api/casebook')).milliseconds);
	const { body } = await ask('GET', `/api/what-if/${id}`);
	return (JSON.parse(body) as { run: { state: string } }).run.state === 'done';
}
