/** A full copy of a case: all that is kept about its client, and nothing of anybody else. */
import { randomBytes } from 'node:crypto';
import { strFromU8, unzipSync } from 'fflate';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { queryOnce } from '../../scripts/postgres.mjs';
import { casesOf } from '../../src/lib/exchange/cases-read';
import { card } from '../support/debts';
import { letIn as letProgramIn } from '../support/program';
import {
	caseNow,
	makeCase,
	startResiduum,
	TESTER,
	type Residuum,
	wholly
} from '../support/residuum';
import { staffOf } from '../support/staff';
import { wholeCase } from '../support/whole-case';

let residuum: Residuum;
const isServer = (inject('postgres') as string | undefined) !== undefined;
const { ids, letIn, as, cookies } = staffOf(() => residuum);
beforeAll(async () => {
	residuum = await startResiduum({ RESIDUUM_TODAY: '2026-12-15' });
});
afterAll(() => residuum.remove());

interface Rows {
	readonly case: string;
	readonly trail_entry: { readonly what: string; readonly account: string | null }[];
	readonly case_revision: { readonly number: number }[];
	readonly outbox_message: Record<string, unknown>[];
	readonly [table: string]: unknown;
}

/** The files of a full copy by their names. */
async function copyOf(id: string, headers = residuum.headers) {
	const response = await fetch(`${residuum.address}/api/cases/${id}/full-copy`, { headers });
	expect(response.status).toBe(200);
	expect(response.headers.get('content-type')).toBe('application/zip');
	const files = unzipSync(new Uint8Array(await response.arrayBuffer()));
	const text = (name: string) => strFromU8(files[name] ?? new Uint8Array());
	return {
		files,
		page: text('full-copy.html'),
		rows: JSON.parse(text('full-copy.json')) as Rows,
		name: response.headers.get('content-disposition') ?? ''
	};
}

/** A case with something in every field, changed, sent a message of, and with a step taken back. */
async function fullCase(label: string): Promise<{ id: string; message: string }> {
	const { id } = await makeCase(residuum, label, [card()]);
	const put = await residuum.request('PUT', `/api/cases/${id}`, {
		basedOn: 2,
		what: 'all of it',
		...wholly({ ...wholeCase(), label })
	});
	expect(put.status).toBe(200);
	await residuum.request('POST', `/api/cases/${id}/undo`, { basedOn: 3 });
	await residuum.request('POST', `/api/cases/${id}/redo`, { basedOn: 4 });
	const message = crypto.randomUUID();
	await residuum.request('POST', `/api/cases/${id}/outbox`, {
		key: message,
		to: 'client@harbour.example',
		subject: 'Your plan',
		text: 'Here it is.',
		language: 'en',
		attachments: [{ name: 'a.txt', type: 'text/plain', content: 'YQ==' }]
	});
	return { id, message };
}

describe('a full copy', () => {
	it('has the case as it is, each earlier state, and each message as it was written', async () => {
		const { id, message } = await fullCase('Wren Solberg');
		await makeCase(residuum, 'Somebody else', [card()]);
		const { files, page, rows, name } = await copyOf(id);
		expect(name).toContain('wren-solberg-full-copy-2026-12-15.zip');
		const { document } = await caseNow(residuum, id);
		const bytes = files['case.json'] ?? new Uint8Array();
		expect(casesOf({ name: 'case.json', bytes }, { language: 'en' })).toEqual([document]);
		expect(rows.case).toBe(id);
		expect(rows.case_revision.map(({ number }) => number)).toEqual([1, 2, 3, 4, 5]);
		const sent = await residuum.request('GET', `/api/outbox/${message}`);
		expect(strFromU8(files[`messages/${message}.eml`] ?? new Uint8Array())).toBe(sent.body);
		expect(Object.keys(files)).toHaveLength(4);
		// A file is given out as a file.
		expect(Object.keys(rows.outbox_message[0] ?? {})).not.toContain('message');
		for (const said of [
			'Wren Solberg',
			'client@harbour.example',
			'all of it',
			`href="messages/${message}.eml"`,
			...document.debts.map(({ name: called }) => called),
			...document.plans.map(({ name: called }) => called)
		])
			expect(page).toContain(said);
		const all = JSON.stringify(rows) + page;
		expect(all).not.toContain('Somebody else');
	});

	it('has every row in which the database has the case', async () => {
		if (!isServer) return;
		const { id } = await fullCase('Every row of it');
		const { rows } = await copyOf(id);
		const url = residuum.settings['DATABASE_URL'] ?? '';
		const tables = (await queryOnce(
			url,
			`select table_schema as schema, table_name as name from information_schema.tables
			where table_schema in ('residuum', 'residuum_work', 'public') and table_type = 'BASE TABLE'`
		)) as { schema: string; name: string }[];
		expect(tables.length).toBeGreaterThan(40);
		const having: string[] = [];
		for (const { schema, name } of tables) {
			const found = await queryOnce(
				url,
				`select 1 from ${schema}.${name} one where strpos(one::text, $1) > 0`,
				[id]
			);
			if (found.length === 0) continue;
			having.push(name);
			// Entries of the copy itself come after it.
			const there = (rows[name] as unknown[] | undefined)?.length ?? 0;
			expect([name, there]).toEqual([
				name,
				name === 'trail_entry' ? found.length - 1 : found.length
			]);
		}
		expect(having.length).toBeGreaterThan(20);
	});

	it('escapes whatever a client is called, and lets nothing in from outside', async () => {
		const label = '</title><script>alert(1)</script> & “Ros”';
		const { id } = await makeCase(residuum, label, [card({ name: '<img src=x onerror=1>' })]);
		const { page, files } = await copyOf(id);
		expect(page).not.toMatch(/<script|<img/);
		expect(page).toContain('&lt;script&gt;');
		expect(page).toContain("default-src 'none'");
		expect(Object.keys(files)).toEqual(['full-copy.html', 'full-copy.json', 'case.json']);
	});

	it('is made of a deleted case, too, and of none that is gone', async () => {
		const { id } = await fullCase('Deleted before');
		await residuum.request('DELETE', `/api/cases/${id}`);
		const { page, rows } = await copyOf(id);
		expect(page).toContain('Deleted before');
		expect(page).toContain('<th scope="row">Deleted</th>');
		expect(rows.case_revision).toHaveLength(5);
		await residuum.request('POST', `/api/cases/${id}/permanent-deletion`);
		const path = `/api/cases/${id}/full-copy`;
		expect((await residuum.request('GET', path)).status).toBe(404);
	});

	it('is written in the language of the desk', async () => {
		const { id } = await makeCase(residuum, 'Wren Solberg', [card()]);
		const { page } = await copyOf(id, { ...residuum.headers, 'accept-language': 'es' });
		expect(page).toContain('<html lang="es">');
		expect(page).toContain('Lo que se guarda sobre Wren Solberg');
	});

	it('is given out by whoever may delete the case for good, and is in the trail', async () => {
		if (!isServer) return;
		await letIn('Ivo Brandt', 'counselor');
		const { id } = await makeCase(residuum, 'Held by Ivo', [card()]);
		await residuum.request('PUT', `/api/cases/${id}/owner`, { to: ids.get('Ivo Brandt') });
		const path = `/api/cases/${id}/full-copy`;
		expect((await as('Ivo Brandt', 'GET', path)).status).toBe(403);
		const program = await letProgramIn(residuum);
		// A token opens the interface for programs, and nothing else.
		expect((await program.ask('GET', path)).status).toBe(401);
		await residuum.request('PUT', '/api/roles', { role: 'Privacy', may: ['work', 'forget'] });
		await letIn('Nell Quist', 'Privacy');
		expect((await as('Nell Quist', 'GET', path)).status).toBe(404);
		await residuum.request('PUT', `/api/cases/${id}/shared`, { accounts: [ids.get('Nell Quist')] });
		expect((await as('Nell Quist', 'GET', path)).status).toBe(403);
		await residuum.request('PUT', `/api/cases/${id}/owner`, { to: ids.get('Nell Quist') });
		const headers = { cookie: cookies.get('Nell Quist') ?? '' };
		expect((await copyOf(id, headers)).page).toContain('Nell Quist');
		const { rows } = await copyOf(id);
		expect(rows.trail_entry.filter(({ what }) => what.startsWith('gave out'))).toEqual([
			expect.objectContaining({ account: ids.get('Nell Quist') })
		]);
		// Who looked is kept about them, not about the client.
		expect(JSON.stringify(rows)).not.toContain(TESTER);
		expect(JSON.stringify(rows)).not.toContain('127.0.0.1');
	});

	it('breaks off, and is no file, where the case is deleted for good while it is made', async () => {
		const { id } = await fullCase('Deleted meanwhile');
		const { document } = await caseNow(residuum, id);
		// Far more than what is under way between server and browser holds.
		const content = randomBytes(500_000).toString('base64');
		for (let at = 0; at < 30; at += 1) {
			const message = {
				...{
					key: crypto.randomUUID(),
					to: 'client@harbour.example',
					subject: `Message ${at}`,
					language: 'en'
				},
				text: document.label,
				attachments: [{ name: 'a.bin', type: 'application/octet-stream', content }]
			};
			await residuum.request('POST', `/api/cases/${id}/outbox`, message);
		}
		const response = await fetch(`${residuum.address}/api/cases/${id}/full-copy`, {
			headers: residuum.headers
		});
		await residuum.request('DELETE', `/api/cases/${id}`);
		await residuum.request('POST', `/api/cases/${id}/permanent-deletion`);
		await expect(response.arrayBuffer()).rejects.toThrow();
		expect((await residuum.request('GET', '/deleted-cases')).status).toBe(200);
	});

	it('holds up nobody while a large one is taken slowly', async () => {
		const { id } = await fullCase('Taken slowly');
		const response = await fetch(`${residuum.address}/api/cases/${id}/full-copy`, {
			headers: residuum.headers
		});
		const reader = response.body?.getReader();
		await reader?.read();
		expect((await residuum.request('PATCH', `/api/cases/${id}`, { label: 'Renamed' })).status).toBe(
			200
		);
		await reader?.cancel();
		expect((await residuum.request('GET', `/api/v1/cases/${id}`)).status).toBe(200);
	});
});
