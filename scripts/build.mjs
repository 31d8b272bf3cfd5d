/**
 * `npm run build`: the application, the commands on its data, and a database with nothing in it, from which every
 * data folder begins: to make one takes seconds.
 */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { nothingSet } from '../src/lib/server/settings.js';
import { makeEmptyData } from './empty-data.mjs';
import { EMPTY_DATA, ROOT } from './prepare.mjs';

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
await makeEmptyData(EMPTY_DATA);
