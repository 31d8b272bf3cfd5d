/** The glossary's terms, and the phrases that no screen says instead of them. */
import { readFileSync } from 'node:fs';

export interface Term {
	readonly term: string;
	readonly meaning: string;
	readonly source: string;
	readonly not: readonly string[];
}

const cellsOf = (line: string): string[] =>
	line
		.split('|')
		.slice(1, -1)
		.map((cell) => cell.trim());

export const TERMS: readonly Term[] = readFileSync('docs/glossary.md', 'utf8')
	.split('\n')
	.filter((line) => line.startsWith('|') && !/^\|\s*(-|Term)/.test(line))
	.map(cellsOf)
	.map(([term = '', meaning = '', source = '', not = '']) => ({
		term,
		meaning,
		source,
		not: not.split(',').flatMap((phrase) => (phrase.trim() === '' ? [] : [phrase.trim()]))
	}));

/** “… hand-out …: say client handout”, for each banned phrase that a text has. */
export const bannedIn = (text: string): string[] =>
	TERMS.flatMap(({ term, not }) =>
		not
			.filter((phrase) => new RegExp(`(?<!\\p{L})${phrase}(?!\\p{L})`, 'iu').test(text))
			.map((phrase) => `“${phrase}”: say “${term}”`)
	);
