/** Runs one of the built commands: `node scripts/command.mjs NAME WORDS`. */
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { BUILD, ensureBuild, ensurePackages, ROOT } from './prepare.mjs';

const [name = '', ...words] = process.argv.slice(2);
ensurePackages();
ensureBuild();
process.env.RESIDUUM_BUILD ??= BUILD;
const built = pathToFileURL(join(ROOT, 'build/commands/commands.js')).href;
try {
	const { run } = await import(built);
	await run(name, words);
} catch (error) {
	const { name: kind, message } = /** @type {Error} */ (error);
	if (!['CommandRefused', 'SettingRefused', 'StartRefusal'].includes(kind)) throw error;
	process.stderr.write(`${message}\n`);
	process.exitCode = 1;
}
