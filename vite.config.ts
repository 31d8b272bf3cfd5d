import { readFileSync } from 'node:fs';
import { parse } from '@formatjs/icu-messageformat-parser';
import { sveltekit } from '@sveltejs/kit/vite';
import { defineConfig, type Plugin } from 'vite';
import { isPlain } from './src/lib/messages/plain.ts';

const MESSAGES = /\/src\/lib\/messages\/[a-z]+\/[\w/-]+\.json$/;

/** Reads messages when the program is built, so that what reads them stays out of the page. */
const readMessages: Plugin = {
	name: 'read-messages',
	enforce: 'pre',
	load(file) {
		if (!MESSAGES.test(file)) return null;
		const messages = JSON.parse(readFileSync(file, 'utf8')) as Record<string, string>;
		const read = Object.entries(messages).map(([id, message]) => [
			id,
			isPlain(message) ? message : parse(message)
		]);
		return {
			code: `export default ${JSON.stringify(Object.fromEntries(read))};`,
			moduleType: 'js',
			map: null
		};
	}
};

export default defineConfig({
	// So that what the server runs can be found in its sources.
	build: { sourcemap: process.env['SOURCE_MAPS'] === 'yes' },
	plugins: [readMessages, sveltekit()],
	resolve: {
		alias: {
			'@formatjs/icu-messageformat-parser': '@formatjs/icu-messageformat-parser/no-parser.js'
		}
	},
	worker: { format: 'es', plugins: () => [readMessages] }
});
