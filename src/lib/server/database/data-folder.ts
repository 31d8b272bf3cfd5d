import { tryLock } from 'fs-native-extensions';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import {
	access,
	chmod,
	constants,
	mkdir,
	open,
	rename,
	rm,
	statfs,
	type FileHandle
} from 'node:fs/promises';
import { dirname, join, relative, resolve } from 'node:path';
import { settings } from '../settings';
import { StartRefusal } from './start-refusal';

/** A folder that belongs to this process until it ends, however it ends. */
export interface DataFolder {
	readonly path: string;
	/** Where the database keeps its files. */
	readonly database: string;
	release(): Promise<void>;
}

/** For this user alone. */
const PRIVATE = 0o700;

/** How many bytes are free for this user on the disk of a folder. */
export async function freeSpace(path: string): Promise<number> {
	const { bavail, bsize } = await statfs(path);
	return bavail * bsize;
}

function refusalOf(path: string, code: string): string {
	switch (code) {
		case 'ENOSPC':
			return `The disk of the data folder ${path} is full; free some space there and start again, the data have been left as they are.`;
		case 'EROFS':
			return `The disk of the data folder ${path} can only be read; make it writable or name another folder in RESIDUUM_DATA.`;
		default:
			return `The data folder ${path} can’t be written to (${code}); name another one in RESIDUUM_DATA or give this user the right to write there.`;
	}
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
		await mkdir(path, { recursive: true, mode: PRIVATE });
		await access(path, constants.W_OK);
		// Whatever the database gives its files: nobody else of this machine comes past this folder.
		await chmod(path, PRIVATE);
		file = await open(join(path, 'in-use.lock'), 'a');
	} catch (error) {
		const code = (error as NodeJS.ErrnoException).code ?? 'unknown error';
		throw new StartRefusal(refusalOf(path, code));
	}
	if (!tryLock(file.fd)) {
		await file.close();
		throw new StartRefusal(
			`The data folder ${path} is in use by another Residuum; stop that one first or name another folder in RESIDUUM_DATA.`
		);
	}
	return { path, database: join(path, 'postgres'), release: () => file.close() };
}

/** For this user alone, like the folders. */
const PRIVATE_FILE = 0o600;

/**
 * Copies the database with nothing in it that the build has made, where there is one; the program may belong to somebody
 * else and be only for reading, the copy is this user's alone. A thousand small files: one step after the other is
 * several times as quick.
 */
export function copyEmptyDatabase(to: string): void {
	const { build } = settings();
	const empty = join(build ?? '', 'empty/postgres');
	if (build === null || !existsSync(empty)) return;
	mkdirSync(to, PRIVATE);
	for (const entry of readdirSync(empty, { recursive: true, withFileTypes: true })) {
		const from = join(entry.parentPath, entry.name);
		const copy = join(to, relative(empty, from));
		if (entry.isDirectory()) mkdirSync(copy, { recursive: true, mode: PRIVATE });
		else {
			mkdirSync(dirname(copy), { recursive: true, mode: PRIVATE });
			writeFileSync(copy, readFileSync(from), { mode: PRIVATE_FILE });
		}
	}
}

/**
 * Gives a new folder a database: a copy of the one with nothing in it that the build has made, where there is one.
 * Without, the database makes one itself, which takes seconds. It is there all at once or not at all.
 */
export async function beginDatabase({
	path,
	database
}: Pick<DataFolder, 'path' | 'database'>): Promise<void> {
	if (existsSync(database)) return;
	const copy = `${database}.new`;
	await rm(copy, { recursive: true, force: true });
	copyEmptyDatabase(copy);
	if (!existsSync(copy)) return;
	await rename(copy, database);
	// Its files are put on the disk when it is opened; its name is here.
	const folder = await open(path, 'r');
	await folder.sync();
	await folder.close();
}
