/**
 * A stand-in for an agency's directory, an OpenID Connect provider of its own, with people who need no password:
 *   everything that a provider has, under /.well-known/openid-configuration
 *   POST /told  { "person": id, "is": "gone" | "there" }   somebody leaves, or comes back
 *               { "person": id, "groups": [...] }           somebody is moved
 *               { "person": id, "ends": true }              somebody's sign-out is told to the program (back channel)
 *               { "keys": "new" }                           it signs with other keys from now on; the old ones are gone
 *               { "is": "failing" | "well" }                 it answers everything with an error, or as it should
 */
import { generateKeyPairSync, randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { createServer } from 'node:http';
import { SignJWT } from 'jose';
import Provider from 'oidc-provider';

/**
 * @typedef {{ id: string, preferred_username: string, name: string, email: string, groups: string[] }} DirectoryPerson
 * @typedef {{ keys: 'new' } | { is: 'failing' | 'well', person?: undefined } | { person: string, is?: 'gone' | 'there', groups?: string[], ends?: true }} Told
 */

/** A key to sign with, as this and as everybody else has it. */
function newKey() {
	const { privateKey } = generateKeyPairSync('rsa', { modulusLength: 2048 });
	const jwk = {
		...privateKey.export({ format: 'jwk' }),
		kid: randomUUID(),
		use: 'sig',
		alg: 'RS256'
	};
	return { privateKey, jwk };
}

/**
 * Starts a directory on this machine.
 * @param {{ port?: number, client?: string, secret?: string, program: () => string }} settings
 *   port 0: any that is free; the address of the program is asked for once it is there
 */
export async function startDirectory({
	port = 0,
	client = 'residuum',
	secret = 'a secret of the demo',
	program
}) {
	/** @type {DirectoryPerson[]} */
	const people = JSON.parse(await readFile(new URL('people.json', import.meta.url), 'utf8'));
	/** @type {Set<string>} */
	const gone = new Set();
	let isFailing = false;
	let key = newKey();
	const server = createServer((request, response) => void answer(request, response));
	await new Promise((resolve, reject) => {
		server.once('error', reject);
		server.listen(port, '127.0.0.1', () => resolve(undefined));
	});
	const { port: taken } = /** @type {import('node:net').AddressInfo} */ (server.address());
	const address = `http://127.0.0.1:${taken}`;
	/** @type {Provider | null} */
	let provider = null;

	/** This machine has two names. */
	const names = () => [program(), program().replace('127.0.0.1', 'localhost')];

	function providerNow() {
		if (provider) return provider;
		provider = new Provider(address, {
			clients: [
				{
					client_id: client,
					client_secret: secret,
					grant_types: ['authorization_code', 'refresh_token'],
					redirect_uris: names().map((name) => `${name}/sign-in/directory/back`),
					backchannel_logout_uri: `${program()}/sign-in/directory/signed-out`,
					backchannel_logout_session_required: true,
					post_logout_redirect_uris: names().map((name) => `${name}/sign-in`)
				}
			],
			jwks: { keys: [key.jwk] },
			claims: {
				openid: ['sub', 'sid'],
				profile: ['name', 'preferred_username', 'groups'],
				email: ['email', 'email_verified']
			},
			// Each session at the directory has a name that the program knows.
			features: {
				devInteractions: { enabled: false },
				backchannelLogout: { enabled: true },
				rpInitiatedLogout: { enabled: true, logoutSource, postLogoutSuccessSource: logoutDone }
			},
			interactions: { url: (_, { uid }) => `/choose/${uid}` },
			findAccount: (_, id) => {
				const person = people.find((one) => one.id === id);
				if (!person || gone.has(id)) return undefined;
				const { id: accountId, ...said } = person;
				return { accountId, claims: () => ({ sub: accountId, ...said, email_verified: true }) };
			},
			// Whoever works at the agency has agreed to it.
			loadExistingGrant: async ({ oidc }) => {
				const grant = new oidc.provider.Grant({
					clientId: client,
					accountId: oidc.session?.accountId ?? ''
				});
				grant.addOIDCScope('openid profile email offline_access');
				await grant.save();
				return grant;
			},
			issueRefreshToken: () => true,
			cookies: { keys: [randomUUID()] },
			ttl: {
				AccessToken: 3600,
				IdToken: 3600,
				RefreshToken: 86_400,
				Session: 86_400,
				Grant: 86_400,
				Interaction: 3600
			}
		});
		provider.proxy = false;
		return provider;
	}

	/** @param {import('node:http').IncomingMessage} request @param {import('node:http').ServerResponse} response */
	async function answer(request, response) {
		const { pathname } = new URL(request.url ?? '/', address);
		try {
			if (request.method === 'POST' && pathname === '/told') return await hear(request, response);
			if (isFailing) return void response.writeHead(500).end('out of order');
			const [, uid] = /^\/choose\/([\w-]+)$/.exec(pathname) ?? [];
			if (uid === undefined) return void providerNow().callback()(request, response);
			if (request.method === 'POST') return await choose(request, response);
			response.writeHead(200, { 'content-type': 'text/html; charset=utf-8' }).end(page(people));
		} catch (error) {
			response.writeHead(500).end(String(error));
		}
	}

	/** @param {import('node:http').IncomingMessage} request @param {import('node:http').ServerResponse} response */
	async function choose(request, response) {
		const accountId = new URLSearchParams(await bodyOf(request)).get('person') ?? '';
		const login = gone.has(accountId) ? undefined : { accountId };
		const result = login ? { login } : { error: 'access_denied', error_description: 'nobody here' };
		await providerNow().interactionFinished(request, response, result, {
			mergeWithLastSubmission: false
		});
	}

	/** @param {import('node:http').IncomingMessage} request @param {import('node:http').ServerResponse} response */
	async function hear(request, response) {
		/** @type {Told} */
		const told = JSON.parse(await bodyOf(request));
		if ('keys' in told) {
			key = newKey();
			provider = null;
		} else if (told.person === undefined) isFailing = told.is === 'failing';
		else {
			if (told.is === 'gone') gone.add(told.person);
			if (told.is === 'there') gone.delete(told.person);
			const person = people.find(({ id }) => id === told.person);
			if (told.groups && person) person.groups = told.groups;
			if (told.ends) await tell(told.person);
		}
		response.writeHead(200, { 'content-type': 'application/json' }).end('{}');
	}

	/** Tells the program that somebody has signed out. @param {string} person */
	async function tell(person) {
		await fetch(`${program()}/sign-in/directory/signed-out`, {
			method: 'POST',
			body: new URLSearchParams({ logout_token: await logoutToken({ sub: person }) })
		});
	}

	/**
	 * A logout token, as it should be but for what is given.
	 * @param {Record<string, unknown>} more
	 */
	const logoutToken = (more = {}) =>
		new SignJWT({
			events: { 'http://schemas.openid.net/event/backchannel-logout': {} },
			jti: randomUUID(),
			iss: address,
			aud: client,
			iat: Math.floor(Date.now() / 1000),
			...more
		})
			.setProtectedHeader({ alg: 'RS256', kid: key.jwk.kid, typ: 'logout+jwt' })
			.sign(key.privateKey);

	return {
		address,
		client,
		secret,
		people,
		logoutToken,
		stop: () =>
			new Promise((resolve) => {
				server.close(() => resolve(undefined));
				server.closeAllConnections();
			})
	};
}

/** @param {import('node:http').IncomingMessage} request */
async function bodyOf(request) {
	let body = '';
	for await (const part of request) body += String(part);
	return body;
}

/** Who there is, each a button. @param {readonly DirectoryPerson[]} people */
const page = (
	people
) => `<!doctype html><html lang="en"><meta charset="utf-8"><title>Directory</title>
<style>body{font:18px/1.5 sans-serif;max-width:26em;margin:4em auto;padding:0 1em}button{display:block;margin:.5em 0;padding:.5em 1em;font:inherit}</style>
<h1>A directory, for trying things out</h1><p>Who are you?</p>
<form method="post">${people.map(({ id, name, groups }) => `<button name="person" value="${id}">${name} (${groups.join(', ')})</button>`).join('')}</form></html>`;

/** Signs out without a further question. @param {any} ctx @param {string} form */
function logoutSource(ctx, form) {
	ctx.body = `<!doctype html><title>Directory</title>${form}<script>const f=document.forms[0];const i=document.createElement('input');i.type='hidden';i.name='logout';i.value='yes';f.append(i);f.submit()</script>`;
}

/** @param {any} ctx */
function logoutDone(ctx) {
	ctx.body = '<!doctype html><title>Directory</title><p>You are signed out.</p>';
}
