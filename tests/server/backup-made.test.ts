/** Backups that are made while the program runs: every day, by several at once, of one state while saves go on. */
import { readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { commandBeside } from '../../scripts/accounts.mjs';
import { backups, linesOf } from '../support/backups';
import { card } from '../support/debts';
import {
	makeCase,
	startResiduum,
	temporaryFolder,
	type Residuum,
	wholly
} from '../support/residuum';

const { newFile } = backups();
/** Where one is made every day, with those of twenty days and something else. */
const daily = temporaryFolder();
for (let day = 1; day <= 20; day += 1)
	writeFileSync(join(daily, `residuum-2026-01-${String(day).padStart(2, '0')}.backup`), '');
writeFileSync(join(daily, 'something-else.txt'), '');
let residuum: Residuum;
beforeAll(async () => {
	residuum = await startResiduum({ RESIDUUM_BACKUP: daily });
});
afterAll(async () => {
	await residuum.remove();
	rmSync(daily, { recursive: true, force: true });
});

describe('a backup', () => {
	it('is made every day by itself, and the last fourteen are kept', async () => {
		const today = `residuum-${new Date().toISOString().slice(0, 10)}.backup`;
		const there = () => readdirSync(daily);
		await expect.poll(there, { timeout: 60_000 }).toContain(today);
		await expect.poll(there, { timeout: 60_000 }).toHaveLength(15);
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
