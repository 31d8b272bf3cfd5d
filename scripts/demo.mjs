/**
 * `npm run demo`: the application with demo data, in a data folder of its own, on the demo's day; and a stand-in for
 * the lenders of its households beside it.
 */
import { join } from 'node:path';
import { ensureBuild, ensurePackages, ROOT } from './prepare.mjs';
import { startLender } from '../standins/lender/server.mjs';
import { serve, settingsOrRefuse } from './serve.mjs';

process.env.RESIDUUM_DATA ??= join(ROOT, 'data-demo');
process.env.RESIDUUM_DEMO ??= join(ROOT, 'demo');
process.env.RESIDUUM_TODAY ??= '2026-12-15';

const { lenderPort: port } = settingsOrRefuse();
ensurePackages();
ensureBuild();
try {
	const lender = await startLender({ port });
	process.env.RESIDUUM_LENDERS ??= lender.address;
	console.log(`The lenders’ stand-in is open at ${lender.address}`);
} catch (error) {
	const { code, message } = /** @type {NodeJS.ErrnoException} */ (error);
	// The demo goes on without: asking the lenders then says that none answers.
	console.error(
		`The lenders’ stand-in could not start (${code ?? message}); name another port in RESIDUUM_LENDER_PORT.`
	);
}
await serve();
