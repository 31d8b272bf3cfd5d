import { readFileSync } from 'node:fs';
import { defineConfig } from 'vite';
import { takeHome } from './vite.plugins.ts';

const { dependencies } = JSON.parse(readFileSync('package.json', 'utf8')) as {
	dependencies: Record<string, string>;
};

// What runs beside the server is built as it is, from the same modules: the commands, the threads that judge, compute and make, and
// the reader of files in a process of its own. Packages are built in, but for those that are delivered as they are.
export default defineConfig({
	plugins: [takeHome],
	build: {
		ssr: true,
		sourcemap: process.env['SOURCE_MAPS'] === 'yes',
		outDir: 'build/commands',
		rollupOptions: {
			input: [
				'src/commands.ts',
				'src/judge.ts',
				'src/compute.ts',
				'src/for-programs.ts',
				'src/describe.ts',
				'src/convert/convert.ts',
				'src/convert/read-file.ts'
			]
		}
	},
	ssr: { noExternal: true, external: Object.keys(dependencies) }
});
