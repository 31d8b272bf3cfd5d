/** A directory that gives whatever a test has it give: answers that are as they should be, but for one thing. */
import { createHash, generateKeyPairSync, randomUUID, type KeyObject } from 'node:crypto';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { SignJWT } from 'jose';

export interface Key {
	readonly kid: string;
	readonly privateKey: KeyObject;
	readonly publicKey: KeyObject;
}

export const newKey = (): Key => ({
	kid: randomUUID(),
	...generateKeyPairSync('rsa', { modulusLength: 2048 })
});

const SECRET = 'a secret of the test';
/** Seconds since 1970. */
export const now = (): number => Math.floor(Date.now() / 1000);

export interface HostileDirectory {
	readonly address: string;
	readonly secret: string;
	/** The keys that it says it signs with. */
	keys: readonly Key[];
	/** The next ID token; null: none. */
	idToken: string | null;
	/** Whom it speaks of where it is asked for more. */
	userinfo: Record<string, unknown>;
	/** What it was asked for tokens with. */
	readonly asked: URLSearchParams[];
	/** An ID token as it should be, but for what is given. */
	signed(claims?: Record<string, unknown>, key?: Key): Promise<string>;
	stop(): void;
}

export async function startHostileDirectory(): Promise<HostileDirectory> {
	const server = createServer((request, response) => void answer(request, response));
	await new Promise((resolve) => server.listen(0, '127.0.0.1', () => resolve(null)));
	const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
	const asked: URLSearchParams[] = [];
	const directory: HostileDirectory = {
		address,
		secret: SECRET,
		keys: [newKey()],
		idToken: null,
		userinfo: { sub: 'ivo' },
		asked,
		signed(claims = {}, key) {
			const by = key ?? directory.keys[0] ?? newKey();
			return new SignJWT({
				iss: address,
				aud: 'residuum',
				sub: 'ivo',
				preferred_username: 'ivo.brandt',
				iat: now(),
				exp: now() + 300,
				...claims
			})
				.setProtectedHeader({ alg: 'RS256', kid: by.kid })
				.sign(by.privateKey);
		},
		stop: () => server.close()
	};

	async function answer(request: IncomingMessage, response: ServerResponse): Promise<void> {
		const give = (content: unknown) =>
			response.writeHead(200, { 'content-type': 'application/json' }).end(JSON.stringify(content));
		switch (request.url) {
			case '/.well-known/openid-configuration':
				return void give({
					issuer: address,
					authorization_endpoint: `${address}/authorize`,
					token_endpoint: `${address}/token`,
					userinfo_endpoint: `${address}/userinfo`,
					jwks_uri: `${address}/keys`,
					response_types_supported: ['code'],
					subject_types_supported: ['public'],
					id_token_signing_alg_values_supported: ['RS256'],
					authorization_response_iss_parameter_supported: true
				});
			case '/keys':
				return void give({
					keys: directory.keys.map(({ kid, publicKey }) => ({
						...publicKey.export({ format: 'jwk' }),
						kid,
						use: 'sig',
						alg: 'RS256'
					}))
				});
			case '/userinfo':
				return void give(directory.userinfo);
			default: {
				let body = '';
				for await (const part of request) body += String(part);
				asked.push(new URLSearchParams(body));
				return void give({
					access_token: randomUUID(),
					token_type: 'Bearer',
					expires_in: 300,
					refresh_token: randomUUID(),
					...(directory.idToken === null ? {} : { id_token: directory.idToken })
				});
			}
		}
	}
	return directory;
}

/** The challenge that belongs to a verifier (RFC 7636, section 4.2). */
export const challengeOf = (verifier: string): string =>
	createHash('sha256').update(verifier).digest('base64url');

/** A token that nothing is signed with. */
export function unsigned(claims: Record<string, unknown>): string {
	const part = (content: unknown) => Buffer.from(JSON.stringify(content)).toString('base64url');
	return `${part({ alg: 'none', typ: 'JWT' })}.${part(claims)}.`;
}
