/**
 * `npm run bench`: builds the measurements as the application is built, and runs them: of the core alone, of the page in
 * the browser, of a casebook of a hundred thousand cases, of what a change would make of thousands, and of how long others wait while
 * the program does its most. `npm run bench core`, `page`, `book`, `whatif` or `hold` runs one; `npm run bench load` lets forty counselors work for ten minutes.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { build } from 'vite';
import { ensureBuild, ensureChromium, ROOT } from './prepare.mjs';

const NAMES = ['core', 'page', 'book', 'whatif', 'hold', 'load'];
const only = process.argv[2];
if (only !== undefined && !NAMES.includes(only)) {
	console.error(`There is no measurement “${only}”; there are ${NAMES.join(', ')}.`);
	process.exit(1);
}
for (const name of only === undefined ? NAMES.slice(0, 5) : [only]) {
	if (name === 'page') ensureChromium();
	if (name !== 'core') ensureBuild();
	await measure(name);
}

/** @param {string} name */
async function measure(name) {
	// Beside the measurements' own folder, so that the built file finds packages and scripts as they do.
	const outDir = mkdtempSync(join(ROOT, '.bench-'));
	try {
		await build({
			configFile: false,
			root: ROOT,
			logLevel: 'warn',
			build: {
				ssr: `bench/${name}.ts`,
				outDir,
				emptyOutDir: true,
				// The scripts know where they are by their own address.
				rollupOptions: { external: /scripts\/[\w-]+\.mjs$/ }
			}
		});
		await import(pathToFileURL(join(outDir, `${name}.js`)).href);
	} finally {
		rmSync(outDir, { recursive: true });
	}
}
