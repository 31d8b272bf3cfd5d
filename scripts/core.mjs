/**
 * `npm run core`: makes the package of the computation, `packages/core`: one module, its types, and its reference. It is
 * made of `src/lib/core` as it stands there, and has the version of the program.
 */
import { execFileSync } from 'node:child_process';
import { copyFileSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Application, LogLevel } from 'typedoc';
import { build } from 'vite';
import { ensurePackages, ROOT } from './prepare.mjs';

ensurePackages();
const PACKAGE = join(ROOT, 'packages/core');
for (const made of ['dist', 'docs']) rmSync(join(PACKAGE, made), { recursive: true, force: true });

await build({
	configFile: false,
	logLevel: 'warn',
	build: {
		outDir: join(PACKAGE, 'dist'),
		target: 'es2023',
		minify: false,
		lib: { entry: join(PACKAGE, 'index.ts'), formats: ['es'], fileName: 'index' }
	}
});
execFileSync(
	process.execPath,
	[join(ROOT, 'node_modules/typescript/bin/tsc'), '-p', join(PACKAGE, 'tsconfig.json')],
	{ cwd: ROOT, stdio: ['ignore', 'inherit', 'inherit'] }
);
const types = join(PACKAGE, 'dist/types');
for (const file of readdirSync(types, { recursive: true, encoding: 'utf8' }))
	if (file.endsWith('.d.ts')) nameFiles(join(types, file));
await writeReference();
copyFileSync(join(ROOT, 'LICENSE'), join(PACKAGE, 'LICENSE'));

/** Writes the reference: a type that is spoken of and not in it is an error. */
async function writeReference() {
	const app = await Application.bootstrap({
		entryPoints: [join(PACKAGE, 'index.ts')],
		tsconfig: join(PACKAGE, 'tsconfig.json'),
		readme: join(PACKAGE, 'README.md'),
		disableSources: true,
		logLevel: LogLevel.Warn
	});
	const project = await app.convert();
	if (!project) throw new Error('the reference can’t be written');
	app.validate(project);
	await app.generateDocs(project, join(PACKAGE, 'docs'));
	if (app.logger.hasErrors() || app.logger.hasWarnings()) process.exitCode = 1;
}

/**
 * Names the files that types are read from: whoever has no bundler finds nothing without their endings.
 * @param {string} path
 */
function nameFiles(path) {
	const text = readFileSync(path, 'utf8');
	const named = text.replaceAll(/(from ['"]|import\(['"])(\.[^'"]+)(?=['"])/g, '$1$2.js');
	writeFileSync(path, named);
}
