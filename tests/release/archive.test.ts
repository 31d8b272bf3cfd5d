/** The archive of a release, made, unpacked and started as whoever gets it does. */
import { execFileSync, spawn, spawnSync } from 'node:child_process';
import {
	chmodSync,
	chownSync,
	cpSync,
	existsSync,
	mkdtempSync,
	readdirSync,
	readFileSync,
	rmSync,
	writeFileSync
} from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ensureContainerTools, ROOT } from '../../scripts/prepare.mjs';
import { card } from '../support/debts';
import { makeCase, TODAY, type Asked } from '../support/residuum';

const { version } = createRequire(import.meta.url)('../../package.json') as { version: string };
/** Nobody: who owns nothing, where the tests are run by somebody who may write everywhere. */
const NOBODY = process.getuid?.() === 0 ? { uid: 65_534, gid: 65_534 } : {};

const place = mkdtempSync(join(tmpdir(), 'residuum-unpacked-'));
const program = join(place, `residuum-${version}`);
const data = mkdtempSync(join(tmpdir(), 'residuum-released-'));
afterAll(() => {
	execFileSync('chmod', ['-R', 'u+w', place]);
	for (const folder of [place, data]) rmSync(folder, { recursive: true });
});

beforeAll(() => {
	execFileSync(process.execPath, ['scripts/release.mjs'], { cwd: ROOT, stdio: 'ignore' });
	execFileSync('tar', ['-xzf', join(ROOT, `residuum-${version}.tgz`), '-C', place]);
	execFileSync('chmod', ['-R', 'a-w', place]);
	chmodSync(place, 0o555);
	if (NOBODY.uid !== undefined) chownSync(data, NOBODY.uid, NOBODY.gid);
}, 300_000);

/** Nothing of this machine's settings, and no program but Node.js is to be found. */
const environment = { RESIDUUM_DATA: data, RESIDUUM_PORT: '0', RESIDUUM_TODAY: TODAY, PATH: '' };

const started = () =>
	spawn(process.execPath, ['scripts/start.mjs'], { ...NOBODY, cwd: program, env: environment });

/** A released program, until the work on it is done. */
async function running(
	start: () => ReturnType<typeof started>,
	work: (asked: Asked) => Promise<void>
): Promise<void> {
	const child = start();
	const ended = new Promise((resolve) => child.once('exit', resolve));
	const address = await new Promise<string>((resolve, reject) => {
		let printed = '';
		for (const stream of [child.stdout, child.stderr])
			stream.on('data', (text) => {
				printed += String(text);
				const [, at] = /open at (http:\S+)/.exec(printed) ?? [];
				if (at !== undefined) resolve(at);
			});
		void ended.then(() => reject(new Error(`it ended: ${printed}`)));
	});
	try {
		await work(askedAt(address));
	} finally {
		child.kill('SIGTERM');
		await ended;
	}
}

function askedAt(address: string): Asked {
	const headers = { origin: address, 'content-type': 'application/json' };
	return {
		address,
		headers,
		async request(method, path, body) {
			const answer = await fetch(address + path, {
				method,
				headers,
				...(body === undefined ? {} : { body: JSON.stringify(body) })
			});
			const text = await answer.text();
			const isJson = answer.headers.get('content-type')?.includes('json') ?? false;
			return { status: answer.status, body: isJson ? (JSON.parse(text) as unknown) : text };
		},
		remove: () => Promise.resolve()
	};
}

describe('a release', () => {
	it('starts with nothing but Node.js where it can’t write, and keeps a case in its data folder', async () => {
		let id = '';
		await running(started, async (asked) => {
			({ id } = await makeCase(asked, 'Unpacked', [card()]));
			const page = await asked.request('GET', `/cases/${id}`);
			expect([page.status, String(page.body).includes('Unpacked')]).toEqual([200, true]);
		});
		await running(started, async (asked) => {
			const { body } = await asked.request('GET', `/api/v1/cases/${id}`);
			expect(body).toMatchObject({ document: { label: 'Unpacked' } });
		});
	});

	it('has its commands: a table becomes a PDF, a backup is written and read again', () => {
		const table = join(data, 'debts.csv');
		const paper = join(data, 'plan.pdf');
		const kept = join(data, 'kept.backup');
		writeFileSync(table, 'Name,Owed,APR,Payment\nQuillmark card,4182.36,22.49,120\n');
		const command = (...words: string[]) =>
			spawnSync(process.execPath, words, { ...NOBODY, cwd: program, env: environment });
		expect(String(command('scripts/convert.mjs', table, paper).stderr)).toBe('');
		expect(readFileSync(paper).subarray(0, 5).toString()).toBe('%PDF-');
		const said = command('scripts/command.mjs', 'backup', kept);
		expect(String(said.stdout) + String(said.stderr)).toContain('restored for trial: 1 case');
	});

	it('has neither sources nor tools in it', () => {
		const files = readdirSync(program, { recursive: true, encoding: 'utf8' });
		expect(
			files.filter((file) => /\.(svelte|[jt]s\.map|test\.\w+)$|^tests|^migrations/.test(file))
		).toEqual([]);
		expect(
			files.filter((file) => /^node_modules\/(vite|typescript|eslint|tsx|vitest)\//.test(file))
		).toEqual([]);
		const { scripts, devDependencies } = JSON.parse(
			readFileSync(join(program, 'package.json'), 'utf8')
		) as { scripts: object; devDependencies?: object };
		expect(Object.keys(scripts)).toContain('start');
		expect([Object.keys(scripts).includes('test'), devDependencies]).toEqual([false, undefined]);
	});

	it('has what its papers point to', () => {
		for (const paper of ['README.md', 'SECURITY.md', 'docs/guide.md', 'docs/operations.md']) {
			const links = readFileSync(join(program, paper), 'utf8').matchAll(/\]\(([^)#:]+)[^):]*\)/g);
			const gone = [...links]
				.map(([, link = '']) => join(dirname(paper), link))
				.filter((path) => !existsSync(join(program, path)));
			expect(gone, paper).toEqual([]);
		}
	});

	it('says what is in it: every package that is there, with a licence that allows it', () => {
		const bill = JSON.parse(readFileSync(join(program, 'bom.cdx.json'), 'utf8')) as Bill;
		expect(bill).toMatchObject({ bomFormat: 'CycloneDX', metadata: { component: { version } } });
		const listed = new Map(bill.components.map((one) => [one['bom-ref'], one.licenses]));
		const there = packagesIn(program);
		expect(there.length).toBeGreaterThan(100);
		expect(there.filter((one) => !listed.has(one))).toEqual([]);
		// What is built in is listed too.
		for (const built of [
			'svelte',
			'zod',
			'chart.js',
			'papaparse',
			'@lucide/svelte',
			'@tanstack/svelte-virtual'
		])
			expect(
				[...listed.keys()].some((one) => one.startsWith(`${built}@`)),
				built
			).toBe(true);
		const texts = readFileSync(join(program, 'licences.txt'), 'utf8');
		expect(
			[...listed.keys()].filter((one) => !texts.includes(`\n${one.replace(/@([^@]+)$/, ' $1')}: `))
		).toEqual([]);
	});
});

describe.runIf(process.getuid?.() === 0)('a container of a release', () => {
	const folder = mkdtempSync(join(tmpdir(), 'residuum-container-'));
	const kept = ['--storage-driver=vfs', '--root', `${folder}/store`, '--runroot', `${folder}/run`];
	const buildah = (...words: string[]): string =>
		execFileSync('buildah', [...kept, ...words], {
			cwd: folder,
			encoding: 'utf8',
			stdio: ['ignore', 'pipe', 'ignore']
		});
	afterAll(() => rmSync(folder, { recursive: true }));

	it('is made of a root of Debian and Node.js alone, and keeps a case as a user of its own', async () => {
		ensureContainerTools();
		const packages = '--include=ca-certificates,libstdc++6';
		const root = ['--variant=minbase', packages, 'bookworm', join(folder, 'root.tar')];
		execFileSync('mmdebstrap', root, { stdio: 'ignore' });
		cpSync(process.execPath, join(folder, 'node'), { dereference: true });
		cpSync(join(ROOT, `residuum-${version}.tgz`), join(folder, 'residuum.tgz'));
		const file = `--file=${join(program, 'deploy/Containerfile')}`;
		buildah('build', '--isolation=chroot', file, '--tag=residuum', '.');
		const container = buildah('from', 'localhost/residuum').trim();
		const run = ['run', '--isolation=chroot', '--env', 'RESIDUUM_PORT=0', container, '--'];
		const start = () =>
			spawn('buildah', [...kept, ...run, '/usr/local/bin/node', 'scripts/start.mjs']);
		await running(start, async (asked) => {
			const { id } = await makeCase(asked, 'Contained', [card()]);
			const { body } = await asked.request('GET', `/api/v1/cases/${id}`);
			expect(body).toMatchObject({ document: { label: 'Contained' } });
		});
		expect(buildah(...run, '/usr/bin/id', '--user').trim()).toBe('10001');
	}, 300_000);
});

interface Bill {
	readonly components: readonly { readonly 'bom-ref': string; readonly licenses?: unknown }[];
}

/** Every package in the archive's own folder of packages, as `name@version`. */
function packagesIn(folder: string): string[] {
	return readdirSync(join(folder, 'node_modules'), { recursive: true, encoding: 'utf8' })
		.filter((path) => /^(.*node_modules\/)?(@[^/]+\/)?[^/@][^/]*\/package\.json$/.test(path))
		.map((path) => {
			const one = JSON.parse(readFileSync(join(folder, 'node_modules', path), 'utf8')) as {
				name: string;
				version: string;
			};
			return `${one.name}@${one.version}`;
		});
}
