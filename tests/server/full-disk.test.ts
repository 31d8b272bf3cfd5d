/** A disk with too little room: the program starts to read, and saves once there is room; one that fills up is in `trouble`. */
import { mkdtempSync, rmSync } from 'node:fs';
import { statfs } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { startServer } from '../../scripts/own-server.mjs';
import { card } from '../support/debts';
import { caseNow, makeCase, startResiduum, TODAY, wholly } from '../support/residuum';

/** What is free where tests have their data, in MB. */
async function free(): Promise<number> {
	const { bavail, bsize } = await statfs(tmpdir());
	return Math.floor((bavail * bsize) / 2 ** 20);
}

it('is started on to read: saves are refused, and go on once there is room', async () => {
	let residuum = await startResiduum();
	const { id, document, revision } = await makeCase(residuum, 'No room', [card()]);
	await residuum.stop();
	// More than there is; a start asks for a third.
	const room = String(2 * (await free()));
	residuum = await startResiduum({ RESIDUUM_ROOM: room }, undefined, residuum);
	const changed = wholly({ ...document, label: 'Some room' });
	const save = { basedOn: revision, what: 'label', ...changed };
	const refused = await residuum.request('PUT', `/api/cases/${id}`, save);
	expect(refused.status).toBe(507);
	expect((refused.body as { detail: string }).detail).toContain('disk');
	expect(await caseNow(residuum, id)).toMatchObject({ revision, document: { label: 'No room' } });
	await residuum.stop();
	residuum = await startResiduum({ RESIDUUM_ROOM: '48' }, undefined, residuum);
	expect((await residuum.request('PUT', `/api/cases/${id}`, save)).status).toBe(200);
	await residuum.remove();
});

it('is not started on where there is no room for that either, which one sentence says', async () => {
	const data = mkdtempSync(join(tmpdir(), 'residuum-test-'));
	const room = String(9 * (await free()));
	const settings = { RESIDUUM_DATA: data, RESIDUUM_TODAY: TODAY, RESIDUUM_ROOM: room };
	const { address, printed } = await startServer(settings);
	expect(address).toBe(null);
	expect(printed().trim()).toBe(
		`The disk of the data folder ${data} is full; free at least ${room} MB there and start again, the data have been left as they are.`
	);
	rmSync(data, { recursive: true });
});
