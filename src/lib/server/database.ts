import { PGlite } from '@electric-sql/pglite';
import { takeDataFolder, type DataFolder } from './data-folder';
import { migrate } from './migrate';
import { StartRefusal } from './start-refusal';

let opened: { readonly database: PGlite; readonly folder: DataFolder } | null = null;

/**
 * Opens the embedded PostgreSQL in the data folder and brings it up to date. Once, at start.
 * @throws StartRefusal with one sentence; nothing in the folder has then been changed.
 */
export async function openDatabase(path: string): Promise<void> {
	const folder = await takeDataFolder(path);
	let database: PGlite | null = null;
	try {
		database = await PGlite.create(folder.database);
		await migrate(database);
	} catch (error) {
		await database?.close().catch(() => undefined);
		await folder.release();
		if (error instanceof StartRefusal) throw error;
		throw new StartRefusal(
			`The database in ${folder.path} could not be opened (${(error as Error).message}); the data has been left as it is.`
		);
	}
	opened = { database, folder };
}

/** The open database; asking before it is open is a bug. */
export function database(): PGlite {
	if (opened === null) throw new Error('the database is not open');
	return opened.database;
}

/** Closes the database cleanly and lets the data folder go. */
export async function closeDatabase(): Promise<void> {
	if (opened === null) return;
	const { database, folder } = opened;
	opened = null;
	await database.close();
	await folder.release();
}
