import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';
import { ensureBuild } from '../../scripts/prepare.mjs';
import { share } from './residuum';

/** The built program on a data folder, for all the files that need none of their own. */
export default function setup(project: TestProject): Promise<() => Promise<void>> {
	ensureBuild();
	const folder = project.config.env['TMPDIR'] ?? tmpdir();
	return share(project, { RESIDUUM_DATA: mkdtempSync(join(folder, 'residuum-test-')) });
}
