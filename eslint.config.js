/** Lint of components, by rules that need types and so take minutes; oxlint has everything else (`.oxlintrc.json`). */
import js from '@eslint/js';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import svelteConfig from './svelte.config.js';

export default ts.config(
	js.configs.recommended,
	...ts.configs.strict,
	...svelte.configs.recommended,
	{
		files: ['**/*.svelte'],
		languageOptions: {
			globals: { ...globals.browser, ...globals.node },
			parserOptions: {
				parser: ts.parser,
				extraFileExtensions: ['.svelte'],
				svelteConfig,
				projectService: true,
				tsconfigRootDir: import.meta.dirname
			}
		},
		rules: {
			// The compiler finds both, and values of no type in templates.
			'no-undef': 'off',
			'@typescript-eslint/no-unused-vars': 'off',
			eqeqeq: 'error',
			'@typescript-eslint/consistent-type-imports': 'error',
			// A case or a debt opens at a path made of its identifier; the application is served from the root.
			'svelte/no-navigation-without-resolve': 'off',
			'@typescript-eslint/no-floating-promises': 'error',
			'@typescript-eslint/no-misused-promises': 'error',
			'@typescript-eslint/switch-exhaustiveness-check': [
				'error',
				{ considerDefaultExhaustiveForUnions: true }
			]
		}
	}
);
