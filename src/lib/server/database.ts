/**
 * The one database, whichever it is: PostgreSQL embedded in a data folder, or a server of its own. The same
 * migrations and the same SQL; nothing above knows which of both answers.
 */
import { openEmbedded } from './database/embedded';
import { migrate } from './database/migrate';
import { openPooled } from './database/pooled';
import type { Statements } from './database/statements';
import type { Store } from './database/store';
import type { Settings } from './settings';

export { NotNow } from './database/statements';

let opened: Store | null = null;

/** Where the data are: on a PostgreSQL server, which may have several addresses, else in a folder. */
export type Place = Pick<Settings, 'databases' | 'data'>;

/**
 * Opens the database and brings it up to date. Once, at start. Damaged data do not keep the program from
 * starting: `damageFound` says what is damaged.
 * @throws StartRefusal with one sentence; no data have then been changed.
 */
export async function openDatabase({ databases, data }: Place): Promise<void> {
	opened =
		databases === null ? await openEmbedded(data, migrate) : await openPooled(databases, migrate);
}

function here(): Store {
	if (opened === null) throw new Error('the database is not open');
	return opened;
}

/** The damage found; null if none is known. */
export const damageFound = () => opened?.damage() ?? null;

/** Every case that can still be read out of damaged data, as it was last saved. */
export const readOutCases = () => here().readOut();

/** Reads: as things are, in one transaction. */
export const reading = <T>(work: (statements: Statements) => Promise<T>): Promise<T> =>
	here().transaction('reading', work);

/** Reads one state of everything for as long as it takes; a copy of a data folder, if need be, is made beside a path. */
export const readingStill = <T>(
	scratch: string,
	work: (statements: Statements) => Promise<T>
): Promise<T> => here().still(scratch, work);

/** Writes, all of it or nothing. */
export const writing = <T>(work: (statements: Statements) => Promise<T>): Promise<T> =>
	here().transaction('writing', work);

/** Closes the database cleanly. */
export async function closeDatabase(): Promise<void> {
	const store = opened;
	opened = null;
	await store?.close();
}
