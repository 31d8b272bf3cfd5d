/** `npm run bench`: builds the measurements as the application is built, and runs them. */
import { mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { build } from 'vite';
import { ROOT } from './prepare.mjs';

// Beside the packages, so that the built file finds them.
const outDir = mkdtempSync(join(ROOT, 'node_modules/.bench-'));
try {
	await build({
		configFile: false,
		root: ROOT,
		logLevel: 'warn',
		build: { ssr: 'bench/core.ts', outDir, emptyOutDir: true }
	});
	await import(pathToFileURL(join(outDir, 'core.js')).href);
} finally {
	rmSync(outDir, { recursive: true });
}
