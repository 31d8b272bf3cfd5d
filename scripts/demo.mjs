/**
 * `npm run demo`: the application with demo data, in a data folder of its own, on the demo's day; and stand-ins for
 * the creditors of its households and for whoever publishes indexes beside it. `-- --agency`: with accounts, whose
 * people sign in at a stand-in for an agency's directory.
 */
import { join } from 'node:path';
import { command } from './accounts.mjs';
import { ensureBuild, ensurePackages, ROOT } from './prepare.mjs';
import { startCreditor } from '../standins/creditor/server.mjs';
import { startIndex } from '../standins/index/server.mjs';
import { serve, settingsOrRefuse } from './serve.mjs';

const isAgency = process.argv.includes('--agency');
process.env.RESIDUUM_DATA ??= join(ROOT, isAgency ? 'data-demo-agency' : 'data-demo');
process.env.RESIDUUM_DEMO ??= join(ROOT, 'demo');
process.env.RESIDUUM_TODAY ??= '2026-12-15';

if (isAgency) process.env.RESIDUUM_NAMES ??= 'localhost';

/** Who works at the agency of the demo. */
const STAFF = /** @type {const} */ ([
	['Mara Lindqvist', 'supervisor', 'mara.lindqvist'],
	['Ivo Brandt', 'counselor', 'ivo.brandt'],
	['Pell Audit', 'reader', 'pell.audit']
]);

const { creditorPort, indexPort, directoryPort, port, data } = settingsOrRefuse();
ensurePackages();
ensureBuild();
await standIn('creditors', 'RESIDUUM_CREDITORS', 'RESIDUUM_CREDITOR_PORT', () =>
	startCreditor({ port: creditorPort })
);
await standIn('indexes', 'RESIDUUM_INDEXES', 'RESIDUUM_INDEX_PORT', () =>
	startIndex({ port: indexPort })
);
if (isAgency) await agency();
await serve();

/** People of the directory, each with a role; the program is told where it is. */
async function agency() {
	// What it needs comes with the packages.
	const { startDirectory } = await import('../standins/directory/server.mjs');
	const program = () => `http://127.0.0.1:${port}`;
	await standIn('the directory', 'RESIDUUM_DIRECTORY', 'RESIDUUM_DIRECTORY_PORT', async () => {
		const directory = await startDirectory({ port: directoryPort, program });
		process.env.RESIDUUM_DIRECTORY_SECRET ??= directory.secret;
		return directory;
	});
	const there = command({ RESIDUUM_DATA: data }, 'accounts', 'list').said;
	for (const [name, role, known] of STAFF)
		if (!there.includes(name))
			command(
				{ RESIDUUM_DATA: data },
				'accounts',
				'add',
				name,
				'--role',
				role,
				'--directory',
				known
			);
}

/**
 * Starts a stand-in and has the program use it; without it the demo goes on, and asking says that nobody answers.
 * @param {string} of
 * @param {string} setting where the program finds it @param {string} portSetting
 * @param {() => Promise<{ address: string }>} start
 */
async function standIn(of, setting, portSetting, start) {
	try {
		const { address } = await start();
		process.env[setting] ??= address;
		console.log(`The stand-in for ${of} is open at ${address}`);
	} catch (error) {
		const { code, message } = /** @type {NodeJS.ErrnoException} */ (error);
		console.error(
			`The stand-in for ${of} could not start (${code ?? message}); name another port in ${portSetting}.`
		);
	}
}
