import { defineConfig } from 'vite';

// The commands that work on the data, and the thread that judges, are built as the application is, from the same modules.
export default defineConfig({
	build: {
		ssr: true,
		outDir: 'build/commands',
		rollupOptions: { input: ['src/commands.ts', 'src/judge.ts'] }
	}
});
