/** The built server in a process of its own, as tests and pictures start it. */
import { spawn } from 'node:child_process';
import { pathToFileURL } from 'node:url';
import { ROOT } from './prepare.mjs';

const SERVE = `import('${pathToFileURL(`${ROOT}/scripts/serve.mjs`)}').then(({ serve }) => serve())`;

/**
 * Starts the built server on a free port and waits until it is open.
 * @param {Record<string, string | undefined>} environment `RESIDUUM_DATA` at least; undefined: not set
 */
export async function startServer(environment) {
	const child = spawn(process.execPath, ['-e', SERVE], {
		cwd: ROOT,
		env: { ...process.env, RESIDUUM_PORT: '0', ...environment },
		stdio: ['ignore', 'pipe', 'pipe']
	});
	let printed = '';
	/** @type {Promise<number | null>} */
	const ended = new Promise((resolve) => child.once('exit', (code) => resolve(code)));
	/** @type {Promise<string>} */
	const opened = new Promise((resolve) => {
		for (const stream of [child.stdout, child.stderr]) {
			stream.on('data', (text) => {
				printed += String(text);
				const address = /open at (http:\S+)/.exec(printed)?.[1];
				if (address) resolve(address);
			});
		}
	});
	const address = await Promise.race([opened, ended.then(() => null)]);
	return {
		/** Null when the server ended instead of opening. */
		address,
		pid: child.pid,
		printed: () => printed,
		ended,
		/** @param {NodeJS.Signals} name */
		signal: (name) => child.kill(name),
		/** @param {NodeJS.Signals} signal */
		async stop(signal = 'SIGTERM') {
			child.kill(signal);
			return ended;
		}
	};
}
