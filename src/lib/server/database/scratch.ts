/**
 * Databases that are thrown away: one with nothing in it, and a copy of the data as they are at one moment, which can
 * be read for long while the program goes on with the data themselves.
 */
import { copyFile, mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { copyEmptyDatabase } from './data-folder';
import { SCHEMA } from './tables';
import { DatabaseThread } from './thread';

/** Works with an empty database in a folder of its own beside a path. */
export const withEmpty = <T>(
	beside: string,
	work: (database: DatabaseThread) => Promise<T>
): Promise<T> =>
	withScratch(beside, (_, database) => Promise.resolve(copyEmptyDatabase(database)), work);

/**
 * Works with a copy of a database that goes on meanwhile.
 * @param whileStill does something while nothing is written, and all that was is in the files
 */
export const withCopy = <T>(
	of: string,
	beside: string,
	whileStill: (work: () => Promise<void>) => Promise<void>,
	work: (database: DatabaseThread) => Promise<T>
): Promise<T> =>
	withScratch(
		beside,
		async (_, database) => {
			const copy = new Copy(of, database);
			// Most of it while it goes on; then, for a moment, only what has changed since.
			await copy.bring();
			await whileStill(() => copy.bring());
		},
		work
	);

/** Nobody waits for it: a busy machine may take so many milliseconds for a statement that has a thousand rows in it. */
const PATIENCE = 300_000;

async function withScratch<T>(
	beside: string,
	fill: (folder: string, database: string) => Promise<void>,
	work: (database: DatabaseThread) => Promise<T>
): Promise<T> {
	const folder = await mkdtemp(`${beside}.scratch-`);
	let thread: DatabaseThread | null = null;
	try {
		// Nobody minds whether it is on the disk.
		await writeFile(join(folder, 'on-disk.mark'), '');
		await fill(folder, join(folder, 'postgres'));
		thread = new DatabaseThread(join(folder, 'postgres'), () => undefined, PATIENCE);
		await thread.opened;
		await thread.exec(`set search_path = ${SCHEMA}`);
		return await work(thread);
	} finally {
		await thread?.close().catch(() => undefined);
		await rm(folder, { recursive: true, force: true });
	}
}

/** A file that was changed so lately, in milliseconds, may be changed again within the same tick of its clock. */
const TICK = 1000;

/** A copy of a folder, brought up to what the folder is as often as is asked. */
class Copy {
	/** The size and modification time of each file when it was copied. */
	readonly #copied = new Map<string, string>();

	constructor(
		private readonly from: string,
		private readonly to: string
	) {}

	/** Copies what is new or has changed since the last time, and removes what is gone. */
	async bring(): Promise<void> {
		await mkdir(this.to, { recursive: true, mode: 0o700 });
		const there = new Set<string>();
		for (const entry of readdirSync(this.from, { recursive: true, withFileTypes: true })) {
			const path = join(entry.parentPath, entry.name).slice(this.from.length + 1);
			if (entry.isDirectory()) await mkdir(join(this.to, path), { recursive: true });
			else if (await this.#bringFile(path)) there.add(path);
		}
		for (const path of this.#copied.keys()) {
			if (there.has(path)) continue;
			await rm(join(this.to, path), { force: true });
			this.#copied.delete(path);
		}
	}

	/** False where the file is gone by now. */
	async #bringFile(path: string): Promise<boolean> {
		const file = join(this.from, path);
		const stat = statSync(file, { bigint: true, throwIfNoEntry: false });
		if (!stat) return false;
		const isSettled = Date.now() - Number(stat.mtimeMs) > TICK;
		const state = isSettled ? `${stat.ino} ${stat.size} ${stat.mtimeNs}` : 'may change';
		if (isSettled && this.#copied.get(path) === state) return true;
		try {
			await copyFile(file, join(this.to, path));
		} catch (error) {
			if ((error as NodeJS.ErrnoException).code === 'ENOENT') return false;
			throw error;
		}
		this.#copied.set(path, state);
		return true;
	}
}
