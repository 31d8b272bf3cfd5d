/**
 * Runs every reference-case file in the given folders (default: the project's own, tests/reference) against the core.
 * Prints each failing case with expected and got. Exits with 1 on a failure and when a folder holds no case.
 */
import { join } from 'node:path';
import { checkFolders } from '../tests/core/reference-files';

const named = process.argv.slice(2);
const own = join(import.meta.dirname, '../tests/reference');
const { passed, failures } = checkFolders(named.length > 0 ? named : [own]);
for (const { name, file, differences } of failures) {
	console.log(`FAILED: ${name} (${file})`);
	for (const line of differences) console.log(`  ${line}`);
}
console.log(`${passed} passed, ${failures.length} failed`);
process.exitCode = failures.length > 0 ? 1 : 0;
