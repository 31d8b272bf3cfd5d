import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { checkFolders } from './reference-files';

const own = join(import.meta.dirname, '../reference');
const [known] = JSON.parse(readFileSync(join(own, 'run-basics.json'), 'utf8')) as [
	{ name: string; debt: object; expect: object }
];
let folder: string;

beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'residuum-cases-'))));
afterEach(() => rmSync(folder, { recursive: true }));

const write = (name: string, content: unknown) =>
	writeFileSync(
		join(folder, name),
		typeof content === 'string' ? content : JSON.stringify(content)
	);

describe('reference-case files', () => {
	it('fails by name what it does not know, and still runs the others', () => {
		write('a.json', [
			{ ...known, name: 'field of the case', colour: 'green' },
			{ ...known, name: 'field of the debt', debt: { ...known.debt, mood: 1 } },
			{ ...known, name: 'expected figure', expect: { ...known.expect, mood: 1 } },
			{ ...known, name: 'kind', kind: 'tide' },
			{ name: 'question', kind: 'solve', ask: 'payment', given: {}, expect: {}, mood: 1 },
			known
		]);
		write('b.json', [{ ...known, name: 'wrong by a cent', expect: { ...known.expect, peak: 1 } }]);
		const { passed, failures } = checkFolders([folder]);
		expect(passed).toBe(1);
		expect(failures.map(({ name }) => name)).toEqual([
			'field of the case',
			'field of the debt',
			'expected figure',
			'kind',
			'question',
			'wrong by a cent'
		]);
	});

	it('fails a folder that is missing or empty, and a file that has no cases', () => {
		write('broken.json', '[{');
		write('empty.json', []);
		mkdirSync(join(folder, 'nothing'));
		const folders = [folder, join(folder, 'nothing'), join(folder, 'gone')];
		const { passed, failures } = checkFolders(folders);
		expect(passed).toBe(0);
		expect(failures.map(({ name }) => name)).toEqual([
			join(folder, 'broken.json'),
			join(folder, 'empty.json'),
			join(folder, 'nothing'),
			join(folder, 'gone')
		]);
	});
});
