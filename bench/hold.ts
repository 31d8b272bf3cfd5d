/**
 * How long somebody else waits, at most, while the program does the most that it can be asked to: the largest cases that
 * are allowed, the whole casebook as a file, bodies that are no requests, a backup of two thousand cases. As a ratio to the
 * longest that the same somebody waits while nothing else is asked. Ends with 1 where an answer that needs no data is
 * waited for longer than is allowed: `npm run torture -- hold` goes by that.
 */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { commandBeside } from '../scripts/accounts.mjs';
import { startServer } from '../scripts/own-server.mjs';
import { ROOT } from '../scripts/prepare.mjs';
import { LIMITS } from '../src/lib/core/quantities/limits';
import type { CaseDocument } from '../src/lib/document/case';
import { largestCase, withTransactions } from '../tests/support/largest-case';
import { TODAY } from './agency';

/** Nobody is kept from an answer for longer, in milliseconds. */
const LONGEST = 200;
const CASES = 2_000;
const LONG = 8_000_000;
/** Those who wait ask again after so many milliseconds: they are no burden themselves. */
const BETWEEN = 25;

const pause = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

const folder = mkdtempSync(join(tmpdir(), 'residuum-hold-'));
const environment = { RESIDUUM_DATA: join(folder, 'data'), RESIDUUM_TODAY: TODAY };
const server = await startServer(environment);
const at = () => String(server.address);

async function ask(
	method: string,
	path: string,
	body?: string
): Promise<{ status: number; text: string }> {
	const headers = { origin: at(), 'content-type': 'application/json' };
	const response = await fetch(at() + path, { method, headers, body: body ?? null });
	return { status: response.status, text: await response.text() };
}

/**
 * The longest that is waited for an answer that needs no data, and for a save, in milliseconds, until something is done:
 * by two who know nothing of each other.
 */
async function longestWait(work: Promise<unknown>): Promise<Waited> {
	let isDone = false;
	void work.finally(() => (isDone = true));
	const longest = async (method: string, path: string, body?: () => object): Promise<number> => {
		let wait = 0;
		while (!isDone) {
			const began = performance.now();
			const { status } = await ask(method, path, body && JSON.stringify(body()));
			if (status !== 200) throw new Error(`${path} was answered with ${status}`);
			wait = Math.max(wait, performance.now() - began);
			await pause(BETWEEN);
		}
		return wait;
	};
	const [page, save] = await Promise.all([
		longest('GET', '/favicon.svg'),
		longest('PATCH', `/api/cases/${small}`, () => ({ label: `Small ${performance.now()}` }))
	]);
	return { page, save };
}

interface Waited {
	readonly page: number;
	readonly save: number;
}

async function take(documents: readonly CaseDocument[]): Promise<string[]> {
	const { status, text } = await ask(
		'POST',
		'/api/cases/imports',
		JSON.stringify({ cases: documents })
	);
	if (status !== 201) throw new Error(text);
	return (JSON.parse(text) as { ids: string[] }).ids;
}

const size = (document: CaseDocument): string =>
	`${(JSON.stringify(document).length / 1e6).toFixed(1)} MB`;

const demo = (name: string) =>
	(JSON.parse(readFileSync(join(ROOT, 'demo', name), 'utf8')) as { document: CaseDocument })
		.document;
const household = demo('2-net-maker.json');
const [small = ''] = await take([{ ...household, label: 'Small' }]);
/** As many cases as one request may hold. */
const many = Array.from({ length: LIMITS.casesAtOnce }, (_, index) => ({
	...household,
	label: `Household ${index + 1}`
}));
for (let there = 1; there < CASES; there += LIMITS.casesAtOnce) await take(many);

try {
	const large = largestCase(household, 60);
	const [id = ''] = await take([large]);
	const transactions = withTransactions(largestCase(household, 0));
	const [other = ''] = await take([transactions]);
	const key = () => crypto.randomUUID();
	const save = (basedOn: number, label: string) =>
		JSON.stringify({
			basedOn,
			what: 'label',
			key: key(),
			changes: [{ op: 'replace', path: '/label', value: label }]
		});
	const whole = JSON.stringify({
		basedOn: 1,
		what: 'all of it',
		key: key(),
		changes: [{ op: 'replace', path: '', value: { ...large, label: 'Anew' } }]
	});
	const idle = await longestWait(pause(3_000));
	console.log(
		`nothing else: ${idle.page.toFixed(0)} ms for a page, ${idle.save.toFixed(0)} ms for a save`
	);
	const keys = Array.from({ length: LONG / 20 }, (_, index) => `"unknown ${index}":1`).join();
	const works: readonly (readonly [string, () => Promise<{ status: number } | string>])[] = [
		[
			`a case with sixty forecasts (${size(large)}) saved whole`,
			() => ask('PUT', `/api/cases/${id}`, whole)
		],
		['its label', () => ask('PUT', `/api/cases/${id}`, save(2, 'One'))],
		[
			'taken back',
			() => ask('POST', `/api/cases/${id}/undo`, JSON.stringify({ basedOn: 3, key: key() }))
		],
		['its page', () => ask('GET', `/cases/${id}`)],
		['opened', () => ask('GET', `/api/v1/cases/${id}`)],
		[
			`a case with 45,000 transactions (${size(transactions)}), its label`,
			() => ask('PUT', `/api/cases/${other}`, save(1, 'One'))
		],
		['its label again', () => ask('PUT', `/api/cases/${other}`, save(2, 'Two'))],
		['opened', () => ask('GET', `/api/v1/cases/${other}`)],
		['the first as a file', () => ask('GET', `/api/v1/cases/file?id=${id}`)],
		['8 MB of brackets', () => ask('PUT', `/api/cases/${id}`, '['.repeat(LONG))],
		['8 MB of unknown keys', () => ask('PUT', `/api/cases/${id}`, `{${keys}}`)],
		[
			'8 MB of empty lists',
			() => ask('POST', '/api/cases/imports', `{"cases":[${'[],'.repeat(LONG / 3 - 10)}[]]}`)
		],
		['8 MB of digits', () => ask('PUT', `/api/cases/${id}`, '9'.repeat(LONG))],
		[
			`${LIMITS.casesAtOnce} cases taken in`,
			() => ask('POST', '/api/cases/imports', JSON.stringify({ cases: many }))
		],
		['the whole casebook as a file', () => ask('GET', '/api/cases/file')],
		['the casebook as a table', () => ask('GET', '/api/casebook/csv')],
		[
			`a backup of ${CASES} cases`,
			async () => (await commandBeside(environment, 'backup', join(folder, 'a.backup'))).said
		]
	];
	const held: string[] = [];
	for (const [what, work] of works) {
		const began = performance.now();
		let outcome = '';
		const waited = await longestWait(
			work().then(
				(done) => (outcome = typeof done === 'string' ? done.slice(0, 20) : String(done.status))
			)
		);
		if (waited.page > LONGEST) held.push(what);
		const ratio = (which: 'page' | 'save') =>
			`${waited[which].toFixed(0)} ms (${(waited[which] / idle[which]).toFixed(1)}×)`;
		console.log(
			`${what} (${outcome}, ${((performance.now() - began) / 1000).toFixed(1)} s): a page waits ${ratio('page')}, a save ${ratio('save')}`
		);
	}
	if (held.length > 0) {
		console.log(`For more than ${LONGEST} ms others were held by: ${held.join('; ')}.`);
		process.exitCode = 1;
	}
} finally {
	await server.stop();
	rmSync(folder, { recursive: true, force: true });
}
