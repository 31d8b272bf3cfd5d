/**
 * Serves the built application until it is told to stop. Takes the port first, then opens the data;
 * whatever keeps it from starting is said in one sentence, with exit code 1.
 */
import { createServer } from 'node:http';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { readSettings, settingsInWords } from '../src/lib/server/settings.js';
import { BUILD, ROOT } from './prepare.mjs';

/** How long requests that are under way may take when the server is told to stop, in milliseconds. */
const PATIENCE = 5000;
/** When it ends at the latest. */
const LAST = 15_000;
/** How long the head of a request may take to come in, and all of it. */
const SLOWEST_HEADERS = 15_000;
const SLOWEST_REQUEST = 30_000;
/** Longer than a busy client believes a silent connection to be open, so that none is closed under a request. */
const LONGEST_SILENCE = 65_000;
const LEEWAY = 10_000;
/** No request is larger than the largest case can be; see `LIMITS`. */
process.env.BODY_SIZE_LIMIT ??= '8M';
process.env.RESIDUUM_BUILD ??= BUILD;

export async function serve() {
	const { host, port, isBehindProxy } = settingsOrRefuse();
	// Who asks, and whether by TLS, is then known to the proxy alone.
	if (isBehindProxy) {
		process.env.ADDRESS_HEADER ??= 'X-Forwarded-For';
		process.env.XFF_DEPTH ??= '1';
		process.env.PROTOCOL_HEADER ??= 'X-Forwarded-Proto';
	}
	/** @type {(handler: import('node:http').RequestListener) => void} */
	let ready = () => undefined;
	/** @type {Promise<import('node:http').RequestListener>} */
	const handler = new Promise((resolve) => (ready = resolve));
	const limits = {
		headersTimeout: SLOWEST_HEADERS,
		requestTimeout: SLOWEST_REQUEST,
		keepAliveTimeout: LONGEST_SILENCE,
		connectionsCheckingInterval: 1000
	};
	const server = createServer(limits, (request, response) => {
		response.setHeader('X-Content-Type-Options', 'nosniff');
		// Longer than the answer itself says: no connection is closed at the moment at which it is used again.
		const { socket } = response;
		response.once('finish', () => socket?.setTimeout(LONGEST_SILENCE + LEEWAY));
		void handler.then((handle) => handle(request, response));
	});
	server.once('error', (/** @type {NodeJS.ErrnoException} */ error) => {
		refuse(
			error.code === 'EADDRINUSE'
				? `Port ${port} on ${host} is taken by another program; stop that one or name another port in RESIDUUM_PORT.`
				: `Residuum can’t listen on ${host}, port ${port} (${error.code}); name others in RESIDUUM_HOST and RESIDUUM_PORT.`
		);
	});
	await new Promise((resolve) => server.listen(port, host, () => resolve(undefined)));

	let open = false;
	for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM'])) {
		// While the database is still being opened there is nothing yet that would have to be closed.
		process.once(signal, () => (open ? stop(server) : process.exit(0)));
	}
	try {
		const built = await import(pathToFileURL(join(ROOT, 'build/handler.js')).href);
		open = true;
		ready(built.handler);
	} catch (error) {
		const { name, message } = /** @type {Error} */ (error);
		refuse(name === 'StartRefusal' ? message : `Residuum could not start: ${message}`);
	}
	const { port: taken } = /** @type {import('node:net').AddressInfo} */ (server.address());
	console.log(`Residuum is open at http://${host.includes(':') ? `[${host}]` : host}:${taken}`);
}

/** What is set; says what can be, where that is asked. */
export function settingsOrRefuse() {
	if (process.argv.includes('--help')) {
		console.log(settingsInWords());
		process.exit(0);
	}
	try {
		return readSettings(process.env);
	} catch (error) {
		return refuse(/** @type {Error} */ (error).message);
	}
}

/** @param {import('node:http').Server} server */
function stop(server) {
	// Whatever still goes on: the program ends, and what was acknowledged is on the disk.
	setTimeout(() => process.exit(0), LAST).unref();
	const last = setTimeout(() => server.closeAllConnections(), PATIENCE);
	server.close(() => {
		clearTimeout(last);
		// The application closes its database on this; the process then has nothing left to do and ends.
		process.emit(/** @type {any} */ ('sveltekit:shutdown'), /** @type {any} */ ('stop'));
	});
	server.closeIdleConnections();
}

/**
 * @param {string} sentence
 * @returns {never}
 */
function refuse(sentence) {
	process.stderr.write(`${sentence}\n`);
	process.exit(1);
}
