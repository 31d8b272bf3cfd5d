/**
 * `npm run build`: the application, the commands on its data, the description of its interface for other programs, and a
 * database with nothing in it, from which every data folder begins: to make one takes seconds.
 */
import { execFileSync, spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { nothingSet } from '../src/lib/server/settings.js';
import { makeEmptyData } from './empty-data.mjs';
import { BUILD, EMPTY_DATA, ROOT } from './prepare.mjs';

const vite = join(ROOT, 'node_modules/vite/bin/vite.js');
// Whatever this process is started by, a test or a measurement: what it builds is what is delivered.
const env = { ...process.env, ...nothingSet(), NODE_ENV: 'production' };

for (const more of [[], ['--config', 'vite.commands.config.ts']]) {
	const words = [vite, 'build', '--logLevel', 'warn', ...more];
	const { status } = spawnSync(process.execPath, words, {
		cwd: ROOT,
		env,
		stdio: ['ignore', 2, 2]
	});
	if (status !== 0) process.exit(1);
}
const described = execFileSync(process.execPath, [join(BUILD, 'commands/describe.js')], { env });
writeFileSync(join(BUILD, 'openapi.json'), described);
await makeEmptyData(EMPTY_DATA);
