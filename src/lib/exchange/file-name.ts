/** Names of files that go out. */

/** Characters of a name; of what the file is of, most of them. */
const MOST = 80;
const MOST_OF_IT = 60;

/** A name that every disk takes, of letters, digits and hyphens: whose file it is, cut where it is long, and what it is of. */
export function fileName(whose: string, ...what: readonly string[]): string {
	const end = plain(what.join(' '), MOST_OF_IT);
	const start = plain(whose, MOST - end.length - 1);
	return [start, end].filter(Boolean).join('-') || 'residuum';
}

const plain = (text: string, most: number): string =>
	text
		.normalize('NFKD')
		.replaceAll(/\p{M}/gu, '')
		.toLowerCase()
		.replaceAll(/[^\p{L}\p{N}]+/gu, '-')
		.replace(/^-+/, '')
		.slice(0, most)
		.replace(/-+$/, '');
