/**
 * Encrypted backups: to public keys whose secret ones are not on this machine. The file is age's format
 * (age-encryption.org/v1), which other programs open, too.
 */
import { open } from 'node:fs/promises';
import { Readable } from 'node:stream';
import type { ReadableStream as NodeReadableStream } from 'node:stream/web';
import { Decrypter, Encrypter, generateX25519Identity, identityToRecipient } from 'age-encryption';
import { BackupRefused } from './refused';

/** What such a file begins with. */
const BEGINNING = 'age-encryption.org/v1\n';
/** A secret key as it is written, wherever it stands in a text. */
const SECRET_KEY = /AGE-SECRET-KEY-1[0-9A-Z]+/i;

/** A pair of keys: what is encrypted to the public one is opened with the secret one. */
export interface KeyPair {
	readonly public: string;
	readonly secret: string;
}

export async function newKeyPair(): Promise<KeyPair> {
	const secret = await generateX25519Identity();
	return { public: await identityToRecipient(secret), secret };
}

/**
 * Encrypts a stream to public keys, as it comes.
 * @throws BackupRefused where one of them is none
 */
export async function sealed(content: Readable, keys: readonly string[]): Promise<Readable> {
	return readable(
		await encrypterTo(keys).encrypt(Readable.toWeb(content) as ReadableStream<Uint8Array>)
	);
}

/** @throws BackupRefused where one of the public keys is none, as with a letter mistyped */
export function encrypterTo(keys: readonly string[]): Encrypter {
	const encrypter = new Encrypter();
	for (const key of keys)
		try {
			encrypter.addRecipient(key);
		} catch {
			throw new BackupRefused(
				`“${key}” in RESIDUUM_BACKUP_KEYS is no public key, perhaps one with a letter mistyped; write it as npm run backup -- --new-key printed it.`
			);
		}
	return encrypter;
}

/**
 * Decrypts a stream, as it comes.
 * @throws BackupRefused where the key is none, or not the one of this file
 */
export async function unsealed(content: Readable, path: string, secret: string): Promise<Readable> {
	const decrypter = new Decrypter();
	const [key] = SECRET_KEY.exec(secret) ?? [];
	try {
		if (key === undefined) throw new Error('no key');
		decrypter.addIdentity(key.toUpperCase());
	} catch {
		throw new BackupRefused(
			'What was given is no secret key, which is written AGE-SECRET-KEY-1…; give it as it was printed.'
		);
	}
	try {
		return readable(await decrypter.decrypt(Readable.toWeb(content) as ReadableStream<Uint8Array>));
	} catch {
		throw new BackupRefused(
			`${path} is not opened by this key: it was encrypted to another one, or its beginning was changed.`
		);
	}
}

const readable = (stream: ReadableStream<Uint8Array>): Readable =>
	Readable.fromWeb(stream as NodeReadableStream);

/** Whether a file is encrypted; not where it can't be read. */
export async function isSealed(path: string): Promise<boolean> {
	try {
		const file = await open(path);
		try {
			const { buffer, bytesRead } = await file.read(Buffer.alloc(BEGINNING.length));
			return buffer.toString('latin1', 0, bytesRead) === BEGINNING;
		} finally {
			await file.close();
		}
	} catch {
		return false;
	}
}
