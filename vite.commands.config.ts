import { defineConfig } from 'vite';

// The commands that work on the data are built as the application is, from the same modules.
export default defineConfig({
	build: {
		ssr: true,
		outDir: 'build/commands',
		rollupOptions: { input: 'src/commands.ts' }
	}
});
