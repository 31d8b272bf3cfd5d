/** Folders of reference-case files, run against the core: whatever can't be run fails by name, and the others still run. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { checkCase } from './reference-cases';

interface Failure {
	readonly name: string;
	readonly file: string;
	readonly differences: readonly string[];
}
interface Outcome {
	readonly passed: number;
	readonly failures: readonly Failure[];
}

export function checkFolders(folders: readonly string[]): Outcome {
	return merged(folders.map(checkFolder));
}

/** A folder that is missing or has no case files is a failure of its own. */
function checkFolder(folder: string): Outcome {
	try {
		const files = readdirSync(folder).filter((name) => name.endsWith('.json'));
		if (files.length === 0) return failure(folder, folder, 'no case files in this folder');
		return merged(files.sort().map((name) => checkFile(join(folder, name))));
	} catch (error) {
		return failure(folder, folder, messageOf(error));
	}
}

function checkFile(file: string): Outcome {
	try {
		const cases: unknown = JSON.parse(readFileSync(file, 'utf8'));
		if (!Array.isArray(cases) || cases.length === 0) {
			return failure(file, file, 'expected an array of cases');
		}
		return merged(cases.map((item, at) => checkOne(item, file, at)));
	} catch (error) {
		return failure(file, file, messageOf(error));
	}
}

function checkOne(item: unknown, file: string, at: number): Outcome {
	const name = nameOf(item) ?? `case ${at + 1}`;
	try {
		const differences = checkCase(item);
		return differences.length === 0
			? { passed: 1, failures: [] }
			: { passed: 0, failures: [{ name, file, differences }] };
	} catch (error) {
		return failure(name, file, messageOf(error));
	}
}

function nameOf(item: unknown): string | undefined {
	const name = (item as { name?: unknown } | null)?.name;
	return typeof name === 'string' ? name : undefined;
}

const merged = (outcomes: readonly Outcome[]): Outcome => ({
	passed: outcomes.reduce((sum, { passed }) => sum + passed, 0),
	failures: outcomes.flatMap(({ failures }) => failures)
});
const failure = (name: string, file: string, difference: string): Outcome => ({
	passed: 0,
	failures: [{ name, file, differences: [difference] }]
});
const messageOf = (error: unknown): string =>
	error instanceof Error ? error.message : String(error);
