/** Names of files that go out. */

/** A name that every disk takes: letters, digits and hyphens. */
export const fileName = (...parts: readonly string[]): string =>
	parts
		.join(' ')
		.normalize('NFKD')
		.replaceAll(/\p{M}/gu, '')
		.toLowerCase()
		.replaceAll(/[^\p{L}\p{N}]+/gu, '-')
		.slice(0, 80)
		.replaceAll(/^-+|-+$/g, '') || 'residuum';
