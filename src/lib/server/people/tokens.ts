/** Secrets that whoever holds them is let in by: only their hashes are kept. */
import { createHash, randomBytes } from 'node:crypto';

export interface Token {
	/** For its holder: 256 random bits. */
	readonly secret: string;
	/** For the database. */
	readonly hash: Buffer;
}

export const hashed = (secret: string): Buffer => createHash('sha256').update(secret).digest();

export function newToken(): Token {
	const secret = randomBytes(32).toString('base64url');
	return { secret, hash: hashed(secret) };
}
