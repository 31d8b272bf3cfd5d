/** The licences of what is in a release, with the texts that its packages bring. */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from '../prepare.mjs';

const TEXT = /^(licen[cs]e|copying|notice)(\.|-|$)/i;
const LINE = '-'.repeat(80);

/**
 * One section a package, in order of names.
 * @param {readonly import('./packages.mjs').Package[]} shipped
 */
export function licencesOf(shipped) {
	const sections = [...shipped]
		.sort((one, other) => (one.path < other.path ? -1 : 1))
		.map(({ path, name, version, license }) =>
			[LINE, `${name} ${version}: ${license}`, ...textsOf(path)].join('\n\n')
		);
	return `Residuum is delivered with these packages, each under its own licence.\n\n${sections.join('\n\n')}\n`;
}

/** @param {string} path */
function textsOf(path) {
	const folder = join(ROOT, path);
	if (!existsSync(folder)) return [];
	return readdirSync(folder)
		.filter((file) => TEXT.test(file))
		.sort()
		.map((file) => readFileSync(join(folder, file), 'utf8').trim());
}
