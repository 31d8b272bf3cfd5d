/** The package of the computation, packed, installed into an empty project, and run as its page says. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openBrowser } from '../../scripts/browser.mjs';
import { ROOT } from '../../scripts/prepare.mjs';

const PACKAGE = join(ROOT, 'packages/core');
const project = mkdtempSync(join(tmpdir(), 'residuum-core-'));
const installed = join(project, 'node_modules/residuum-core');
afterAll(() => rmSync(project, { recursive: true }));

const json = (path: string) =>
	JSON.parse(readFileSync(path, 'utf8')) as Record<string, unknown> & { version: string };
const node = (...words: string[]) =>
	execFileSync(process.execPath, words, { cwd: project, encoding: 'utf8' });
const npm = (folder: string, ...words: string[]) =>
	execFileSync('npm', words, { cwd: folder, encoding: 'utf8' });

beforeAll(() => {
	execFileSync(process.execPath, ['scripts/core.mjs'], { cwd: ROOT, stdio: 'ignore' });
	const [packed] = JSON.parse(npm(PACKAGE, 'pack', '--json', '--pack-destination', project)) as {
		filename: string;
	}[];
	writeFileSync(join(project, 'package.json'), '{ "type": "module", "private": true }');
	npm(project, 'install', '--offline', '--no-audit', '--no-fund', `./${packed?.filename ?? ''}`);
}, 300_000);

/** The examples of its page: each a program, with what it prints in comments below what prints it. */
const examples = [
	...readFileSync(join(PACKAGE, 'README.md'), 'utf8').matchAll(/^## (.+)$[^]*?```ts\n([^]*?)```/gm)
].map(([, title = '', source = '']) => ({ title, source }));
const printedBy = (source: string): string[] =>
	[...source.matchAll(/^\/\/ (.*)$/gm)].map(([, line = '']) => line);

describe('the package', () => {
	it('has the version of the program, needs nothing, and is one module with its types and its reference', () => {
		const { version, dependencies, peerDependencies } = json(join(installed, 'package.json'));
		expect(version).toBe(json(join(ROOT, 'package.json')).version);
		expect([dependencies, peerDependencies]).toEqual([undefined, undefined]);
		expect(
			readdirSync(join(project, 'node_modules')).filter((name) => !name.startsWith('.'))
		).toEqual(['residuum-core']);
		expect(readdirSync(installed).sort()).toEqual([
			'LICENSE',
			'README.md',
			'dist',
			'docs',
			'package.json'
		]);
		const module = readFileSync(join(installed, 'dist/index.js'), 'utf8');
		expect(module).not.toMatch(
			/\bimport\b.*\bfrom\b|\brequire\(|\bprocess\.|\bdocument\.|\bwindow\./
		);
		const reference = readFileSync(join(installed, 'docs/functions/planOf.html'), 'utf8');
		expect(reference).toContain('A plan with every month');
	});

	it('has a page of examples, each of which prints what it says', () => {
		expect(examples.map(({ title }) => title)).toEqual([
			'One debt',
			'What a payment would have to be',
			'A household',
			'The order that costs least'
		]);
		examples.forEach(({ source }, at) => writeFileSync(join(project, `example-${at}.ts`), source));
		const files = examples.map((_, at) => `example-${at}.ts`);
		// As whoever has no bundler compiles, strictly.
		const compilerOptions = {
			strict: true,
			exactOptionalPropertyTypes: true,
			target: 'es2023',
			lib: ['es2023', 'dom'],
			module: 'nodenext',
			types: []
		};
		writeFileSync(join(project, 'tsconfig.json'), JSON.stringify({ compilerOptions, files }));
		node(join(ROOT, 'node_modules/typescript/bin/tsc'));
		examples.forEach(({ title, source }, at) => {
			const printed = node(`example-${at}.js`).trim().split('\n');
			expect([title, printed]).toEqual([title, printedBy(source)]);
		});
	});

	it('computes the same in a worker and in a browser', async () => {
		const [, , household] = examples;
		const script = readFileSync(join(project, 'example-2.js'), 'utf8');
		const expected = printedBy(household?.source ?? '');
		writeFileSync(
			join(project, 'worker.js'),
			`import { Worker } from 'node:worker_threads';
			new Worker(new URL('./example-2.js', import.meta.url));`
		);
		expect(node('worker.js').trim().split('\n')).toEqual(expected);

		const page = `<!doctype html><script type="importmap">
			{ "imports": { "residuum-core": "/node_modules/residuum-core/dist/index.js" } }
		</script><script type="module" src="/example-2.js"></script>`;
		const server = createServer(({ url = '/' }, response) => {
			const type = url.endsWith('.js') ? 'text/javascript' : 'text/html';
			response.setHeader('content-type', type);
			response.end(url.endsWith('.js') ? readFileSync(join(project, url)) : page);
		});
		await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
		const { browser, close } = await openBrowser();
		try {
			const tab = await browser.newPage();
			const printed: string[] = [];
			tab.on('console', (message) => printed.push(message.text()));
			await tab.goto(`http://127.0.0.1:${(server.address() as AddressInfo).port}/`);
			await expect.poll(() => printed, { timeout: 20_000 }).toEqual(expected);
		} finally {
			await close();
			server.close();
		}
		expect(script).toContain("from 'residuum-core'");
	});
});
