import { tryLock } from 'fs-native-extensions';
import { access, constants, mkdir, open, type FileHandle } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import { StartRefusal } from './start-refusal';

/** A folder that belongs to this process until it ends, however it ends. */
export interface DataFolder {
	readonly path: string;
	/** Where the database keeps its files. */
	readonly database: string;
	release(): Promise<void>;
}

/**
 * Makes the data folder where it is missing and takes it for this process alone. The lock is the
 * operating system's on an open file, so a killed process leaves none behind.
 * @throws StartRefusal when the folder can't be used or is in use.
 */
export async function takeDataFolder(named: string): Promise<DataFolder> {
	const path = resolve(named);
	let file: FileHandle;
	try {
		await mkdir(path, { recursive: true });
		await access(path, constants.W_OK);
		file = await open(join(path, 'in-use.lock'), 'a');
	} catch (error) {
		const code = (error as NodeJS.ErrnoException).code ?? 'unknown error';
		throw new StartRefusal(
			`The data folder ${path} can’t be written to (${code}); name another one in RESIDUUM_DATA or give this user the right to write there.`
		);
	}
	if (!tryLock(file.fd)) {
		await file.close();
		throw new StartRefusal(
			`The data folder ${path} is in use by another Residuum; stop that one first or name another folder in RESIDUUM_DATA.`
		);
	}
	return { path, database: join(path, 'postgres'), release: () => file.close() };
}
