import { defineConfig } from 'vitest/config';

// The unit tests touch modules only; the other two drive the built server, one file after the other.
export default defineConfig({
	test: {
		projects: [
			{ test: { name: 'unit', include: ['tests/{core,formats}/**/*.test.ts'] } },
			{
				test: {
					name: 'server',
					include: ['tests/server/**/*.test.ts'],
					globalSetup: './tests/support/setup.ts',
					fileParallelism: false,
					testTimeout: 120_000,
					hookTimeout: 120_000
				}
			},
			{
				test: {
					name: 'browser',
					include: ['tests/browser/**/*.test.ts'],
					globalSetup: './tests/support/setup.ts',
					fileParallelism: false,
					testTimeout: 120_000,
					hookTimeout: 120_000
				}
			}
		]
	}
});
