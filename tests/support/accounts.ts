/** Accounts of tests: made by the command, given a password by its link, and signed in. */
import { execFile, spawnSync } from 'node:child_process';
import { ROOT } from '../../scripts/prepare.mjs';
import type { Role } from '../../src/lib/document/people';

export const PASSWORD = 'seven grey herring nets';

/** What a command printed and exited with. */
export function command(environment: Record<string, string>, ...words: readonly string[]) {
	const { status, stdout, stderr } = spawnSync(
		process.execPath,
		['scripts/command.mjs', ...words],
		{ cwd: ROOT, env: { ...process.env, ...environment }, encoding: 'utf8' }
	);
	return { status, said: stdout.trim(), refused: stderr.trim() };
}

/** The same while this process goes on. */
export function commandBeside(
	environment: Record<string, string>,
	...words: readonly string[]
): Promise<{ said: string; refused: string }> {
	return new Promise((resolve) =>
		execFile(
			process.execPath,
			['scripts/command.mjs', ...words],
			{ cwd: ROOT, env: { ...process.env, ...environment } },
			(_, said, refused) => resolve({ said: said.trim(), refused: refused.trim() })
		)
	);
}

/** Adds somebody to the data that these settings name; the secret of the link. */
export function addPerson(environment: Record<string, string>, name: string, role: Role): string {
	const { said, refused } = command(environment, 'accounts', 'add', name, '--role', role, '--link');
	const secret = /\/welcome#(\S+)$/.exec(said)?.[1];
	if (!secret) throw new Error(`no account: ${said} ${refused}`);
	return secret;
}

const post = (address: string, path: string, body: object) =>
	fetch(address + path, {
		method: 'POST',
		headers: { origin: address, 'content-type': 'application/json' },
		body: JSON.stringify(body)
	});

/** Uses a link. */
export async function welcome(address: string, token: string): Promise<void> {
	const { status } = await post(address, '/api/welcome', { token, password: PASSWORD });
	if (status !== 200) throw new Error(`the link was answered with ${status}`);
}

/** Signs in; what the browser would send from then on. */
export async function signIn(address: string, name: string, password = PASSWORD): Promise<string> {
	const response = await post(address, '/api/session', { name, password });
	const cookie = response.headers.get('set-cookie')?.split(';')[0];
	if (!cookie) throw new Error(`signing in was answered with ${response.status}`);
	return cookie;
}
