/**
 * `npm test`: format, lint, types, dependency rules, reference cases, unit and server tests, and the main road of each way people work in the browser.
 * `npm run test:thorough`: what takes long by nature: lint that needs types, all random cases and how much of the modules they run, kills, full disks and backups, bad values for every field, what lies beside the main roads, every screen in every size and colours, servers
 * that are slow or away, LibreOffice over all demo plans, the server's tests on PostgreSQL, and a release unpacked and started.
 * Each goes through to the end whatever fails, says where its time went, and closes with one line: N passed, N failed.
 */
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureBuild, ensureChromium, ensurePackages, ensureReaders, ROOT } from './prepare.mjs';

/** In turn, while the program is built. */
const CHECKS = [
	['types', 'svelte-check', '--tsgo', '--fail-on-warnings'],
	['dependency rules', 'depcruise', 'src', 'tests', 'scripts', 'bench', 'packages/core/index.ts'],
	['format', 'oxfmt', '--check', '.'],
	['lint', 'oxlint', '--deny-warnings']
];

/** In turn, beside a release and the tests of modules; the last of them takes minutes of one core. */
const THOROUGH_CHECKS = [
	['nothing unused', 'knip'],
	['lint with types', 'oxlint', '--type-aware', '--deny-warnings'],
	['lint of components', 'eslint', 'src/**/*.svelte']
];

/** Programs that read much and end soon: looking for garbage seldom, and not on both cores, is quicker. */
const SHORT_LIVED = ['--max-semi-space-size=128', '--single-threaded-gc'];

/** The part of the random cases named by its tests that each takes. */
const PART = '0.25';
const ALL = '1';

ensurePackages();
ensureChromium();
ensureReaders();

const count = { passed: 0, failed: 0 };
/** @type {[what: string, seconds: number][]} */
const times = [];
/** What failed, to be named at the end, too: what is kept of a long output is its end. @type {string[]} */
const failures = [];
if (process.argv.includes('--thorough')) await thorough();
else await quick();
tellTimes();
for (const failure of failures) console.log(`FAILED ${failure}`);
console.log(`${count.passed} passed, ${count.failed} failed`);
process.exitCode = count.failed === 0 ? 0 : 1;

async function quick() {
	await check(['generated types', 'svelte-kit', 'sync']);
	// Side by side what takes one core each; two tests at a time take both.
	await Promise.all([build(), inTurn(CHECKS).then(referenceCases)]);
	await tests(['built', 'unit'], PART);
}

async function thorough() {
	await check(['generated types', 'svelte-kit', 'sync']);
	const checks = inTurn(THOROUGH_CHECKS);
	await build();
	await tests(['release'], ALL);
	await tests(['unit', 'unit-slow'], ALL, ['--coverage.enabled']);
	// What reads it is not there before the packages are.
	const { readCoverage, readServerCoverage } = await import('./coverage.mjs');
	checkCoverage('coverage', readCoverage());
	await checks;
	await measured(['built-slow', 'postgres'], readServerCoverage);
}

/**
 * Tests of a program built with maps to its sources, with what its processes run of the server.
 * @param {string[]} projects
 * @param {typeof import('./coverage.mjs').readServerCoverage} readServerCoverage
 */
async function measured(projects, readServerCoverage) {
	const folder = mkdtempSync(join(tmpdir(), 'residuum-coverage-'));
	process.env.SOURCE_MAPS = 'yes';
	ensureBuild();
	process.env.NODE_V8_COVERAGE = folder;
	await tests(projects, ALL);
	delete process.env.NODE_V8_COVERAGE;
	checkCoverage('coverage of the server', await readServerCoverage(folder));
	delete process.env.SOURCE_MAPS;
	rmSync(folder, { recursive: true });
}

/** @param {readonly (readonly string[])[]} checks */
async function inTurn(checks) {
	for (const one of checks) await check(one);
}

/** Builds in a process of its own, while other checks go on. */
async function build() {
	const began = Date.now();
	const prepare = pathToFileURL(join(ROOT, 'scripts/prepare.mjs')).href;
	const words = ['--eval', `import('${prepare}').then(({ ensureBuild }) => ensureBuild())`];
	const child = spawn(process.execPath, words, { cwd: ROOT, stdio: ['ignore', 2, 2] });
	const status = await new Promise((resolve) => child.once('close', resolve));
	if (status !== 0) process.exit(1);
	times.push(['build', (Date.now() - began) / 1000]);
}

function tellTimes() {
	console.log('Where the time went:');
	for (const [what, seconds] of times.sort(([, a], [, b]) => b - a).slice(0, 20)) {
		console.log(`  ${seconds.toFixed(1).padStart(6)} s  ${what}`);
	}
}

/**
 * Says how much of which rooms was run; a module of which too little was is a failure.
 * @param {string} name
 * @param {{ rooms: string[], below: string[] }} coverage
 */
function checkCoverage(name, { rooms, below }) {
	count[below.length === 0 ? 'passed' : 'failed'] += 1;
	for (const line of below) failures.push(`${name}: ${line}`);
	console.log(`${below.length === 0 ? 'ok    ' : 'FAILED'} ${name}`);
	for (const line of [...rooms, ...below]) console.log(`  ${line}`);
}

/** @param {readonly string[]} check its name, the tool and what it is told */
async function check([name = '', tool = '', ...words]) {
	const began = Date.now();
	const { status, output } = await run(tool, words);
	times.push([name, (Date.now() - began) / 1000]);
	const passed = status === 0;
	count[passed ? 'passed' : 'failed'] += 1;
	if (!passed) failures.push(name);
	console.log(`${passed ? 'ok    ' : 'FAILED'} ${name}`);
	if (!passed) console.log(output);
}

async function referenceCases() {
	const { status, output } = await run('tsx', ['scripts/vectors.ts']);
	const [, passed, failed] = /(\d+) passed, (\d+) failed/.exec(output) ?? [null, '0', '1'];
	count.passed += Number(passed);
	count.failed += Number(failed);
	if (status !== 0) failures.push('reference cases');
	console.log(`${status === 0 ? 'ok    ' : 'FAILED'} reference cases`);
	console.log(status === 0 ? (output.trim().split('\n').at(-1) ?? '') : output);
}

/**
 * Vitest shows its progress here; what it counted is read from its report.
 * @param {readonly string[]} projects
 * @param {string} random how many times as many random cases as a test names
 * @param {readonly string[]} more what else Vitest is told
 */
async function tests(projects, random, more = []) {
	const folder = mkdtempSync(join(tmpdir(), 'residuum-report-'));
	const report = join(folder, 'report.json');
	const words = ['run', ...projects.flatMap((name) => ['--project', name]), ...more];
	words.push('--reporter=default', '--reporter=json', `--outputFile.json=${report}`);
	const env = { ...process.env, RESIDUUM_RANDOM: process.env.RESIDUUM_RANDOM ?? random };
	const child = spawn(bin('vitest'), words, { cwd: ROOT, env, stdio: ['ignore', 1, 1] });
	let failed = 0;
	const status = await new Promise((resolve) => child.once('close', resolve));
	if (existsSync(report)) {
		const { numPassedTests, numFailedTests, testResults } = JSON.parse(
			readFileSync(report, 'utf8')
		);
		count.passed += numPassedTests;
		failed = numFailedTests;
		for (const { name, startTime, endTime, assertionResults } of testResults) {
			const file = relative(ROOT, name);
			times.push([file, (endTime - startTime) / 1000]);
			for (const { status: how, fullName, failureMessages } of assertionResults)
				if (how === 'failed')
					failures.push(
						`${file}: ${fullName.trim()}\n  ${String(failureMessages[0]).split('\n')[0]}`
					);
		}
	}
	// A test file that could not even be read counts as failed too.
	if (status !== 0 && failed === 0) {
		failed = 1;
		failures.push(`tests of ${projects.join(', ')}, before one of them was run`);
	}
	count.failed += failed;
	rmSync(folder, { recursive: true });
}

/**
 * @param {string} tool
 * @param {readonly string[]} words
 * @returns {Promise<{ status: number | null, output: string }>}
 */
function run(tool, words) {
	const child = spawn(process.execPath, [...SHORT_LIVED, bin(tool), ...words], { cwd: ROOT });
	let output = '';
	for (const stream of [child.stdout, child.stderr]) {
		stream.setEncoding('utf8').on('data', (text) => (output += text));
	}
	return new Promise((resolve) => child.on('close', (status) => resolve({ status, output })));
}

/** @param {string} tool */
function bin(tool) {
	return join(ROOT, 'node_modules/.bin', tool);
}
