/**
 * The key that the head of the trail is signed with: a file that is neither in the data folder nor in the database, so that
 * whoever can write there can't sign what they have written. Made where it is missing.
 */
import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { StartRefusal } from '../database/start-refusal';
import { log } from '../log';
import { settings } from '../settings';

/** Bytes of a key. */
const LENGTH = 32;

/** An entry of the trail by its number, and its hash; 0: before the first. */
export interface Mark {
	readonly number: number;
	readonly hash: Uint8Array;
}

/** The last entry of the trail, and the last that was let go of. */
export interface Head extends Mark {
	readonly base: Mark;
}

/** `isNew` until the trail as it was found is signed with it: before there was a key it could not be. */
interface Key {
	readonly bytes: Buffer;
	isNew: boolean;
}

let known: Key | null = null;

/**
 * The key; null where none is set.
 * @throws StartRefusal where its file can't be read, or made
 */
export function trailKey(): Key | null {
	const { trailKey: path } = settings();
	if (path === null) return null;
	known ??= readKey(path) ?? makeKey(path);
	return known;
}

function readKey(path: string): Key | null {
	let text: string;
	try {
		text = readFileSync(path, 'utf8').trim();
	} catch (error) {
		const { code } = error as NodeJS.ErrnoException;
		if (code === 'ENOENT') return null;
		throw new StartRefusal(
			`The key of the trail ${path} can’t be read (${code}); give this user the right to, or name another file in RESIDUUM_TRAIL_KEY.`
		);
	}
	const bytes = Buffer.from(text, 'hex');
	if (bytes.length !== LENGTH)
		throw new StartRefusal(
			`${path}, which RESIDUUM_TRAIL_KEY names, is no key of a trail; put back the file that it was, or name another one.`
		);
	return { bytes, isNew: false };
}

function makeKey(path: string): Key {
	const bytes = randomBytes(LENGTH);
	try {
		const folder = dirname(path);
		// One folder, not all on the way to it: where none can be made, making all of them need not come to an end.
		if (!existsSync(folder)) mkdirSync(folder, { mode: 0o700 });
		writeFileSync(path, `${bytes.toString('hex')}\n`, { flag: 'wx', mode: 0o600 });
	} catch (error) {
		const { code } = error as NodeJS.ErrnoException;
		// Another program has made it at the same moment.
		const made = code === 'EEXIST' ? readKey(path) : null;
		if (made) return made;
		throw new StartRefusal(
			`The key of the trail ${path} can’t be made (${code}); name a file in RESIDUUM_TRAIL_KEY that this user can write once.`
		);
	}
	log.warn(
		{ path },
		'a key for the trail was made: what was in the trail before is signed with it as it is'
	);
	return { bytes, isNew: true };
}

/** What is signed: as long as nothing was let go of, the end alone. */
export const signatureOf = ({ bytes }: Key, { base, ...end }: Head): Buffer =>
	createHmac('sha256', bytes)
		.update([end, ...(base.number > 0 ? [base] : [])].map(written).join(' '))
		.digest();

const written = ({ number, hash }: Mark): string =>
	`${number} ${Buffer.from(hash).toString('hex')}`;

export function isSigned(key: Key, head: Head, signature: Uint8Array | null): boolean {
	const wanted = signatureOf(key, head);
	return signature?.length === wanted.length && timingSafeEqual(wanted, signature);
}
