/**
 * Runs every reference-case file in the given folders (default: ../shared/vectors) against the core.
 * Each failing case is printed with what was expected and what came; a setting that the core does not know fails.
 * Cases of kinds that come later are listed by name as skipped. Exit 1 on a failure or when no case was run.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { checkCase, type Verdict } from '../tests/core/reference-cases';

function caseFiles(folders: readonly string[]): string[] {
	return folders.flatMap((folder) =>
		readdirSync(folder)
			.filter((name) => name.endsWith('.json'))
			.sort()
			.map((name) => join(folder, name))
	);
}

function main(folders: readonly string[]): number {
	const count: Record<Verdict['outcome'], number> = { passed: 0, failed: 0, skipped: 0 };
	for (const file of caseFiles(folders)) {
		for (const item of JSON.parse(readFileSync(file, 'utf8')) as unknown[]) {
			const verdict = checkCase(item);
			count[verdict.outcome] += 1;
			if (verdict.outcome === 'skipped') console.log(`skipped: ${verdict.name} (${verdict.why})`);
			if (verdict.outcome === 'failed') {
				console.log(`FAILED: ${verdict.name} (${file})`);
				for (const line of verdict.differences) console.log(`  ${line}`);
			}
		}
	}
	console.log(`${count.passed} passed, ${count.failed} failed, ${count.skipped} skipped`);
	return count.failed > 0 || count.passed === 0 ? 1 : 0;
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
	const named = process.argv.slice(2);
	const beside = join(import.meta.dirname, '../../shared/vectors');
	try {
		process.exitCode = main(named.length > 0 ? named : [beside]);
	} catch (error) {
		console.error(`The reference cases could not be read: ${(error as Error).message}`);
		process.exitCode = 1;
	}
}
