/** Accounts of tests, measurements and pictures: made by the command, given a password by its link, and signed in. */
import { execFile, spawnSync } from 'node:child_process';
import { ROOT } from './prepare.mjs';

/** @typedef {Readonly<Record<string, string>>} Environment */

export const PASSWORD = 'seven grey herring nets';

/**
 * What a command printed and exited with.
 * @param {Environment} environment
 * @param {readonly string[]} words
 */
export function command(environment, ...words) {
	const { status, stdout, stderr } = spawnSync(
		process.execPath,
		['scripts/command.mjs', ...words],
		{ cwd: ROOT, env: { ...process.env, ...environment }, encoding: 'utf8' }
	);
	return { status, said: stdout.trim(), refused: stderr.trim() };
}

/**
 * The same while this process goes on.
 * @param {Environment} environment
 * @param {readonly string[]} words
 * @returns {Promise<{ said: string, refused: string }>}
 */
export function commandBeside(environment, ...words) {
	return new Promise((resolve) =>
		execFile(
			process.execPath,
			['scripts/command.mjs', ...words],
			{ cwd: ROOT, env: { ...process.env, ...environment } },
			(_, said, refused) => resolve({ said: said.trim(), refused: refused.trim() })
		)
	);
}

/**
 * Adds somebody to the data that these settings name; the secret of the link.
 * @param {Environment} environment @param {string} name @param {string} role
 */
export function addPerson(environment, name, role) {
	const { said, refused } = command(environment, 'accounts', 'add', name, '--role', role, '--link');
	const secret = /\/welcome#(\S+)$/.exec(said)?.[1];
	if (!secret) throw new Error(`no account: ${said} ${refused}`);
	return secret;
}

/** @param {string} address @param {string} path @param {object} body */
const post = (address, path, body) =>
	fetch(address + path, {
		method: 'POST',
		headers: { origin: address, 'content-type': 'application/json' },
		body: JSON.stringify(body)
	});

/** Uses a link. @param {string} address @param {string} token */
export async function welcome(address, token) {
	const { status } = await post(address, '/api/welcome', { token, password: PASSWORD });
	if (status !== 200) throw new Error(`the link was answered with ${status}`);
}

/**
 * Signs in; what the browser would send from then on.
 * @param {string} address @param {string} name
 */
export async function signIn(address, name, password = PASSWORD) {
	const response = await post(address, '/api/session', { name, password });
	const cookie = response.headers.get('set-cookie')?.split(';')[0];
	if (!cookie) throw new Error(`signing in was answered with ${response.status}`);
	return cookie;
}
