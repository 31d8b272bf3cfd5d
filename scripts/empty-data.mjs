/** The data folder from which every new one begins. */
import { rmSync } from 'node:fs';
import { nothingSet } from '../src/lib/server/settings.js';
import { startServer } from './own-server.mjs';

/**
 * Has the built program make a data folder with nothing in it. Whatever builds may be set up for data of its own, as
 * the demo is: none of its settings are for this.
 * @param {string} folder what is there gives way
 */
export async function makeEmptyData(folder) {
	rmSync(folder, { recursive: true, force: true });
	const server = await startServer({ ...nothingSet(), RESIDUUM_PORT: '0', RESIDUUM_DATA: folder });
	const answer = server.address === null ? null : await fetch(`${server.address}/readyz`);
	if (answer?.status !== 200) throw new Error(`no empty data could be made: ${server.printed()}`);
	await server.stop();
}
