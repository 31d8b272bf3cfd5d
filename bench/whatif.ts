/**
 * What a change would make of a whole casebook: plans a second, of one process with one thread and with two, and of two processes on
 * one queue; and how long the server answers others meanwhile.
 */
import { projectionOf } from '../src/lib/document/projection';
import { effectsOf } from '../src/lib/document/what-if-many';
import { demoCases } from '../tests/support/demo-cases';
import { manyCases } from '../scripts/many-cases.mjs';
import { startServer } from '../scripts/own-server.mjs';
import { queryOnce } from '../scripts/postgres.mjs';
import { openAgency, quantile, type Ask } from './agency';

const CASES = 6_000;
const GOAL = 1_500;

const agency = await openAgency('Sella Wray', { RESIDUUM_WORKERS: '0' });
try {
	const { body } = await agency.ask('POST', '/api/cases/imports', { cases: demoCases });
	const { ids } = JSON.parse(body) as { ids: string[] };
	const [like = ''] = ids;
	await manyCases(agency.url, like, CASES - ids.length);
	// Each has what one of the demo's is computed from, as if it had been written with it.
	await queryOnce(
		agency.url,
		`insert into case_projection
		select made.id, version, content from (
			select id, row_number() over (order by id) % $2 as place from case_file where not id = any($1::uuid[])
		) made join (
			select *, row_number() over (order by case_id) - 1 as place from case_projection
		) kept using (place)`,
		[ids, ids.length]
	);
	console.log(
		`a change to cases of the demo, computed alone: ${computedAlone().toFixed(0)} plans a second and core (goal: ${GOAL})`
	);
	const one = await measured([1]);
	for (const [what, workers] of [
		['one process with two threads', [2]],
		['two processes with a thread each', [1, 1]]
	] as const) {
		const rate = await measured(workers);
		console.log(
			`${what}: ${rate.toFixed(0)} plans a second, ${(rate / one).toFixed(2)} times those of one thread`
		);
	}
	console.log(
		`a change to ${CASES} cases, one thread: ${one.toFixed(0)} plans a second, reading and writing them included, beside the database and whoever asks`
	);
} finally {
	await agency.close();
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
async function measured(workers: readonly number[]): Promise<number> {
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
		const began = performance.now();
		const asked = await agency.ask('POST', '/api/what-if', {
			change: { kind: 'money' },
			of: 'all'
		});
		if (asked.status !== 201) throw new Error(asked.body);
		const { id } = JSON.parse(asked.body) as { id: string };
		while (!(await isDone(agency.ask, id, waits)))
			await new Promise((resolve) => setTimeout(resolve, 200));
		const seconds = (performance.now() - began) / 1000;
		console.log(
			`  threads ${workers.join(' + ')}: ${seconds.toFixed(1)} s; meanwhile the first lines took ${quantile(waits, 0.95).toFixed(0)} ms (95 % of them)`
		);
		// Before and after the change.
		return (2 * CASES) / seconds;
	} finally {
		await Promise.all(servers.map((server) => server.stop()));
	}
}

async function isDone(ask: Ask, id: string, waits: number[]): Promise<boolean> {
	waits.push((await ask('GET', '/api/casebook')).milliseconds);
	const { body } = await ask('GET', `/api/what-if/${id}`);
	return (JSON.parse(body) as { run: { state: string } }).run.state === 'done';
}
