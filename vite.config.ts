import { sveltekit } from '@sveltejs/kit/vite';
import { defineConfig } from 'vite';
import { guide, NO_PARSER, readMessages, takeHome } from './vite.plugins.ts';

export default defineConfig({
	// So that what the server runs can be found in its sources.
	build: { sourcemap: process.env['SOURCE_MAPS'] === 'yes' },
	plugins: [readMessages, takeHome, guide, sveltekit()],
	resolve: { alias: NO_PARSER },
	worker: { format: 'es', plugins: () => [readMessages, takeHome] }
});
