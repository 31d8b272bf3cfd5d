/** Which packages are in a release: those that it runs with, and those that are built into its files. */
import { readFileSync, existsSync } from 'node:fs';
import { join } from 'node:path';
import { cruise } from 'dependency-cruiser';
import extractTypeScriptConfig from 'dependency-cruiser/config-utl/extract-ts-config';
import { ROOT } from '../prepare.mjs';

/**
 * A package of the lockfile, as it is installed here.
 * @typedef {{ path: string, name: string, version: string, license: string }} Package
 * @typedef {{ version: string, license?: string, dev?: boolean, devOptional?: boolean, dependencies?: Record<string, string> }} Locked
 */

/** Part of every build, though no source names them; of the adapter its own files, not the tools that it builds with. */
const OF_THE_BUILD = ['@sveltejs/kit', 'svelte'];
const ADAPTER = 'node_modules/@sveltejs/adapter-node';

/** @returns {Record<string, Locked>} */
const locked = () => JSON.parse(readFileSync(join(ROOT, 'package-lock.json'), 'utf8')).packages;

/**
 * The packages that are delivered as they are: what `dependencies` needs, but for other systems' parts.
 * @returns {Package[]}
 */
export function installedPackages() {
	return Object.entries(locked())
		.filter(([path, { dev, devOptional }]) => path !== '' && !dev && !devOptional)
		.filter(([path]) => existsSync(join(ROOT, path)))
		.map(([path, one]) => packageAt(path, one));
}

/**
 * The packages that the build may have taken in: what the sources import, with all that those need. A few more than
 * there are in the files, since a build leaves out what is not called.
 * @returns {Promise<Package[]>}
 */
export async function builtInPackages() {
	const all = locked();
	const delivered = new Set(installedPackages().map(({ path }) => path));
	const found = new Set([ADAPTER]);
	const wanted = [...(await importedBySources()), ...OF_THE_BUILD].map((name) =>
		pathOf(name, '', all)
	);
	for (let path = wanted.pop(); path !== undefined; path = wanted.pop()) {
		if (found.has(path)) continue;
		found.add(path);
		for (const name of Object.keys(all[path]?.dependencies ?? {}))
			wanted.push(pathOf(name, path, all));
	}
	return [...found]
		.filter((path) => !delivered.has(path))
		.sort()
		.map((path) => packageAt(path, /** @type {Locked} */ (all[path])));
}

/** @returns {Promise<Set<string>>} the names of packages */
async function importedBySources() {
	const { output } = await cruise(
		['src'],
		{ doNotFollow: { path: 'node_modules' }, tsPreCompilationDeps: false, baseDir: ROOT },
		undefined,
		{ tsConfig: extractTypeScriptConfig(join(ROOT, 'tsconfig.json')) }
	);
	if (typeof output === 'string') throw new Error(output);
	const named = output.modules.flatMap(({ dependencies }) => dependencies.map((one) => one.module));
	const all = locked();
	return new Set(
		named
			.flatMap((name) => /^(?:@[^/]+\/)?[^/]+/.exec(name)?.[0] ?? [])
			.filter((name) => `node_modules/${name}` in all)
	);
}

/**
 * Where a package is installed that another one needs: as near to it as there is one.
 * @param {string} name
 * @param {string} from
 * @param {Record<string, Locked>} all
 */
function pathOf(name, from, all) {
	for (let at = from; ; at = at.slice(0, Math.max(0, at.lastIndexOf('/node_modules/')))) {
		const path = `${at === '' ? '' : `${at}/`}node_modules/${name}`;
		if (path in all) return path;
		if (at === '' || !at.includes('/node_modules/')) {
			if (`node_modules/${name}` in all) return `node_modules/${name}`;
			throw new Error(`the lockfile has no package ${name}, which ${from} needs`);
		}
	}
}

/**
 * @param {string} path
 * @param {Locked} one
 * @returns {Package}
 */
function packageAt(path, { version, license }) {
	const name = path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length);
	return { path, name, version, license: license ?? licenceInText(path) };
}

/** A licence that is only in the text beside the package. @param {string} path */
function licenceInText(path) {
	for (const file of ['LICENSE', 'LICENSE.md', 'README.markdown']) {
		const at = join(ROOT, path, file);
		if (
			existsSync(at) &&
			/permission is hereby granted, free of charge|\bMIT\b/i.test(readFileSync(at, 'utf8'))
		)
			return 'MIT';
	}
	return 'unknown';
}
