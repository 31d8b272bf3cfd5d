/** Texts that only whoever has a secret can read: what is in the database opens nothing. */
import { createCipheriv, createDecipheriv, hkdfSync, randomBytes } from 'node:crypto';

const CIPHER = 'aes-256-gcm';
const NONCE = 12;
const TAG = 16;

const keyOf = (secret: string): Uint8Array =>
	new Uint8Array(hkdfSync('sha256', secret, '', 'residuum sealed', 32));

/** Seals what can be said in JSON. */
export function seal(secret: string, content: unknown): Buffer {
	const nonce = randomBytes(NONCE);
	const cipher = createCipheriv(CIPHER, keyOf(secret), nonce);
	const body = Buffer.concat([cipher.update(JSON.stringify(content)), cipher.final()]);
	return Buffer.concat([nonce, cipher.getAuthTag(), body]);
}

/** What was sealed with this secret; null where it was another one, or something else. */
export function unseal(secret: string, sealed: Uint8Array): unknown {
	const bytes = Buffer.from(sealed);
	try {
		const decipher = createDecipheriv(CIPHER, keyOf(secret), bytes.subarray(0, NONCE));
		decipher.setAuthTag(bytes.subarray(NONCE, NONCE + TAG));
		const body = Buffer.concat([decipher.update(bytes.subarray(NONCE + TAG)), decipher.final()]);
		return JSON.parse(body.toString());
	} catch {
		return null;
	}
}
