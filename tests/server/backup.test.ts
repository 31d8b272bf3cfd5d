/** Backups: of one state while saves go on, whole or none, and put back as they were, in either database. */
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { queryOnce } from '../../scripts/postgres.mjs';
import { startServer } from '../../scripts/own-server.mjs';
import { ROOT } from '../../scripts/prepare.mjs';
import { documentIn, type Stored } from '../../src/lib/server/database/differences';
import { KEPT, MOMENTARY, NAMED_BEFORE } from '../../src/lib/server/database/tables';
import { command, commandBeside, signIn } from '../../scripts/accounts.mjs';
import { card } from '../support/debts';
import { namedAsBefore } from '../support/earlier-names';
import {
	caseNow,
	ask,
	makeCase,
	startResiduum,
	temporaryFolder,
	TESTER,
	TODAY,
	type Residuum,
	wholly
} from '../support/residuum';
import { wholeCase } from '../support/whole-case';

const folder = temporaryFolder();
/** Where one is made every day, with those of twenty days and something else. */
const daily = temporaryFolder();
for (let day = 1; day <= 20; day += 1)
	writeFileSync(join(daily, `residuum-2026-01-${String(day).padStart(2, '0')}.backup`), '');
writeFileSync(join(daily, 'something-else.txt'), '');
let residuum: Residuum;
let id: string;
const isServer = (inject('postgres') as string | undefined) !== undefined;

beforeAll(async () => {
	residuum = await startResiduum({ RESIDUUM_BACKUP: daily });
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
afterAll(async () => {
	await residuum.remove();
	for (const made of [folder, daily]) rmSync(made, { recursive: true, force: true });
});

let made = 0;
const newFile = () => join(folder, `${(made += 1)}.backup`);

/** A place for data that has none yet. */
async function emptyPlace(): Promise<Record<string, string>> {
	if (!isServer) return { RESIDUUM_DATA: join(folder, `data-${(made += 1)}`) };
	const name = `empty_${crypto.randomUUID().replaceAll('-', '')}`;
	const url = inject('postgres');
	await queryOnce(url.replace('NAME', 'postgres'), `create database ${name}`);
	return { DATABASE_URL: url.replace('NAME', name) };
}

const linesOf = (path: string): string[] =>
	gunzipSync(readFileSync(path)).toString().trimEnd().split('\n');

/** What is in a backup but for its trail, which goes on when it is restored. */
const contentOf = (path: string): string[] =>
	linesOf(path)
		.slice(1, -1)
		.filter((line) => !line.startsWith('trail_'))
		.sort();

function write(path: string, lines: readonly string[]): string {
	writeFileSync(path, gzipSync(`${lines.join('\n')}\n`));
	return path;
}

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

	it('is encrypted to keys that are elsewhere, proved as it is, and restored with the secret one alone', async () => {
		const pairs = [1, 2].map(() => {
			const { said } = command({}, 'backup', '--new-key');
			const [key = '', secret = ''] =
				said.match(/age1[0-9a-z]{58}|AGE-SECRET-KEY-1[0-9A-Z]+/g) ?? [];
			return { public: key, secret };
		});
		const [ours, theirs] = pairs;
		const shared = temporaryFolder();
		const keys = pairs.map((pair) => pair.public).join(' ');
		const own = await startResiduum({ RESIDUUM_BACKUP: shared, RESIDUUM_BACKUP_KEYS: keys });
		await makeCase(own, 'Sealed for good', [card()]);
		const today = `residuum-${new Date().toISOString().slice(0, 10)}.backup.age`;
		await expect.poll(() => readdirSync(shared), { timeout: 60_000 }).toEqual([today]);
		const path = newFile();
		expect(command(own.settings, 'backup', path).said).toMatch(/^Written, encrypted, read again/);
		expect(statSync(path).mode & 0o777).toBe(0o600);
		const bytes = readFileSync(path);
		expect(bytes.subarray(0, 22).toString()).toBe('age-encryption.org/v1\n');
		// Two keys that are set, and the one that proved it.
		expect(bytes.toString('latin1').match(/-> X25519 /g)).toHaveLength(3);
		expect(() => gunzipSync(bytes)).toThrow();
		await own.stop();

		const place = await emptyPlace();
		const restore = (file: string, input: string) => {
			const { stdout, stderr } = spawnSync(
				process.execPath,
				['scripts/command.mjs', 'restore', file],
				{ cwd: ROOT, env: { ...process.env, ...place }, encoding: 'utf8', input }
			);
			return { said: stdout.trim(), refused: stderr.trim() };
		};
		const { said: other } = command({}, 'backup', '--new-key');
		const stranger = /AGE-SECRET-KEY-1[0-9A-Z]+/.exec(other)?.[0];
		const changed = Buffer.from(bytes);
		changed[bytes.length - 40] = (changed[bytes.length - 40] ?? 0) ^ 1;
		for (const [file, content] of [
			['changed.age', changed],
			['cut.age', bytes.subarray(0, -30)],
			['beginning.age', bytes.subarray(0, 60)]
		] as const)
			writeFileSync(join(folder, file), content);
		for (const [file, input, why] of [
			[path, '', 'What was given is no secret key'],
			[path, 'AGE-SECRET-KEY-1QQQQQQQQ', 'What was given is no secret key'],
			[path, stranger, 'is not opened by this key'],
			[join(folder, 'changed.age'), ours?.secret, 'can’t be read as a backup'],
			[join(folder, 'cut.age'), ours?.secret, 'can’t be read as a backup'],
			[join(folder, 'beginning.age'), ours?.secret, 'is not opened by this key']
		] as const) {
			const { said, refused } = restore(file, input ?? '');
			expect([file, said, refused]).toEqual([file, '', expect.stringContaining(why)]);
			expect(refused.split('\n')).toHaveLength(1);
			expect(refused).not.toContain('AGE-SECRET-KEY-1Q');
		}
		// As a file of keys has it, with what is written beside them.
		const file = `# kept in the safe\n${theirs?.secret}\n`;
		expect(restore(path, file).said).toContain('Restored: 1 case with 2 revisions');
		const again = newFile();
		command(place, 'backup', again);
		expect(linesOf(again).join('')).toContain('Sealed for good');
		await own.remove();
		rmSync(shared, { recursive: true });
	});

	it('is not begun with a public key that is none, nor does it say a secret one', () => {
		const { said } = command({}, 'backup', '--new-key');
		const key = /age1[0-9a-z]{58}/.exec(said)?.[0] ?? '';
		const secret = /AGE-SECRET-KEY-1[0-9A-Z]+/.exec(said)?.[0] ?? '';
		const mistyped = key.slice(0, -1) + (key.endsWith('q') ? 'p' : 'q');
		const started = (keys: string) =>
			spawnSync(process.execPath, ['scripts/start.mjs'], {
				cwd: ROOT,
				env: {
					...process.env,
					RESIDUUM_DATA: join(folder, 'never'),
					RESIDUUM_PORT: '0',
					RESIDUUM_BACKUP_KEYS: keys
				},
				encoding: 'utf8'
			}).stderr;
		expect(started(mistyped)).toContain('is no public key, perhaps one with a letter mistyped');
		const refused = started(`${key} ${secret}`);
		expect(refused).toContain('RESIDUUM_BACKUP_KEYS can’t be read; it is public keys');
		expect(refused).not.toContain(secret);
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

	/** The same lines with an end that fits them. */
	function hashed(lines: readonly string[]): string[] {
		const content = lines.slice(0, -1);
		const counts: Record<string, number> = {};
		for (const line of content.slice(1)) {
			const table = line.slice(0, line.indexOf(' '));
			counts[table] = (counts[table] ?? 0) + 1;
		}
		const hash = createHash('sha256').update(content.map((line) => `${line}\n`).join(''));
		return [...content, JSON.stringify({ end: true, counts, sha256: hash.digest('hex') })];
	}

	it('is made every day by itself, and the last fourteen are kept', async () => {
		const today = `residuum-${new Date().toISOString().slice(0, 10)}.backup`;
		await expect.poll(() => readdirSync(daily)).toContain(today);
		await expect.poll(() => readdirSync(daily)).toHaveLength(15);
		expect(readdirSync(daily)).toContain('something-else.txt');
		expect(readdirSync(daily)).not.toContain('residuum-2026-01-07.backup');
		expect(linesOf(join(daily, today)).at(-1)).toContain('"end":true');
	});

	it('is made by several programs that have one folder for it: it is good, and nothing else is left', async () => {
		const shared = temporaryFolder();
		const older = ['residuum-2026-01-01.backup', 'residuum-2026-01-02.backup'];
		for (const one of older) writeFileSync(join(shared, one), '');
		const settings = { RESIDUUM_BACKUP: shared, RESIDUUM_BACKUP_DAYS: '2' };
		const programs = await Promise.all([startResiduum(settings), startResiduum(settings)]);
		const today = `residuum-${new Date().toISOString().slice(0, 10)}.backup`;
		await expect.poll(() => readdirSync(shared), { timeout: 60_000 }).toEqual([older[1], today]);
		expect(linesOf(join(shared, today)).at(-1)).toContain('"end":true');
		for (const one of programs) await one.remove();
		rmSync(shared, { recursive: true });
	});

	it('is of one state, however much is saved meanwhile', async () => {
		const { id: own, document } = await makeCase(residuum, 'Revision 2', [card()]);
		let revision = 2;
		let isDone = false;
		const saving = (async () => {
			while (!isDone) {
				const label = `Revision ${revision + 1}`;
				const { status } = await residuum.request('PUT', `/api/cases/${own}`, {
					basedOn: revision,
					what: 'label',
					...wholly({ ...document, label })
				});
				expect(status).toBe(200);
				revision += 1;
			}
		})();
		for (let round = 0; round < 3; round += 1) {
			const path = newFile();
			const before = revision;
			const { said, refused } = await commandBeside(residuum.settings, 'backup', path);
			expect([said, refused]).toEqual([expect.stringContaining('Written, read again'), '']);
			const rows = (table: string) =>
				linesOf(path)
					.filter((line) => line.startsWith(`${table} `) && line.includes(own))
					.map(
						(line) =>
							JSON.parse(line.slice(table.length + 1)) as {
								label: string;
								revision: number;
								number: number;
							}
					);
			const [row] = rows('case_file');
			expect(row?.label).toBe(`Revision ${row?.revision}`);
			expect(row?.revision).toBeGreaterThanOrEqual(before);
			const numbers = rows('case_revision').map(({ number }) => number);
			expect(numbers).toEqual(Array.from({ length: row?.revision ?? 0 }, (_, at) => at + 1));
		}
		isDone = true;
		await saving;
	});
});
