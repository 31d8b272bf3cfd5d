/**
 * `npm test`: format, lint, types, dependency rules, reference cases, unit, server and browser tests.
 * Goes through to the end whatever fails, and closes with one line: N passed, N failed.
 */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuild, ensureChromium, ensurePackages, ensureReaders, ROOT } from './prepare.mjs';

/** Two lists that are worked off side by side. */
const CHECKS = [
	[
		['types', 'svelte-check', '--fail-on-warnings'],
		['dependency rules', 'depcruise', 'src', 'tests', 'scripts', 'bench'],
		['nothing unused', 'knip']
	],
	[
		['format', 'prettier', '--check', '.', '--cache', '--cache-strategy=content'],
		['lint', 'eslint', '.']
	]
];

/** Programs that read much and end soon: looking for garbage seldom, and not on both cores, is quicker. */
const SHORT_LIVED = ['--max-semi-space-size=128', '--single-threaded-gc'];

ensurePackages();
ensureChromium();
ensureReaders();

const count = { passed: 0, failed: 0 };
await check(['generated types', 'svelte-kit', 'sync']);
await Promise.all(
	CHECKS.map(async (lane) => {
		for (const one of lane) await check(one);
	})
);
ensureBuild();
await referenceCases();
tests();
console.log(`${count.passed} passed, ${count.failed} failed`);
process.exitCode = count.failed === 0 ? 0 : 1;

/** @param {readonly string[]} check its name, the tool and what it is told */
async function check([name = '', tool = '', ...words]) {
	const { status, output } = await run(tool, words);
	const passed = status === 0;
	count[passed ? 'passed' : 'failed'] += 1;
	console.log(`${passed ? 'ok    ' : 'FAILED'} ${name}`);
	if (!passed) console.log(output);
}

async function referenceCases() {
	const { status, output } = await run('tsx', ['scripts/vectors.ts']);
	const [, passed, failed] = /(\d+) passed, (\d+) failed/.exec(output) ?? [null, '0', '1'];
	count.passed += Number(passed);
	count.failed += Number(failed);
	console.log(`${status === 0 ? 'ok    ' : 'FAILED'} reference cases`);
	console.log(status === 0 ? (output.trim().split('\n').at(-1) ?? '') : output);
}

/** Vitest shows its progress here; what it counted is read from its report. */
function tests() {
	const folder = mkdtempSync(join(tmpdir(), 'residuum-report-'));
	const report = join(folder, 'report.json');
	const words = ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${report}`];
	const { status } = spawnSync(bin('vitest'), words, { cwd: ROOT, stdio: ['ignore', 1, 1] });
	if (existsSync(report)) {
		const { numPassedTests, numFailedTests } = JSON.parse(readFileSync(report, 'utf8'));
		count.passed += numPassedTests;
		count.failed += numFailedTests;
	}
	// A test file that could not even be read counts as failed too.
	if (status !== 0 && count.failed === 0) count.failed += 1;
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
