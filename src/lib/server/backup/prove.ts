/** Proves a backup: restores it into a database that is thrown away, and counts what is there then. */
import { migrate } from '../database/migrate';
import { withEmpty } from '../database/scratch';
import { KEPT } from '../database/tables';
import { transactionIn } from '../database/thread';
import type { Tail } from './file';
import { BackupRefused } from './refused';
import { fill } from './restore';

/**
 * @param counts of its rows by table: of a file that was just written, and so of this version
 * @throws BackupRefused where it can't be restored, or less is there then than the data had
 */
export async function proveBackup(
	path: string,
	key: string | null,
	counts: Tail['counts']
): Promise<void> {
	await withEmpty(path, async (database) => {
		await migrate((work) => transactionIn(database, 'writing', work));
		await transactionIn(database, 'writing', (statements) => fill(statements, path, key));
		for (const table of KEPT) {
			const { rows } = await database.query<{ count: number }>(`select count(*) from ${table}`);
			const [there, wanted] = [Number(rows[0]?.count), counts[table] ?? 0];
			if (there !== wanted)
				throw new BackupRefused(
					`The backup was restored for trial, and has ${there} rows of ${table} instead of ${wanted}: it is none. Try again.`
				);
		}
	});
}
