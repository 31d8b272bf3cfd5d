/** The packages that the project uses: each with a reason and a licence that allows it. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { ROOT } from '../../scripts/prepare.mjs';
import { builtInPackages, installedPackages } from '../../scripts/release/packages.mjs';

const textOf = (path: string): string => readFileSync(join(ROOT, path), 'utf8');
const described = JSON.parse(textOf('package.json')) as Record<
	'dependencies' | 'devDependencies',
	Record<string, string>
>;
const lock = JSON.parse(textOf('package-lock.json')) as {
	packages: Record<string, { license?: string }>;
};

/** The rows of a part of the table: name, version, licence and reason. */
function rowsOf(heading: string) {
	const [, part = ''] = textOf('docs/packages.md').split(`## ${heading}\n`);
	const rows = (part.split('\n## ')[0] ?? '').matchAll(
		/^\| `(\S+)`\s*\| (\S+)\s*\| (\d{4}-\d\d-\d\d) \| (\S+)\s*\| (.+?)\s*\|$/gm
	);
	return [...rows].map(([, name = '', version = '', , licence = '', why = '']) => ({
		name,
		version,
		licence,
		why
	}));
}

const mapped = (values: Record<string, string>, change: (value: string) => string) =>
	Object.fromEntries(Object.entries(values).map(([name, value]) => [name, change(value)]));

/** What only copyleft licences allow is not used; one of several that may be chosen is enough. */
const isCopyleft = (licence: string): boolean =>
	licence
		.replaceAll(/[()]/g, '')
		.split(' OR ')
		.every((one) => /\b[AL]?GPL\b/.test(one));

describe('the packages', () => {
	const delivered = rowsOf('Delivered as they are');
	const builtIn = rowsOf('Built into the program');
	const tools = rowsOf('Tools');

	it('are each in the table, with the version and the licence that they have', () => {
		const versions = (rows: typeof tools) =>
			Object.fromEntries(rows.map(({ name, version }) => [name, version]));
		expect(versions(delivered)).toEqual(described.dependencies);
		expect(versions([...builtIn, ...tools])).toEqual(
			// One that has another name here than in the registry.
			mapped(described.devDependencies, (version) => version.replace(/^npm:.*@/, ''))
		);
		for (const { name, licence, why } of [...delivered, ...builtIn, ...tools]) {
			expect([name, licence]).toEqual([name, lock.packages[`node_modules/${name}`]?.license]);
			expect(why.length, name).toBeGreaterThan(3);
		}
	});

	it('are divided by whether they are delivered', async () => {
		const inBuild = new Set((await builtInPackages()).map(({ name }) => name));
		expect(builtIn.filter(({ name }) => !inBuild.has(name))).toEqual([]);
		expect(tools.filter(({ name }) => inBuild.has(name) && !name.startsWith('@types/'))).toEqual(
			[]
		);
	});

	it('have no licence that asks the same of Residuum, and where delivered a known one', async () => {
		const all = Object.entries(lock.packages).filter(([path]) => path !== '');
		expect(all.length).toBeGreaterThan(300);
		expect(all.filter(([, { license = '' }]) => license !== '' && isCopyleft(license))).toEqual([]);
		const shipped = [...installedPackages(), ...(await builtInPackages())];
		const allowed =
			/^\(?(MIT|MIT-0|MIT\/X11|ISC|0BSD|BSD-[23]-Clause|Apache-2\.0|BlueOak-1\.0\.0|OFL-1\.1|Unlicense|Zlib|CC0-1\.0|Python-2\.0)\b/;
		expect(shipped.filter(({ license }) => !allowed.test(license))).toEqual([]);
	});
});
