/**
 * `npm run release`: makes one archive, `residuum-X.Y.Z.tgz`, that needs nothing but Node.js on Linux x64: the built
 * program, the packages that it runs with, a bill of materials (CycloneDX) and the licences of all of it.
 */
import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { BUILD, ensureBuild, ensurePackages, ROOT } from './prepare.mjs';
import { billOf } from './release/bill.mjs';
import { licencesOf } from './release/licences.mjs';
import { builtInPackages, installedPackages } from './release/packages.mjs';

/** What is delivered as it is in the project; the rest of a release is made here. */
const AS_IT_IS = [
	'CHANGELOG.md',
	'CONTRIBUTING.md',
	'LICENSE',
	'README.md',
	'SECURITY.md',
	'demo',
	'deploy',
	'docs',
	'packages/core/README.md',
	'scripts/accounts.mjs',
	'scripts/command.mjs',
	'scripts/convert.mjs',
	'scripts/demo.mjs',
	'scripts/prepare.mjs',
	'scripts/serve.mjs',
	'scripts/start.mjs',
	'src/lib/server/settings.js',
	'standins'
];
/** The commands of a release, as in `package.json`. */
const COMMANDS = ['accounts', 'backup', 'convert', 'demo', 'restore', 'start', 'trail'];

/** Not delivered: maps of the sources, packages' own tests, and what native packages bring for other systems. */
const LEFT_OUT =
	/\.[cm]?[jt]s\.map$|\.css\.map$|\/\.built-from$|\/node_modules\/.+(\/tests?|\.test\.\w+)$|\/prebuilds\/(?!linux-x64)[^/]+/;

if (process.platform !== 'linux' || process.arch !== 'x64') {
	console.error('A release is made on Linux x64, whose native packages are in it.');
	process.exit(1);
}
ensurePackages();
ensureBuild();
const description = JSON.parse(readFileSync(join(ROOT, 'package.json'), 'utf8'));
const name = `${description.name}-${description.version}`;
const staging = mkdtempSync(join(tmpdir(), 'residuum-release-'));
try {
	const stage = join(staging, name);
	for (const path of AS_IT_IS) put(join(ROOT, path), join(stage, path));
	put(BUILD, join(stage, 'build'));
	const installed = installedPackages();
	for (const { path } of installed) put(join(ROOT, path), join(stage, path));
	const shipped = [...installed, ...(await builtInPackages())];
	write(join(stage, 'package.json'), `${JSON.stringify(delivered(), null, '\t')}\n`);
	write(join(stage, 'bom.cdx.json'), `${JSON.stringify(await billOf(shipped), null, '\t')}\n`);
	write(join(stage, 'licences.txt'), licencesOf(shipped));
	pack(join(ROOT, `${name}.tgz`));
	console.log(`${name}.tgz is made: ${shipped.length} packages are in it.`);
} finally {
	rmSync(staging, { recursive: true });
}

/** @param {string} from @param {string} to */
function put(from, to) {
	mkdirSync(dirname(to), { recursive: true });
	// Wherever the project itself is.
	const isDelivered = (/** @type {string} */ path) => !LEFT_OUT.test(path.slice(ROOT.length));
	cpSync(from, to, { recursive: true, filter: isDelivered });
}

/** @param {string} path @param {string} text */
function write(path, text) {
	writeFileSync(path, text);
}

/** What a release says of itself: nothing that only its sources can do. */
function delivered() {
	const { devDependencies: _, scripts, ...rest } = description;
	return {
		...rest,
		scripts: Object.fromEntries(COMMANDS.map((command) => [command, scripts[command]]))
	};
}

/**
 * Equal contents make an equal archive: in order of names, nobody's, as old as the day of the version.
 * @param {string} archive
 */
function pack(archive) {
	const [, day = '1970-01-01'] =
		new RegExp(`^## \\[${description.version}\\] - (\\S+)$`, 'm').exec(
			readFileSync(join(ROOT, 'CHANGELOG.md'), 'utf8')
		) ?? [];
	const words = ['--create', '--sort=name', '--owner=0', '--group=0', '--numeric-owner'];
	words.push('--mode=u+rwX,go+rX,go-w', `--mtime=${day} 00:00:00Z`, `--directory=${staging}`);
	words.push('--use-compress-program=gzip --no-name', `--file=${archive}`, name);
	const { status } = spawnSync('tar', words, { stdio: ['ignore', 2, 2] });
	if (status !== 0) throw new Error('tar failed; what it printed above says why');
}
