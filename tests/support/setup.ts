import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';
import { startServer } from '../../scripts/own-server.mjs';
import { ensureBuild } from '../../scripts/prepare.mjs';

declare module 'vitest' {
	interface ProvidedContext {
		/** A data folder that a first start has made, to be copied: making one takes seconds. */
		emptyData: string;
	}
}

export default async function setup(project: TestProject): Promise<() => void> {
	ensureBuild();
	const folder = mkdtempSync(join(tmpdir(), 'residuum-empty-'));
	const server = await startServer({ RESIDUUM_DATA: folder });
	if (server.address === null) throw new Error(`the server did not start: ${server.printed()}`);
	await server.stop();
	project.provide('emptyData', folder);
	return () => rmSync(folder, { recursive: true, force: true });
}
