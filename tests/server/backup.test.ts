/** Backups: whole or none, and put back as they were, in either database. */
import { spawn } from 'node:child_process';
import { readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { queryOnce } from '../../scripts/postgres.mjs';
import { startServer } from '../../scripts/own-server.mjs';
import { ROOT } from '../../scripts/prepare.mjs';
import { documentIn, type Stored } from '../../src/lib/server/database/differences';
import { KEPT, MOMENTARY, NAMED_BEFORE } from '../../src/lib/server/database/tables';
import { command, signIn } from '../../scripts/accounts.mjs';
import { backups, contentOf, hashed, linesOf, write } from '../support/backups';
import { card } from '../support/debts';
import { namedAsBefore } from '../support/earlier-names';
import {
	caseNow,
	ask,
	makeCase,
	startResiduum,
	TESTER,
	TODAY,
	type Residuum,
	wholly
} from '../support/residuum';
import { wholeCase } from '../support/whole-case';

const { folder, newFile, emptyPlace } = backups();
let residuum: Residuum;
let id: string;
const isServer = (inject('postgres') as string | undefined) !== undefined;

beforeAll(async () => {
	residuum = await startResiduum();
	const whole = wholeCase();
	({ id } = await makeCase(residuum, 'All that there is', [card()]));
	const saved = await residuum.request('PUT', `/api/cases/${id}`, {
		basedOn: 2,
		what: 'all of it',
		...wholly(whole)
	});
	expect(saved.status).toBe(200);
	await residuum.request('POST', `/api/cases/${id}/undo`, { basedOn: 3 });
	await residuum.request('POST', `/api/cases/${id}/redo`, { basedOn: 4 });
	const gone = await makeCase(residuum, 'Deleted', [card()]);
	await residuum.request('POST', `/api/cases/${id}/outbox`, {
		key: crypto.randomUUID(),
		to: 'client@harbour.example',
		subject: 'Your plan',
		text: 'Here it is.',
		language: 'en',
		attachments: [{ name: 'ñ.bin', type: 'application/octet-stream', content: 'AAH/gA==' }]
	});
	await residuum.request('DELETE', `/api/cases/${gone.id}`);
});
afterAll(() => residuum.remove());

describe('a backup', () => {
	it('is made while the program runs, read again, for nobody else, and restored as it was', async () => {
		const path = newFile();
		const { said, refused } = command(residuum.settings, 'backup', path);
		expect([said, refused]).toEqual([
			expect.stringMatching(
				/^Written, read again and restored for trial: 2 cases with 7 revisions, \d+ KB, SHA-256/
			),
			''
		]);
		expect(statSync(path).mode & 0o777).toBe(0o600);
		expect(command(residuum.settings, 'backup', path).refused).toContain('is there already');

		const place = await emptyPlace();
		const restored = command(place, 'restore', path);
		expect([restored.said, restored.refused]).toEqual([
			expect.stringContaining('Restored: 2 cases'),
			''
		]);
		const again = newFile();
		command(place, 'backup', again);
		expect(contentOf(again)).toEqual(contentOf(path));

		const server = await startServer({ ...place, RESIDUUM_TODAY: TODAY });
		const address = server.address ?? '';
		const cookie = isServer ? await signIn(address, TESTER) : '';
		const headers = { origin: address, 'content-type': 'application/json', cookie };
		const request = (method: string, at: string, body?: unknown) =>
			ask(address, headers, method, at, body);
		const file = `/api/cases/file?id=${id}`;
		expect((await request('GET', file)).body).toEqual((await residuum.request('GET', file)).body);
		const step = await request('POST', `/api/cases/${id}/undo`, { basedOn: 5 });
		expect([step.status, (await caseNow({ request }, id)).document.label]).toEqual([
			200,
			'All that there is'
		]);
		await server.stop();
		if (isServer) expect(command(place, 'trail', 'verify').said).toContain('The trail is whole');
	});

	it.runIf(isServer)(
		'of a PostgreSQL server can be restored into a data folder, with everybody’s password',
		async () => {
			const path = newFile();
			command(residuum.settings, 'backup', path);
			const place = { RESIDUUM_DATA: join(folder, 'from-server') };
			expect(command(place, 'restore', path).said).toContain('Restored: 2 cases');
			const server = await startServer({ ...place, RESIDUUM_NAMES: 'casebook.example' });
			expect(await signIn(server.address ?? '', TESTER)).toContain('residuum-session');
			await server.stop();
			// And back: what the data folder has is what the server had.
			const back = newFile();
			command(place, 'backup', back);
			const onServer = await emptyPlace();
			expect(command(onServer, 'restore', back).said).toContain('Restored: 2 cases');
			const again = newFile();
			command(onServer, 'backup', again);
			expect(momentless(again)).toEqual(momentless(path));
		}
	);

	/** What is in a backup but for the trail, and for sessions' marks on accounts. */
	const momentless = (path: string): string[] =>
		contentOf(path).filter((line) => !line.startsWith('account_link '));

	it.runIf(isServer)('is restored beside whatever else the database holds', async () => {
		const path = newFile();
		command(residuum.settings, 'backup', path);
		const place = await emptyPlace();
		expect(command(place, 'restore', path).said).toContain('Restored: 2 cases');
		const url = place['DATABASE_URL'] ?? '';
		const outside = `create table public.ledger (id integer); insert into public.ledger values (7);
			create schema bookkeeping; create table bookkeeping.debt (id integer); insert into bookkeeping.debt values (8)`;
		await queryOnce(url, outside);
		const restore = () => command(place, 'restore', path, '--over-newer');
		expect(restore().said).toContain('Restored: 2 cases');
		const [there] = await queryOnce(
			url,
			'select ledger.id as ledger, other.id as debt from public.ledger, bookkeeping.debt other'
		);
		expect(there).toEqual({ ledger: 7, debt: 8 });

		// What others have built on it, or put among it, nobody but they can put back.
		const own = await queryOnce(url, 'select count(*)::int as cases from residuum.case_file');
		await queryOnce(url, 'create view public.labels as select label from residuum.case_file');
		expect(restore().refused).toContain('is built on its tables');
		await queryOnce(url, 'drop view public.labels; create table residuum.ledger (id integer)');
		expect(restore().refused).toContain('has something else in it (ledger)');
		expect(await queryOnce(url, 'select count(*)::int as cases from residuum.case_file')).toEqual(
			own
		);
		await queryOnce(url, 'drop table residuum.ledger');
		expect(restore().said).toContain('Restored: 2 cases');
	});

	it.runIf(isServer)(
		'may be broken off while it is restored, and has then changed nothing',
		async () => {
			const path = newFile();
			command(residuum.settings, 'backup', path);
			const place = await emptyPlace();
			command(place, 'restore', path);
			const url = place['DATABASE_URL'] ?? '';
			const state = () =>
				queryOnce(
					url,
					`select (select count(*) from residuum.case_file)::int as cases,
					(select count(*) from residuum.case_revision)::int as revisions`
				);
			const before = await state();
			for (const after of [300, 500, 700, 900]) {
				const restoring = spawn(
					process.execPath,
					['scripts/command.mjs', 'restore', path, '--over-newer'],
					{ cwd: ROOT, env: { ...process.env, ...place }, stdio: 'ignore' }
				);
				const ended = new Promise((resolve) => restoring.once('exit', resolve));
				await new Promise((resolve) => setTimeout(resolve, after));
				restoring.kill('SIGKILL');
				await ended;
				expect([after, await state()]).toEqual([after, before]);
			}
			expect(command(place, 'restore', path, '--over-newer').said).toContain('Restored: 2 cases');
		}
	);

	it.runIf(isServer)(
		'holds every table of the program, but for what is of the moment',
		async () => {
			const rows = await queryOnce(
				residuum.settings['DATABASE_URL'] ?? '',
				`select table_name as name from information_schema.tables where table_schema = 'residuum'`
			);
			const names = rows.map(({ name }) => String(name)).filter((name) => name !== 'migration');
			expect(names.sort()).toEqual([...KEPT, ...MOMENTARY].sort());
		}
	);

	it.runIf(isServer)('that is not whole is refused, and nothing is touched', async () => {
		const path = newFile();
		command(residuum.settings, 'backup', path);
		const lines = linesOf(path);
		const bytes = readFileSync(path);
		const cut = newFile();
		writeFileSync(cut, bytes.subarray(0, bytes.length - 200));
		const place = await emptyPlace();
		const tries: readonly (readonly [string, string])[] = [
			[cut, 'not all of one'],
			[write(newFile(), lines.slice(0, -1)), 'its end is missing'],
			[
				write(
					newFile(),
					lines.map((line) => line.replace('All that there is', 'Something else'))
				),
				'its content was changed'
			],
			[write(newFile(), [...lines.slice(0, 3), ...lines.slice(4)]), 'its content was changed'],
			[write(newFile(), ['{"something":"else"}']), 'does not begin as one'],
			[write(newFile(), [lines[0] ?? '', 'pg_authid {}', ...lines.slice(1)]), 'belongs nowhere'],
			[join(folder, 'none'), 'There is no file'],
			[new URL(import.meta.url).pathname, 'it is no backup']
		];
		for (const [file, why] of tries) {
			const { status, refused } = command(place, 'restore', file);
			expect([file, status, refused]).toEqual([file, 1, expect.stringContaining(why)]);
		}
	});

	it('does not take the place of newer data unless it is told to, nor of data that are in use', async () => {
		const path = newFile();
		if (!isServer) {
			command(residuum.settings, 'backup', path);
			expect(command(residuum.settings, 'restore', path).refused).toContain('stop it first');
			return;
		}
		const own = await startResiduum();
		await makeCase(own, 'Before', [card()]);
		command(own.settings, 'backup', path);
		// Whatever day the program is told it is, what was saved after the backup is newer.
		await makeCase(own, 'After', [card()]);
		await own.stop();
		await queryOnce(
			own.settings['DATABASE_URL'] ?? '',
			`set session_replication_role = replica; delete from residuum.trail_entry`
		);
		expect(command(own.settings, 'restore', path).refused).toContain('would be lost');
		const early = linesOf(path).map((line, at) =>
			at === 0 ? line.replace(/"last":"[^"]*"/, '"last":"2020-01-01T00:00:00.000Z"') : line
		);
		const older = write(newFile(), hashed(early));
		const { refused } = command(own.settings, 'restore', older);
		expect(refused).toContain('would be lost');
		expect(command(own.settings, 'restore', older, '--over-newer').said).toContain(
			'Restored: 1 case'
		);
		await own.remove();
	});

	it('does not bring back what was deleted for good after it was made', async () => {
		const path = newFile();
		const own = await startResiduum();
		const kept = await makeCase(own, 'To be kept', [card()]);
		const forgotten = await makeCase(own, 'To be forgotten', [card()]);
		await own.stop();
		expect(command(own.settings, 'backup', path).said).toContain('2 cases');
		const going = await startResiduum({}, undefined, own);
		await going.request('DELETE', `/api/cases/${forgotten.id}`);
		await going.request('POST', `/api/cases/${forgotten.id}/permanent-deletion`);
		await going.stop();
		for (const time of ['once', 'twice']) {
			const { said } = command(own.settings, 'restore', path, '--over-newer');
			expect([time, said]).toEqual([time, expect.stringContaining('Restored: 2 cases')]);
			expect(said).toContain('One of the cases had been deleted permanently since then');
		}
		// Nor is it in a backup that is made from then on; where nothing is known of it, it is there again.
		const after = newFile();
		expect(command(own.settings, 'backup', after).said).toContain('1 case');
		expect(linesOf(after).join('')).not.toContain('To be forgotten');
		const elsewhere = await emptyPlace();
		expect(command(elsewhere, 'restore', path).said).toMatch(/^Restored: 2 cases .*[0-9a-f]\.$/);
		const last = await startResiduum({}, undefined, own);
		expect((await caseNow(last, kept.id)).document.label).toBe('To be kept');
		expect((await last.request('GET', `/api/v1/cases/${forgotten.id}`)).status).toBe(404);
		await last.stop();
		await own.remove();
	});

	it.runIf(isServer)('of a version before is brought up to date', async () => {
		const path = newFile();
		command(residuum.settings, 'backup', path);
		const [first = '', ...rest] = linesOf(path);
		const head = JSON.parse(first) as { migrations: { number: number }[] };
		head.migrations = head.migrations.filter(({ number }) => number <= 8);
		// As it was before there were accounts, and balances of a debt.
		const before = rest
			.filter(
				(line) =>
					!/^(account\w*|case_share|clock_code|debt_balance|directory_\w+|passkey|recorded_money|recovery_code|trail_\w+) /.test(
						line
					)
			)
			.filter((line, _, lines) => !isOfLaterKind(line, lines))
			.map((line, _, lines) => asBefore(line, lines));
		const older = write(newFile(), hashed([JSON.stringify(head), ...before]));
		const place = await emptyPlace();
		const { said, refused } = command(place, 'restore', older);
		expect([said, refused]).toEqual([
			expect.stringContaining('Restored: 2 cases with 7 revisions'),
			''
		]);
		const newer = write(
			newFile(),
			hashed([
				first.replace(/\]\}$/, ',{"number":9999,"name":"9999_later.sql","hash":"x"}]}'),
				...rest
			])
		);
		expect(command(place, 'restore', newer).refused).toContain('made by a newer Residuum');
	});

	/** Whether a row is of a plan’s change that keeps deadlines, or settles: there were none before. */
	function isOfLaterKind(line: string, lines: readonly string[]): boolean {
		const isLater = (row: string) => /"kind": "(deadline|settle)"/.test(row);
		if (line.startsWith('plan_change ')) return isLater(line);
		if (!line.startsWith('plan_change_debt ')) return false;
		const { plan_id: plan, change } = JSON.parse(line.slice(line.indexOf(' '))) as {
			plan_id: string;
			change: number;
		};
		return lines.some(
			(one) =>
				one.startsWith('plan_change ') &&
				isLater(one) &&
				one.includes(`"plan_id": "${plan}"`) &&
				one.includes(`"position": ${change},`)
		);
	}

	/** A row as it was before there were accounts, with the names of then, and while each revision held the whole case. */
	function asBefore(line: string, lines: readonly string[]): string {
		const at = line.indexOf(' ');
		const table = line.slice(0, at);
		if (line.startsWith('{')) return line;
		const named = Object.entries(namedAsBefore(JSON.parse(line.slice(at + 1))) as object).map(
			([name, value]: [string, unknown]) =>
				[table === 'debt' ? name.replace(/^required_/, 'asked_') : name, value] as const
		);
		const kept: Record<string, unknown> = Object.fromEntries(named);
		if (kept['pays_kind'] === 'required') kept['pays_kind'] = 'asked';
		delete kept['owner_id'];
		delete kept['author_id'];
		if (kept['document'] === null) {
			const whole = lines.find(
				(one) =>
					one.startsWith('case_revision') &&
					one.includes(`"case_id": "${String(kept['case_id'])}"`) &&
					one.includes(`"number": ${String(kept['differs_from'])},`)
			);
			const { document } = JSON.parse(whole?.slice('case_revision '.length) ?? '{}') as {
				document: unknown;
			};
			kept['document'] = documentIn({ ...(kept as unknown as Stored), whole: document });
		}
		return `${(NAMED_BEFORE as Record<string, string>)[table] ?? table} ${JSON.stringify(kept)}`;
	}
});
