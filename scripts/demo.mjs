/**
 * `npm run demo`: the application with demo data, in a data folder of its own, on the demo's day; and stand-ins for
 * the creditors of its households and for whoever publishes indexes beside it.
 */
import { join } from 'node:path';
import { ensureBuild, ensurePackages, ROOT } from './prepare.mjs';
import { startCreditor } from '../standins/creditor/server.mjs';
import { startIndex } from '../standins/index/server.mjs';
import { serve, settingsOrRefuse } from './serve.mjs';

process.env.RESIDUUM_DATA ??= join(ROOT, 'data-demo');
process.env.RESIDUUM_DEMO ??= join(ROOT, 'demo');
process.env.RESIDUUM_TODAY ??= '2026-12-15';

const { creditorPort, indexPort } = settingsOrRefuse();
ensurePackages();
ensureBuild();
await standIn('creditors', 'CREDITOR', () => startCreditor({ port: creditorPort }));
await standIn('indexes', 'INDEX', () => startIndex({ port: indexPort }));
await serve();

/**
 * Starts a stand-in and has the program use it; without it the demo goes on, and asking says that nobody answers.
 * @param {string} of @param {string} name its part of the settings' names @param {() => Promise<{ address: string }>} start
 */
async function standIn(of, name, start) {
	try {
		const { address } = await start();
		process.env[`RESIDUUM_${of.toUpperCase()}`] ??= address;
		console.log(`The stand-in for ${of} is open at ${address}`);
	} catch (error) {
		const { code, message } = /** @type {NodeJS.ErrnoException} */ (error);
		console.error(
			`The stand-in for ${of} could not start (${code ?? message}); name another port in RESIDUUM_${name}_PORT.`
		);
	}
}
