/** The trail says who did what, and shows when it was tampered with. */
import { describe, expect, inject, it } from 'vitest';
import { queryOnce } from '../../scripts/postgres.mjs';
import { command } from '../../scripts/accounts.mjs';
import { card } from '../support/debts';
import { makeCase, startResiduum, TESTER, TODAY, USD } from '../support/residuum';

describe('the trail', () => {
	it('says who did what, without a client’s figures, and shows what was changed, taken out or put elsewhere', async () => {
		const own = await startResiduum();
		const { id } = await makeCase(own, 'Figures of nobody', [
			card({ balance: 7_654_321 as never })
		]);
		await own.request('GET', `/cases/${id}`);
		await own.request('GET', `/api/cases/file?id=${id}`);
		await own.request('POST', `/api/cases/${id}/taken-along`, { kind: 'pdf' });
		await own.request('DELETE', `/api/cases/${id}`);
		await own.request('POST', `/api/cases/${id}/restore`);
		await own.request('POST', '/api/cases', { label: 'Another', currency: USD, asOf: TODAY });
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
});
