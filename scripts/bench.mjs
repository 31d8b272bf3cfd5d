/**
 * `npm run bench`: builds the measurements as the application is built, and runs them: of the core alone,
 * and of the page in the browser. `npm run bench core` or `npm run bench page` runs one.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { build } from 'vite';
import { ensureBuild, ensureChromium, ROOT } from './prepare.mjs';

const only = process.argv[2];
for (const name of ['core', 'page']) {
	if (only !== undefined && only !== name) continue;
	if (name === 'page') {
		ensureChromium();
		ensureBuild();
	}
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
