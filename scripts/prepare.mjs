/** Puts in place what a command needs and finds missing; does nothing a second time. */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const [major = 0, minor = 0] = process.versions.node.split('.').map(Number);
if (major < 20 || (major === 20 && minor < 19)) {
	say(`Residuum needs Node.js 20.19 or newer; this is ${process.versions.node}.`);
	process.exit(1);
}

export const ROOT = join(import.meta.dirname, '..');

/** What is built; the server finds there what it needs beside itself. */
export const BUILD = join(ROOT, 'build');

/** A data folder of the build, with nothing in it: every new one is a copy. */
export const EMPTY_DATA = join(BUILD, 'empty');

/** The browser that tests and pictures drive: Chromium without windows, whose pages open with two thirds of the work. */
export const CHROMIUM = process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell';

const BUILD_INPUTS = [
	'src',
	'static',
	'migrations',
	'scripts/build.mjs',
	'scripts/empty-data.mjs',
	'package-lock.json',
	'svelte.config.js',
	'vite.config.ts',
	'vite.commands.config.ts',
	'tsconfig.json'
];

/** A release has neither sources nor a lockfile: all that it needs is there. */
const isRelease = !existsSync(join(ROOT, 'package-lock.json'));

/** Installs the packages of the lockfile, unless just these are installed already. */
export function ensurePackages() {
	if (isRelease) return;
	const stamp = join(ROOT, 'node_modules/.residuum-installed');
	const wanted = hashOf(['package-lock.json']);
	if (readStamp(stamp) === wanted) return;
	say('Installing the packages of the lockfile …');
	command('npm', ['ci', '--no-audit', '--no-fund']);
	writeFileSync(stamp, wanted);
}

/** Builds the application, unless the build at hand was made from just these sources. */
export function ensureBuild() {
	if (isRelease) return;
	const stamp = join(ROOT, 'build/.built-from');
	const maps = process.env.SOURCE_MAPS === 'yes' ? ' with source maps' : '';
	const wanted = hashOf(BUILD_INPUTS) + maps;
	if (readStamp(stamp) === wanted) return;
	say(`Building${maps} …`);
	command(process.execPath, [join(ROOT, 'scripts/build.mjs')]);
	writeFileSync(stamp, wanted);
}

/** Installs Debian's Chromium where there is none. */
export function ensureChromium() {
	if (!existsSync(CHROMIUM)) install('chromium-headless-shell');
}

/** Programs that read what goes out: a spreadsheet that recalculates workbooks, readers of PDF. */
export function ensureReaders() {
	if (!existsSync('/usr/bin/soffice')) install('libreoffice-calc');
	if (!existsSync('/usr/bin/pdftotext')) install('poppler-utils');
}

/** What makes a container: its root, and the container itself. */
export function ensureContainerTools() {
	if (!existsSync('/usr/bin/mmdebstrap')) install('mmdebstrap');
	if (!existsSync('/usr/bin/buildah')) install('buildah');
}

/** Debian's PostgreSQL server. */
export function ensurePostgres() {
	const versions = '/usr/lib/postgresql';
	const isThere = existsSync(versions) && readdirSync(versions).length > 0;
	if (!isThere) install('postgresql');
}

/**
 * Installs one of Debian's packages.
 * @param {string} name
 */
function install(name) {
	say(`Installing ${name} …`);
	const asRoot = process.getuid?.() === 0 ? [] : ['sudo'];
	for (const words of [['update'], ['install', '--yes', '--no-install-recommends', name]]) {
		const [program = '', ...rest] = [...asRoot, 'apt-get', ...words];
		command(program, rest);
	}
}

/** @param {string} text */
function say(text) {
	process.stderr.write(`${text}\n`);
}

/**
 * Runs a command to its end; what it prints goes to the error output. Ends this process when it fails.
 * @param {string} program
 * @param {readonly string[]} words
 */
function command(program, words) {
	const { status } = spawnSync(program, words, { cwd: ROOT, stdio: ['ignore', 2, 2] });
	if (status === 0) return;
	say(`“${[program, ...words].join(' ')}” failed; what it printed above says why.`);
	process.exit(1);
}

/** @param {string} path */
function readStamp(path) {
	return existsSync(path) ? readFileSync(path, 'utf8') : null;
}

/** @param {readonly string[]} names */
function hashOf(names) {
	const hash = createHash('sha256');
	for (const path of names.flatMap((name) => filesBelow(join(ROOT, name)))) {
		hash.update(path.slice(ROOT.length)).update(readFileSync(path));
	}
	return hash.digest('hex');
}

/**
 * @param {string} path
 * @returns {string[]}
 */
function filesBelow(path) {
	if (!existsSync(path)) return [];
	if (!statSync(path).isDirectory()) return [path];
	return readdirSync(path)
		.sort()
		.flatMap((name) => filesBelow(join(path, name)));
}
