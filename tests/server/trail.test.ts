/** The trail says who did what, and shows when it was tampered with. */
import { rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, inject, it } from 'vitest';
import { queryOnce } from '../../scripts/postgres.mjs';
import { command } from '../../scripts/accounts.mjs';
import { card } from '../support/debts';
import { makeCase, startResiduum, temporaryFolder, TESTER, TODAY, USD } from '../support/residuum';

describe('the trail', () => {
	it('says who did what, without a client’s figures, and shows what was changed, taken out or put elsewhere', async () => {
		const own = await startResiduum();
		const { id } = await makeCase(own, 'Figures of nobody', [
			card({ balance: 7_654_321 as never })
		]);
		await own.request('GET', `/cases/${id}`);
		await own.request('GET', `/api/cases/file?id=${id}`);
		await own.request('POST', `/api/cases/${id}/exports`, { kind: 'pdf' });
		await own.request('DELETE', `/api/cases/${id}`);
		await own.request('POST', `/api/cases/${id}/restore`);
		await own.request('POST', '/api/v1/cases', { label: 'Another', currency: USD, asOf: TODAY });
		await own.stop();
		const url = own.settings['DATABASE_URL'] ?? '';
		const rows = await queryOnce(url, 'select * from trail_entry order by number');
		const deeds = rows.filter(({ subject }) => subject === id).map(({ what }) => what as string);
		expect(deeds).toEqual([
			'began a case',
			'changed a case',
			'opened a case',
			'exported a case',
			'exported a case',
			'deleted a case',
			'brought a case back'
		]);
		expect(
			rows.every(
				({ account_name: name, what }) => name === TESTER || /account|password/.test(String(what))
			)
		).toBe(true);
		expect(JSON.stringify(rows)).not.toMatch(/Figures|7654321|Another/);

		const whole = command(own.settings, 'trail', 'verify');
		expect(whole.said).toContain(`The trail is whole: ${rows.length} entries`);
		await expect(queryOnce(url, 'delete from trail_entry where number = 2')).rejects.toThrow(
			'only ever appended'
		);
		await expect(queryOnce(url, 'truncate trail_entry')).rejects.toThrow('only ever appended');

		const last = rows.length;
		const tampered: readonly (readonly [string, string])[] = [
			[
				`update trail_entry set what = 'read the trail' where number = 5`,
				'Entry 5 of the trail is not'
			],
			[
				`update trail_entry set at = at + interval '1 second' where number = 1`,
				'Entry 1 of the trail is not'
			],
			['delete from trail_entry where number = 3', 'Entry 3 of the trail is missing'],
			[`delete from trail_entry where number = ${last}`, `Entry ${last} of the trail is missing`],
			['truncate trail_entry', 'Entry 1 of the trail is missing'],
			[
				`update trail_entry set number = -number where number in (5, 6);
				update trail_entry set number = 11 + number where number < 0`,
				'Entry 5 of the trail is not'
			],
			[
				`update trail_entry set account_name = 'Somebody else' where number = ${last}`,
				`Entry ${last} of the trail is not`
			]
		];
		const name = /\/(test_\w+)\?/.exec(url)?.[1] ?? '';
		for (const [at, [sql, found]] of tampered.entries()) {
			const copy = `${name}_${at}`;
			await queryOnce(
				inject('postgres').replace('NAME', 'postgres'),
				`create database ${copy} template ${name}`
			);
			const environment = { DATABASE_URL: inject('postgres').replace('NAME', copy) };
			// Whoever owns the database can do this; it shows.
			await queryOnce(environment.DATABASE_URL, `set session_replication_role = replica; ${sql}`);
			const { status, refused } = command(environment, 'trail', 'verify');
			expect([sql, status, refused.startsWith(found)]).toEqual([sql, 1, true]);
		}
		await own.remove();
	});

	it('that is signed shows an end that was cut off with its head set back, and an emptied trail', async () => {
		const folder = temporaryFolder();
		const key = join(folder, 'trail.key');
		const own = await startResiduum({ RESIDUUM_TRAIL_KEY: key });
		expect(statSync(key).mode & 0o777).toBe(0o600);
		for (const label of ['One', 'Two', 'Three']) await makeCase(own, label, []);
		const verify = (...words: string[]) => command(own.settings, 'trail', 'verify', ...words);
		const early = /next time: (\S+)$/.exec(verify().said)?.[1] ?? '';
		expect(early).toMatch(/^\d+:[0-9a-f]{64}:[0-9a-f]{64}$/);
		await makeCase(own, 'Four', []);
		const { said } = verify(early);
		expect(said).toContain(', its end signed.');
		const late = /next time: (\S+)$/.exec(said)?.[1] ?? '';
		// What was said in the log when it started is a head of this trail, too.
		const [logged = ''] = /\d+:[0-9a-f]{64}:[0-9a-f]{64}/.exec(own.printed()) ?? [];
		expect(verify(logged).said).toContain('The trail is whole');

		const url = own.settings['DATABASE_URL'] ?? '';
		const [last] = await queryOnce<{ number: string }>(url, 'select * from trail_head');
		const number = Number(last?.number);
		const asOwner = (sql: string) =>
			queryOnce(url, `set session_replication_role = replica; ${sql}`);
		const setBack = `update trail_head set (number, hash) = (select number, hash from trail_entry order by number desc limit 1)`;
		await asOwner(`delete from trail_entry where number = ${number}; ${setBack}`);
		expect(verify().refused).toContain(
			`Entry ${number - 1} of the trail is not the last that was signed`
		);
		// Going on does not heal it: nothing is signed after such an end, and the log says so.
		await makeCase(own, 'Five', []);
		expect(verify().refused).toContain('is not the last that was signed');
		await expect.poll(() => own.printed()).toContain('the end of the trail is not what was signed');

		// An old head with its own signature put back: what was written down since tells.
		const [at, , signature] = early.split(':');
		await asOwner(
			`delete from trail_entry where number > ${at}; ${setBack}, signature = '\\x${signature}'`
		);
		expect(verify().said).toContain('The trail is whole');
		expect(verify(late).refused).toContain(`Entry ${Number(at) + 1} of the trail is missing`);

		await asOwner(
			`truncate trail_entry; update trail_head set number = 0, hash = '', signature = null`
		);
		expect(verify().refused).toContain('The trail is empty, and was not when it was signed');
		await own.remove();
		rmSync(folder, { recursive: true });
	});

	it('lets entries go by their age, stays whole and signed without them, and keeps all where one was changed', async () => {
		const folder = temporaryFolder();
		const key = { RESIDUUM_TRAIL_KEY: join(folder, 'trail.key') };
		const own = await startResiduum(key);
		const verify = (...words: string[]) => command(own.settings, 'trail', 'verify', ...words);
		const headIn = (said: string) => /next time: (\S+)$/.exec(said)?.[1] ?? '';
		const early = headIn(verify().said);
		for (const label of ['One', 'Two']) await makeCase(own, label, []);
		await own.stop();
		const last = headIn(verify().said);
		const count = Number(last.split(':')[0]);
		const url = own.settings['DATABASE_URL'] ?? '';
		const asOwner = (sql: string) =>
			queryOnce(url, `set session_replication_role = replica; ${sql}`);
		const later = { ...own.settings, RESIDUUM_TODAY: '2027-12-15', RESIDUUM_TRAIL_DAYS: '300' };

		const [second] = await queryOnce(url, 'select what from trail_entry where number = 2');
		await asOwner(`update trail_entry set what = 'read the trail' where number = 2`);
		const tampered = await startResiduum(later, undefined, own);
		await expect
			.poll(() => tampered.printed(), { timeout: 15_000 })
			.toContain('the trail is not whole, and lets nothing go');
		await tampered.stop();
		expect(verify().refused).toContain('Entry 2 of the trail is not what was written');
		expect(await queryOnce(url, 'select 1 from trail_entry where number = 1')).toHaveLength(1);
		await asOwner(`update trail_entry set what = '${String(second?.['what'])}' where number = 2`);
		expect(verify().refused).toBe('');

		const aged = await startResiduum(later, undefined, own);
		await expect
			.poll(
				async () => (await queryOnce(url, 'select 1 from trail_entry where number = 1')).length,
				{ timeout: 15_000 }
			)
			.toBe(0);
		await aged.stop();
		const { said } = verify();
		expect(said).toMatch(/entries \d+ to \d+, those before let go of, its end signed/);
		const from = Number(/entries (\d+) to/.exec(said)?.[1]);
		expect(from).toBeGreaterThan(count);
		expect(verify(headIn(said)).said).toContain('The trail is whole');
		expect(verify(early).refused).toContain('was let go of for its age; compare with a later one');
		const kept = await queryOnce(url, 'select what, account_name from trail_entry order by number');
		const gone = { what: 'let old entries go', account_name: null };
		expect(kept.filter(({ what }) => what === gone.what)).toEqual([gone]);
		await expect(queryOnce(url, 'delete from trail_entry')).rejects.toThrow('only ever appended');

		// Whoever owns the database can't let go of more than was, nor say that less was there.
		await asOwner(
			`update trail_head set (base_number, base_hash) = (select number, hash from trail_entry order by number limit 1);
			delete from trail_entry where number = (select min(number) from trail_entry)`
		);
		expect(verify().refused).toContain('is not the last that was signed');
		await own.remove();
		rmSync(folder, { recursive: true });
	});

	it('has no key in the folder of its data, nor one that is none', () => {
		const folder = temporaryFolder();
		const inside = { RESIDUUM_DATA: folder, RESIDUUM_TRAIL_KEY: join(folder, 'trail.key') };
		expect(command(inside, 'accounts', 'list').refused).toContain('name a file elsewhere');
		const none = join(folder, 'none.key');
		writeFileSync(none, 'no key');
		const { refused } = command(
			{ RESIDUUM_DATA: join(folder, 'data'), RESIDUUM_TRAIL_KEY: none },
			'accounts',
			...['add', 'Sella Wray', '--role', 'supervisor', '--link']
		);
		expect(refused).toContain('is no key of a trail');
		expect(refused.split('\n')).toHaveLength(1);
		const nowhere = join(none, 'trail.key');
		const unmade = command(
			{ RESIDUUM_DATA: join(folder, 'data'), RESIDUUM_TRAIL_KEY: nowhere },
			'accounts',
			...['add', 'Sella Wray', '--role', 'supervisor', '--link']
		);
		expect(unmade.refused).toContain(nowhere);
		expect(unmade.refused.split('\n')).toHaveLength(1);
		rmSync(folder, { recursive: true });
	});
});
