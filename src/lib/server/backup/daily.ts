/** A backup every day, of which the last are kept. */
import { mkdir, readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { StartRefusal } from '../database/start-refusal';
import { log, loggable } from '../log';
import { logHead } from '../people/trail';
import { settings } from '../settings';
import { BackupRefused } from './refused';
import { encrypterTo } from './sealed';
import { writeBackup } from './write';

/** So often it is looked whether the day's is there, in milliseconds. */
const EVERY = 15 * 60_000;

const NAME = /^residuum-\d{4}-\d{2}-\d{2}\.backup(\.age)?$/;
const LEFT_OVER = /^residuum-[-0-9a-f]{36}\.part(\.scratch-.*)?$/;
const DAY = 86_400_000;

/** @throws StartRefusal where a public key that is set is none */
export function requireBackupKeys(): void {
	try {
		encrypterTo(settings().backupKeys);
	} catch (error) {
		throw error instanceof BackupRefused ? new StartRefusal(error.message) : error;
	}
}

/** Sees to it that each day has a backup in a folder, as long as the program runs. */
export function backUpDaily(folder: string): () => void {
	const look = (): void => void backUpToday(folder);
	look();
	const again = setInterval(look, EVERY);
	again.unref();
	return () => clearInterval(again);
}

async function backUpToday(folder: string): Promise<void> {
	const { backupKeys, backupDays } = settings();
	const kind = backupKeys.length > 0 ? 'backup.age' : 'backup';
	const name = `residuum-${new Date().toISOString().slice(0, 10)}.${kind}`;
	try {
		await mkdir(folder, { recursive: true, mode: 0o700 });
		const there = (await readdir(folder)).filter((one) => NAME.test(one));
		if (there.includes(name)) return;
		await removeLeftOver(folder);
		await writeBackup(join(folder, name));
		await logHead();
		// Only after a new one is there and whole an old one goes.
		const old = [...there, name].sort().slice(0, -backupDays);
		for (const one of old) await rm(join(folder, one), { force: true });
	} catch (error) {
		const why =
			error instanceof BackupRefused ? { message: error.message } : { err: loggable(error) };
		log.error(why, 'the daily backup could not be made; it is tried again');
	}
}

/** Matches an unfinished backup of a killed program, to be removed after a day. */
async function removeLeftOver(folder: string): Promise<void> {
	for (const one of await readdir(folder)) {
		if (!LEFT_OVER.test(one)) continue;
		const path = join(folder, one);
		const { mtimeMs } = await stat(path);
		if (Date.now() - mtimeMs > DAY) await rm(path, { recursive: true, force: true });
	}
}
