/** Backups that are encrypted to public keys, whose secret ones are elsewhere. */
import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { ROOT } from '../../scripts/prepare.mjs';
import { command } from '../../scripts/accounts.mjs';
import { backups, linesOf } from '../support/backups';
import { card } from '../support/debts';
import { makeCase, startResiduum, temporaryFolder } from '../support/residuum';

const { folder, newFile, emptyPlace } = backups();

describe('a backup', () => {
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
});
