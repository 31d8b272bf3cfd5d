/** `npm run lint:types`: the rules that need types, which take minutes; the others are checked with them. */
import ts from 'typescript-eslint';
import config from './eslint.config.js';

export default ts.config(
	...config,
	{
		// What only types tell: promises that nobody waits for, and choices that miss a case.
		files: ['**/*.ts', '**/*.svelte'],
		languageOptions: {
			parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname }
		},
		rules: {
			'@typescript-eslint/no-floating-promises': 'error',
			'@typescript-eslint/no-misused-promises': 'error',
			'@typescript-eslint/switch-exhaustiveness-check': [
				'error',
				{ considerDefaultExhaustiveForUnions: true }
			]
		}
	},
	{
		// Values of no type. In templates the compiler alone knows the types: `npm run check`.
		files: ['**/*.ts'],
		rules: {
			'@typescript-eslint/no-unsafe-argument': 'error',
			'@typescript-eslint/no-unsafe-assignment': 'error',
			'@typescript-eslint/no-unsafe-call': 'error',
			'@typescript-eslint/no-unsafe-member-access': 'error',
			'@typescript-eslint/no-unsafe-return': 'error'
		}
	}
);
