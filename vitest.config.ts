import { statfsSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { fileURLToPath } from 'node:url';
import { svelte } from '@sveltejs/vite-plugin-svelte';
import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';
import { TIMES } from './scripts/random.mjs';
import { takeHome } from './vite.plugins.ts';

/** Data folders and browsers' profiles are in memory where there is much of it: no disk is waited for. */
function folderForTests(): string {
	try {
		const { bavail, bsize } = statfsSync('/dev/shm');
		return bavail * bsize > 8e9 ? '/dev/shm' : tmpdir();
	} catch {
		return tmpdir();
	}
}

/** So many files at a time keep the machines busy that this is tested on. */
const CORES = 2;

/** What takes minutes, or waits for a server that is not there, begins first: at the end it would leave a core with nothing to do. */
class LongFirst extends BaseSequencer {
	override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
		const isLong = ({ moduleId }: TestSpecification) =>
			/\/(backup[\w-]*|every-version|forged|postgres|what-if-killed)\.test\.ts$/.test(moduleId);
		const sorted = await super.sort(files);
		return [...sorted.filter(isLong), ...sorted.filter((file) => !isLong(file))];
	}
}

/**
 * What takes long by nature, and is left to `npm run test:thorough`: kills, full disks, backups, bad values for every field,
 * LibreOffice over all demo plans, questions about the whole book; in the browser every screen in every size and colours, what
 * clients see beside the desk and take home, waiting for a server that is slow or away, and all that a way of working has
 * beside its main road.
 */
const SLOW_SERVER = [
	'tests/server/{backup*,bad-input,every-version,full-copy,full-disk,glance,migrate,reminders,retention,start,tables,trouble,what-if,what-if-killed}.test.ts',
	'tests/browser/{agency,agency-terms,balances,client-view,directory,endings,exports,keys,languages,looks,narrow,plan-money,refusals,second-factor,take-home,what-if}.test.ts'
];
const SLOW_UNIT = [
	'tests/exchange/{convert,demo-workbooks,one-record,workbook-balances,workbook-household,workbook-out,workbook-read-back}.test.ts',
	'tests/handout/{convert,pdf}.test.ts'
];

/** Accounts are only where the database is a PostgreSQL server. */
const NEED_POSTGRES =
	'tests/server/{access-log,client-view,directory,forged,interface,people,postgres,programs,second-factor,signing-in,trail,webhooks}.test.ts';

/** Modules only, loaded once for all files: they touch nothing outside of themselves. */
const unit = {
	// What is reactive is tested as the page has it.
	plugins: [takeHome, svelte()],
	resolve: { alias: { $lib: fileURLToPath(new URL('src/lib', import.meta.url)) } }
};
const unitTest = {
	isolate: false,
	maxWorkers: CORES,
	setupFiles: ['./tests/support/setup-random.ts'],
	// Many random draws beside other work: only what never ends takes so long.
	testTimeout: 180_000 * Math.max(1, TIMES)
};

/** Built servers, a file each its own or the one that files share. */
const builtTest = {
	env: { TMPDIR: folderForTests() },
	globalSetup: './tests/support/setup.ts',
	isolate: false,
	maxWorkers: CORES,
	// What a page is waited for: only a failure takes so long.
	expect: { poll: { timeout: 15_000 } },
	testTimeout: 120_000,
	hookTimeout: 120_000
};

// `npm test` runs `unit` and `built`; `npm run test:thorough` the others, and `unit` with many times the random draws.
export default defineConfig({
	test: {
		sequence: { sequencer: LongFirst },
		// Of modules that tests run in their own process; what the built server runs is not seen.
		coverage: {
			provider: 'v8',
			include: ['src/lib/{core,exchange}/**/*.ts'],
			reporter: ['json-summary'],
			reportOnFailure: true
		},
		projects: [
			{
				...unit,
				test: {
					...unitTest,
					name: 'unit',
					include: [
						'tests/{core,desk,document,exchange,handout,messages,reading,ui,words}/**/*.test.ts'
					],
					exclude: SLOW_UNIT
				}
			},
			{
				...unit,
				// LibreOffice takes its time, and more of it on a busy machine.
				test: { ...unitTest, name: 'unit-slow', include: SLOW_UNIT, testTimeout: 300_000 }
			},
			{
				test: {
					...builtTest,
					name: 'built',
					include: ['tests/{server,browser}/**/*.test.ts'],
					exclude: [...SLOW_SERVER, NEED_POSTGRES]
				}
			},
			{ test: { ...builtTest, name: 'built-slow', include: SLOW_SERVER } },
			{
				test: {
					name: 'release',
					include: ['tests/release/**/*.test.ts'],
					sequence: { groupOrder: 2 },
					testTimeout: 120_000,
					hookTimeout: 300_000
				}
			},
			{
				// What holds of the server holds on a PostgreSQL server as in a data folder.
				test: {
					name: 'postgres',
					include: [
						'tests/server/{access-log,api,backup*,bad-input,casebook,client-view,coming-back,directory,forged,full-copy,glance,indexes,interface,paid-out,people,postgres,programs,reference,reminders,retention,second-factor,signing-in,tables,trail,webhooks,what-if,what-if-killed}.test.ts'
					],
					env: { TMPDIR: folderForTests() },
					globalSetup: './tests/support/setup-postgres.ts',
					isolate: false,
					// Some of them wait long, and leave their core to others.
					maxWorkers: CORES + 1,
					sequence: { groupOrder: 1 },
					testTimeout: 120_000,
					hookTimeout: 120_000
				}
			}
		]
	}
});
