/**
 * `npm run demo`: the application with demo data, in a data folder of its own, on the demo's day; and a stand-in for
 * the creditors of its households beside it.
 */
import { join } from 'node:path';
import { ensureBuild, ensurePackages, ROOT } from './prepare.mjs';
import { startCreditor } from '../standins/creditor/server.mjs';
import { serve, settingsOrRefuse } from './serve.mjs';

process.env.RESIDUUM_DATA ??= join(ROOT, 'data-demo');
process.env.RESIDUUM_DEMO ??= join(ROOT, 'demo');
process.env.RESIDUUM_TODAY ??= '2026-12-15';

const { creditorPort: port } = settingsOrRefuse();
ensurePackages();
ensureBuild();
try {
	const creditor = await startCreditor({ port });
	process.env.RESIDUUM_CREDITORS ??= creditor.address;
	console.log(`The creditors’ stand-in is open at ${creditor.address}`);
} catch (error) {
	const { code, message } = /** @type {NodeJS.ErrnoException} */ (error);
	// The demo goes on without: asking the creditors then says that none answers.
	console.error(
		`The creditors’ stand-in could not start (${code ?? message}); name another port in RESIDUUM_CREDITOR_PORT.`
	);
}
await serve();
