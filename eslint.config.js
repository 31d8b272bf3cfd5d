import js from '@eslint/js';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import svelteConfig from './svelte.config.js';

export default ts.config(
	{
		ignores: [
			'build/',
			'.svelte-kit/',
			'node_modules/',
			'data/',
			'data-demo/',
			'packages/core/dist/',
			'packages/core/docs/'
		]
	},
	js.configs.recommended,
	...ts.configs.strict,
	...svelte.configs.recommended,
	{
		languageOptions: { globals: { ...globals.browser, ...globals.node } },
		rules: {
			// The compiler finds both.
			'no-undef': 'off',
			'@typescript-eslint/no-unused-vars': 'off',
			eqeqeq: 'error',
			'@typescript-eslint/consistent-type-imports': 'error',
			// A case or a debt opens at a path made of its identifier; the application is served from the root.
			'svelte/no-navigation-without-resolve': 'off'
		}
	},
	{
		files: ['**/*.svelte', '**/*.svelte.ts'],
		languageOptions: {
			parserOptions: { parser: ts.parser, extraFileExtensions: ['.svelte'], svelteConfig }
		}
	}
);
